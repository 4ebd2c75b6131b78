/** Sign-off: what is open becomes an exception with a reason and a name; what was signed, and what changed since. */
import { Box, Button, Flex, Input, Link as ChakraLink, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useTurnUpActs, type SignedView, type TurnUpLink } from "../../api/turnup";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { currentWho } from "../../app/settings";
import { Sheet } from "../../parts/Sheet";
import { Mono } from "../../words/Mono";

export function SignOff({ link }: { link: TurnUpLink }) {
  const [opened, setOpened] = useState(false);
  const open = link.open.length;
  const read = link.levels.some((one) => one.at !== null);
  return (
    <Box bg="bg.panel" borderLeftWidth="4px" borderColor="fg" px="3" py="2" data-sign="">
      <Text fontWeight="700">Sign-off</Text>
      {link.signed.map((one, n) => (
        <Signed key={one.id} one={one} link={link} newest={n === 0} />
      ))}
      {open > 0 && (
        <Text fontSize="14px" mt="1">
          {open === 1 ? "One thing is" : `${open} things are`} open. Signing now makes each an exception with your name and a reason.
        </Text>
      )}
      {open === 0 && <Text fontSize="14px">Nothing is open.</Text>}
      {!read && <Text fontSize="14px">Nothing was read yet: there is little to sign.</Text>}
      <Button size="sm" minH="34px" mt="2" colorPalette="accent" variant={open ? "outline" : "solid"} className="no-print" onClick={() => setOpened(true)}>
        {open ? `Sign with ${open} ${open === 1 ? "exception" : "exceptions"} …` : "Sign off …"}
      </Button>
      {opened && <SignSheet link={link} onClose={() => setOpened(false)} />}
    </Box>
  );
}

function Signed({ one, link, newest }: { one: SignedView; link: TurnUpLink; newest: boolean }) {
  const { plan } = useOpenPlan();
  const at = `/api/plans/${plan.id}/turnup/links/${link.id}/certificate`;
  return (
    <Box mt="1" fontSize="14px" data-signed={one.number}>
      <Text>
        <b>Record {one.number}</b>: {one.answer}. {one.who}, {one.at.slice(0, 10)}
        {one.open.length > 0 && `, ${one.open.length} ${one.open.length === 1 ? "exception" : "exceptions"}`}.
      </Text>
      {!one.holds && (
        <Text fontWeight="700" color="stop.fg">
          It is not as it was signed: the hash does not fit.
        </Text>
      )}
      {one.since.length > 0 ? (
        <Box borderLeftWidth="3px" borderColor="warn.fg" pl="2" my="1">
          <Text fontWeight="600">Planned otherwise since:</Text>
          {one.since.slice(0, 6).map((line) => (
            <Text key={line} fontSize="13px">
              {line.startsWith("+") ? "now: " : "then: "}
              {line.slice(1)}
            </Text>
          ))}
        </Box>
      ) : (
        newest && (
          <Text fontSize="13px" color="fg.muted">
            Nothing of it is planned otherwise since.
          </Text>
        )
      )}
      <Text fontSize="12.5px" color="fg.muted">
        <Mono>{one.sha256.slice(0, 16)}</Mono>
      </Text>
      <Flex gap="3" className="no-print">
        <ChakraLink href={`${at}.pdf?record=${one.id}`} color="accent.fg" fontWeight="600" py="1">
          Certificate, PDF
        </ChakraLink>
        <ChakraLink href={`${at}.json?record=${one.id}`} color="accent.fg" fontWeight="600" py="1">
          JSON
        </ChakraLink>
      </Flex>
    </Box>
  );
}

function SignSheet({ link, onClose }: { link: TurnUpLink; onClose: () => void }) {
  const { plan } = useOpenPlan();
  const { sign } = useTurnUpActs(plan.id, link.id);
  const { say } = useNotice();
  const [reasons, setReasons] = useState<Record<string, string>>({});
  const [all, setAll] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const reasonOf = (key: string) => reasons[key] ?? all;
  return (
    <Sheet
      title={`Sign off ${link.name}`}
      open
      onClose={onClose}
      size="lg"
      footer={
        <Button
          colorPalette="accent"
          minH="40px"
          loading={sign.isPending}
          onClick={() =>
            sign.mutate(Object.fromEntries(link.open.map((one) => [one.key, reasonOf(one.key)])), {
              onSuccess: (told) => {
                say(told.said);
                onClose();
              },
              onError: (error) => setProblem(error.message),
            })
          }
        >
          Sign as {currentWho() || "technician"}
        </Button>
      }
    >
      <Text mb="2">
        <b>{link.says}.</b> The record keeps what was checked, read and left open as it is now, and is chained to the one before it: a later change of it shows.
      </Text>
      {problem && (
        <Text role="alert" color="stop.fg" fontWeight="600" mb="2">
          {problem}
        </Text>
      )}
      {link.open.length > 0 && (
        <>
          <Reason label="One reason for all that has none of its own" value={all} onChange={setAll} />
          {link.open.map((one) => (
            <Box key={one.key} mt="2" data-open={one.key}>
              <Reason label={one.words} value={reasons[one.key] ?? ""} placeholder={all} onChange={(text) => setReasons({ ...reasons, [one.key]: text })} />
            </Box>
          ))}
        </>
      )}
    </Sheet>
  );
}

function Reason({ label, value, placeholder, onChange }: { label: string; value: string; placeholder?: string; onChange: (text: string) => void }) {
  return (
    <label>
      <Text fontSize="14px">{label}</Text>
      <Input
        size="sm"
        h="36px"
        maxLength={400}
        placeholder={placeholder || "why it is signed all the same"}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
