/** What a trace says is wrong, where that is and how that was worked out; and how to set the instrument. */
import { Box, Button, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { PredictionView, StudyView } from "../../api/tracing";
import { SeverityMark } from "../../drawing/Mark";
import { useSettings } from "../../app/settings";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { lengthNumber } from "../../words/figures";

interface Props {
  planned: PredictionView | undefined;
  study: StudyView | undefined;
  planId: number;
  onTask: (name: string, place: string | null) => void;
  onClose: (m: number) => void;
}

export function Faults({ planned, study, planId, onTask, onClose }: Props) {
  const { unit } = useSettings();
  return (
    <Box asChild w={{ base: "100%", lg: "290px" }} flex="none">
      <aside>
        <Text fontWeight="700" color="fg.muted" mb="2">
          Findings for this trace
        </Text>
        {!study && <Text mb="2">No trace was taken here: nothing is said about the glass.</Text>}
        {study && study.faults.length === 0 && <Text mb="2">What is seen says nothing against it.</Text>}
        {study?.faults.map((fault, n) => (
          <Box
            key={n}
            as="article"
            bg="bg.panel"
            borderLeftWidth="4px"
            borderColor={fault.kind === "break" ? "stop.fg" : "warn.fg"}
            px="3"
            py="2"
            mb="2"
            data-fault={fault.kind}
          >
            <Flex align="center" gap="1.5" color={fault.kind === "break" ? "stop.fg" : "warn.fg"} fontWeight="700" fontSize="13px">
              <SeverityMark severity={fault.kind === "break" ? "stop" : "warn"} size={13} />
              {fault.kind}
              {!fault.sure && ", likely"}
            </Flex>
            <Text fontWeight="700">{fault.where ?? "place not known: record the cable's route"}</Text>
            <Text fontSize="14px" color="fg.muted">
              {fault.said}.
            </Text>
            {fault.looks[0] && <Text fontSize="14px">Next: {fault.looks[0].toLowerCase()}</Text>}
            <Flex gap="2" mt="1.5" wrap="wrap" className="no-print">
              <Button
                size="xs"
                minH="30px"
                colorPalette="accent"
                onClick={() =>
                  onTask(`${fault.kind} in ${planned?.name ?? "the run"}: ${fault.where ?? `${Math.round(fault.m)} m of glass`}`.slice(0, 118), fault.place)
                }
              >
                Make a task of it
              </Button>
              <Button size="xs" minH="30px" variant="outline" colorPalette="accent" onClick={() => onClose(fault.m)}>
                Look closer
              </Button>
              {fault.pathway && (
                <Button asChild size="xs" minH="30px" variant="outline" colorPalette="accent">
                  <RouterLink to={`/plans/${planId}/survey?sort=pathway&name=${encodeURIComponent(fault.pathway)}`}>Show on map</RouterLink>
                </Button>
              )}
            </Flex>
            {fault.steps.length > 0 && (
              <Box asChild mt="1.5" fontSize="13px">
                <details open={n === 0}>
                  <summary style={{ cursor: "pointer", fontWeight: 600 }}>Why there</summary>
                  {fault.steps.map((step, at) => (
                    <Flex key={at} gap="2">
                      <Mono w="64px" textAlign="right" fontWeight={at === fault.steps.length - 1 ? 700 : 400}>
                        {step.m < 0 ? "−" : ""}
                        {lengthNumber(Math.abs(step.m), unit)}
                      </Mono>
                      <span>
                        {unit} {step.label}
                      </span>
                    </Flex>
                  ))}
                  {fault.plus_minus_m !== null && (
                    <Text>
                      ± {lengthNumber(fault.plus_minus_m, unit)} {unit}: index, helix, coils and pulse.
                    </Text>
                  )}
                </details>
              </Box>
            )}
          </Box>
        ))}
        {study && !study.also && <Hint title="One wavelength" said="A second one tells a bend from a joint." />}
        {study && !study.back && (
          <Hint title="One way only" said="A trace from the other end makes the place surer, and tells true loss from glass that differs." />
        )}
        {planned && (
          <Box bg="bg.panel" borderLeftWidth="4px" borderColor="note.fg" px="3" py="2" mb="2" fontSize="14px">
            <Text fontWeight="700">How to set the instrument</Text>
            {[...planned.advice.reasons, ...planned.advice.merged, ...planned.advice.hidden, ...planned.advice.cautions].map((line) => (
              <Text key={line} mt="1">
                <Said text={line} />.
              </Text>
            ))}
          </Box>
        )}
        {study && (
          <Link fontSize="13px" href={`/api/plans/${planId}/files/${study.trace.file}`} download={study.trace.name}>
            The file as it was: {study.trace.name}
          </Link>
        )}
      </aside>
    </Box>
  );
}

function Hint({ title, said }: { title: string; said: string }) {
  return (
    <Box bg="bg.panel" borderLeftWidth="4px" borderColor="note.fg" px="3" py="2" mb="2">
      <Flex align="center" gap="1.5" color="note.fg" fontWeight="700" fontSize="13px">
        <SeverityMark severity="note" size={13} /> {title}
      </Flex>
      <Text fontSize="14px">{said}</Text>
    </Box>
  );
}
