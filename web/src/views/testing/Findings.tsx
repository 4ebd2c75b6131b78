/** What the readings of a sheet mean, each with its next look and what can be done at once; margins; the next sheet. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { SheetInfo, SheetView, TestFinding } from "../../api/testing";
import { SeverityMark, severityOf } from "../../drawing/Mark";
import { TextField } from "../../forms/Field";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { WhyMore } from "../../words/WhyMore";
import { plus } from "../../words/figures";

interface Props {
  sheet: SheetView;
  traced: TestFinding[];
  next: SheetInfo | undefined;
  onAct: (found: TestFinding, act: number) => void;
  onNext: () => void;
  onSimulate: (seed: number) => void;
  simulating: boolean;
}

const MOST = 5;

export function Findings({ sheet, traced, next, onAct, onNext, onSimulate, simulating }: Props) {
  const [seed, setSeed] = useState("1");
  const [all, setAll] = useState(false);
  const lead = sheet.findings.filter((found) => found.explained_by === null);
  const shown = all ? lead : lead.slice(0, MOST);
  const begun = sheet.rows.some((row) => row.cells.some((cell) => cell.reading !== null));
  const open = sheet.rows.some((row) => row.cells.some((cell) => cell.reading === null));
  return (
    <Box asChild w={{ base: "100%", lg: "290px" }} flex="none">
      <aside>
        <Text fontWeight="700" color="fg.muted" mb="2">
          Findings for {sheet.name}
        </Text>
        {!begun && (
          <Text mb="2">{traced.length ? "Nothing is read yet; this is what traces say." : "Nothing is read yet: nothing is said about these strands."}</Text>
        )}
        {begun && lead.length === 0 && <Text mb="2">What was read says nothing against them.</Text>}
        <Flex direction="column" gap="2">
          {shown.map((found, i) => (
            <Card
              key={`${found.rule}${found.name}${i}`}
              found={found}
              echoes={sheet.findings.filter((one) => echoes(found, one)).length}
              onAct={(n) => onAct(found, n)}
            />
          ))}
          {lead.length > MOST && (
            <Button size="sm" variant="outline" colorPalette="accent" onClick={() => setAll(!all)}>
              {all ? "Fewer" : `${lead.length - MOST} more`}
            </Button>
          )}
          {traced.map((found, i) => (
            <Card key={`trace${found.name}${i}`} found={found} echoes={0} onAct={(n) => onAct(found, n)} />
          ))}
          {sheet.margins.map((one) => (
            <Box key={one.link_id} bg="bg.panel" borderLeftWidth="4px" borderColor="note.fg" px="3" py="2" data-margin={one.link}>
              <Flex align="center" gap="1.5" color="note.fg" fontWeight="700" fontSize="13px">
                <SeverityMark severity="note" size={13} /> As measured
              </Flex>
              <Text fontSize="14px">
                {one.link}: margin planned <Mono>{plus(one.planned_db)}</Mono>, as measured <Mono fontWeight="700">{plus(one.measured_db)} dB</Mono>
              </Text>
            </Box>
          ))}
          {open && (
            <Box borderWidth="1px" borderStyle="dashed" px="3" py="2" className="no-print">
              <Text fontSize="14px" fontWeight="600">
                No instrument here?
              </Text>
              <Text fontSize="13px" color="fg.muted">
                Simulated ones read what is open, over a plant with hidden faults. Their readings say so.
              </Text>
              <Flex gap="2" align="end" mt="1">
                <Box w="72px">
                  <TextField
                    label="Plant number"
                    mono
                    value={seed}
                    invalid={(text) => (/^\d{1,9}$/.test(text.trim()) ? null : "a whole number")}
                    onCommit={(text) => {
                      setSeed(text.trim());
                      return undefined;
                    }}
                  />
                </Box>
                <Button size="sm" minH="34px" variant="outline" colorPalette="accent" loading={simulating} onClick={() => onSimulate(Number(seed))}>
                  Simulated readings
                </Button>
              </Flex>
            </Box>
          )}
          {next && (
            <Box bg="bg.panel" borderLeftWidth="4px" borderColor="fg" px="3" py="2" className="no-print">
              <Text fontWeight="700">{next.name}</Text>
              <Text fontSize="14px" color="fg.muted">
                {next.left} to read, about {Math.round(next.minutes)} min for two
              </Text>
              <Button size="sm" mt="1" minH="34px" colorPalette="accent" onClick={onNext}>
                Next sheet
              </Button>
            </Box>
          )}
          <Box borderWidth="2px" borderStyle="dashed" px="3" py="2" fontSize="14px">
            <b>Light is invisible.</b> Never look into a fiber or a port. Inspect, clean, inspect again, then connect. Local codes and licensed practice decide.
          </Box>
        </Flex>
      </aside>
    </Box>
  );
}

const echoes = (cause: TestFinding, one: TestFinding) => one.explained_by === cause.rule && one.runs.every((run) => cause.runs.includes(run));

function Card({ found, echoes, onAct }: { found: TestFinding; echoes: number; onAct: (n: number) => void }) {
  const mark = severityOf(found.severity);
  return (
    <Box as="article" bg="bg.panel" borderLeftWidth="4px" borderColor={`${mark.tone}.fg`} px="3" py="2" data-rule={found.rule}>
      <Flex align="center" gap="1.5" wrap="wrap" color={`${mark.tone}.fg`} fontWeight="700" fontSize="13px">
        <SeverityMark severity={found.severity} size={13} />
        <span>{mark.word}</span>
        <span>· {found.name}</span>
      </Flex>
      <Text fontWeight="700" lineHeight="1.25" mt="0.5">
        {found.title}
      </Text>
      <Text fontSize="14px" color="fg.muted" lineHeight="1.35">
        <Said text={found.said} />
      </Text>
      {found.looks[0] && (
        <Text fontSize="14px" mt="1">
          Next: {found.looks[0].do.toLowerCase()}, {found.looks[0].minutes} min
        </Text>
      )}
      {found.acts.length > 0 && (
        <Flex gap="2" wrap="wrap" mt="1.5" className="no-print">
          {found.acts.map((act, n) => (
            <Button
              key={n}
              size="xs"
              minH="30px"
              variant={n === 0 ? "solid" : "outline"}
              colorPalette="accent"
              title={act.task ?? undefined}
              onClick={() => onAct(n)}
            >
              {act.label}
            </Button>
          ))}
        </Flex>
      )}
      <WhyMore found={found} label="Why, and what to do" />
      {echoes > 0 && (
        <Text fontSize="13px" color="fg.muted">
          {echoes} more {echoes === 1 ? "finding follows" : "findings follow"} from it.
        </Text>
      )}
    </Box>
  );
}
