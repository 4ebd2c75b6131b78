/** A visit on another device: a page that opens without any server, and what it noted, brought home. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { saveFile } from "../../api/papers";
import { mergePacket, type MergedView, type VisitView } from "../../api/visits";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";

const counted = (count: number, word: string) => (count === 1 ? `1 ${word}` : `${count} ${word}s`);

export function ToThePhone({ visit }: { visit: VisitView }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const save = (form: "html" | "json") => saveFile(`/api/plans/${plan.id}/visits/${visit.id}/packet.${form}`).then((name) => say(`Saved ${name}.`), refuse);
  return (
    <Box className="no-print">
      <Flex gap="2" wrap="wrap">
        <Button size="sm" minH="40px" variant="outline" colorPalette="accent" onClick={() => void save("html")}>
          To the phone
        </Button>
      </Flex>
      <Text fontSize="13px" color="fg.muted" mt="1">
        One page that opens from the phone’s own storage, without this machine. What it takes down is saved there as a packet; bring that home here.
      </Text>
    </Box>
  );
}

export function BringHome() {
  const { plan } = useOpenPlan();
  const { refuse } = useNotice();
  const cache = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [made, setMade] = useState<MergedView | null>(null);
  return (
    <>
      <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => input.current?.click()}>
        Bring a packet home …
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".json,application/json"
        aria-label="Packet of a visit"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file)
            mergePacket(plan.id, file)
              .then((done) => {
                setMade(done);
                return cache.invalidateQueries({ queryKey: ["plan", plan.id] });
              })
              .catch(refuse);
        }}
      />
      {made && (
        <Box
          w="100%"
          order={9}
          borderLeftWidth="4px"
          borderColor={made.meanwhile.length ? "warn.fg" : "accent.fg"}
          bg="bg.panel"
          px="3"
          py="2"
          data-merged=""
          role="status"
        >
          <Text fontWeight="700">
            {made.visit}: {counted(made.added, "note")} and {counted(made.photos, "photo")} brought home
            {made.known > 0 && `; ${counted(made.known, "note")} had come before`}.
          </Text>
          {made.meanwhile.map((one) => (
            <Text key={one.task + one.here}>
              ▼ In the packet {one.packet}; here {one.here}. Both are kept; what was noted last counts.
            </Text>
          ))}
          <Button size="xs" mt="1" variant="ghost" colorPalette="accent" onClick={() => setMade(null)}>
            Close
          </Button>
        </Box>
      )}
    </>
  );
}
