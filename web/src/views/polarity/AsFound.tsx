/** As found: what the far end showed, and which single part would explain it. */
import { Box, Button, Flex, Heading, NativeSelect, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Edit, PolarityView } from "../../api/client";
import { useFacts, useNoteFacts, type RedLight } from "../../api/facts";
import { useAsFound } from "../../api/polarity";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Problem } from "../../parts/Problem";

interface Props {
  linkId: string;
  view: PolarityView;
  onPut: (edits: Edit[], label: string) => void;
}

const NOWHERE = "nowhere";
const key = (place: number[] | null) => (place ? place.join(",") : NOWHERE);
const place = (text: string) => (text === NOWHERE ? null : text.split(",").map(Number));

export function AsFound({ linkId, view, onPut }: Props) {
  const { plan } = useOpenPlan();
  const { refuse } = useNotice();
  const note = useNoteFacts(plan.id);
  const facts = useFacts(plan.id, linkId).data ?? [];
  const seen = facts.filter((fact): fact is RedLight => fact.kind === "red light");
  const readings = seen.map((fact) => ({ start: fact.start, end: fact.seen ?? null }));
  const [start, setStart] = useState(key(view.strands[0]?.start_place ?? null));
  const [end, setEnd] = useState(NOWHERE);
  const answer = useAsFound(plan.id, linkId, plan.revision, readings);
  const duplexEnd = Math.max(...view.far_places.map((p) => p[1]!)) === 2;
  const named = (spot: number[] | null, duplex: boolean) => (spot === null ? "nowhere" : duplex ? `${spot[0]}${"AB"[spot[1]! - 1] ?? ""}` : String(spot[1]));
  const starts = view.strands.map((s) => ({ value: key(s.start_place), label: s.start }));
  const add = () => {
    const from = place(start);
    if (!from) return;
    const corrects = seen.find((fact) => key(fact.start) === start)?.id;
    const about = { kind: "link" as const, id: linkId };
    note([{ about, told: { kind: "red light", start: from, seen: place(end) }, corrects }]).catch(refuse);
  };
  const withdraw = () =>
    void note(
      seen.map((fact) => ({
        about: fact.about,
        told: { kind: "red light", start: fact.start, seen: fact.seen ?? null },
        corrects: fact.id,
        withdrawn: true,
      })),
    ).catch(refuse);
  return (
    <Box mt="4" className="no-print" data-as-found="">
      <Heading as="h2" fontSize="18px">
        As found on site
      </Heading>
      <Text fontSize="14px" color="fg.muted" maxW="70ch">
        Put the red light in at one end and say where it came out. Passerelle says which single part would explain it, and which strand to light next. What you
        note is kept with the link: who and when, corrected by a later note and never undone.
      </Text>
      <Flex gap="2" mt="2" align="end" wrap="wrap">
        <Pick label="Light in at" value={start} onChange={setStart} options={starts} />
        <Pick
          label="came out at"
          value={end}
          onChange={setEnd}
          options={[{ value: NOWHERE, label: "nowhere" }, ...view.far_places.map((p) => ({ value: key(p), label: named(p, duplexEnd) }))]}
        />
        <Button size="sm" h="32px" colorPalette="accent" onClick={add}>
          Note it
        </Button>
        {readings.length > 0 && (
          <Button size="sm" h="32px" variant="ghost" colorPalette="accent" onClick={withdraw}>
            Begin again
          </Button>
        )}
      </Flex>
      {readings.length > 0 && (
        <Text mt="1.5" fontSize="14px">
          Noted: {readings.map((r) => `${starts.find((s) => s.value === key(r.start))?.label} → ${named(r.end, duplexEnd)}`).join(", ")}
        </Text>
      )}
      <Problem text={answer.error?.message ?? null} />
      {readings.length > 0 && answer.data && (
        <Box mt="2" data-explanations="">
          <Text fontWeight="700">
            {answer.data.explanations.length === 0
              ? "No single part explains this: read again, or two parts are not as planned."
              : answer.data.explanations.length === 1
                ? "One explanation"
                : `${answer.data.explanations.length} explanations agree so far`}
            {answer.data.next_label && `; light ${answer.data.next_label} next`}
          </Text>
          {answer.data.explanations.map((one) => (
            <Flex key={one.label} gap="3" align="center" py="1" borderTopWidth="1px">
              <Text flex="1">{one.at === null ? "Everything is as planned" : `${one.label} is what hangs there`}</Text>
              {one.at !== null && (
                <Button size="xs" variant="outline" colorPalette="accent" onClick={() => onPut(one.edits, one.label)}>
                  Put it into the plan
                </Button>
              )}
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
}

interface PickProps {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
}

function Pick({ label, value, options, onChange }: PickProps) {
  return (
    <Box>
      <Text asChild fontSize="12px" color="fg.muted">
        <label>
          {label}
          <NativeSelect.Root size="xs" w="110px">
            <NativeSelect.Field aria-label={label} h="32px" fontSize="14px" bg="bg.panel" value={value} onChange={(e) => onChange(e.target.value)}>
              {options.map((o) => (
                <option key={o.value} value={o.value}>
                  {o.label}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </label>
      </Text>
    </Box>
  );
}
