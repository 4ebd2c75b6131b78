/** End faces: looked at, cleaned, looked at again; graded by zone; the simulated scope says that it is one. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { FaceFact } from "../../api/facts";
import { useLookAtFace, type FaceLook, type SheetView } from "../../api/testing";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options } from "../../forms/Field";
import { Sheet } from "../../parts/Sheet";
import { Mono } from "../../words/Mono";
import { paint } from "../../theme";
import { State } from "./State";

interface Props {
  sheet: SheetView;
  onKeep: (told: Omit<FaceFact, "id" | "about" | "at" | "who" | "corrects" | "withdrawn">) => Promise<unknown>;
  onTask: (name: string, place: string | null, minutes: number | null) => Promise<unknown>;
  onClose: () => void;
}

const FOUND = ["clean", "dirty", "scratched", "pitted", "cracked"] as const;

export function Faces({ sheet, onKeep, onTask, onClose }: Props) {
  const { plan } = useOpenPlan();
  const { refuse } = useNotice();
  const look = useLookAtFace(plan.id);
  const [side, setSide] = useState("1");
  const [run, setRun] = useState(sheet.rows.find((row) => row.state === "fails")?.id ?? sheet.rows[0]?.id ?? "");
  const [cleanings, setCleanings] = useState(0);
  const [seen, setSeen] = useState<FaceLook | null>(null);
  const row = sheet.rows.find((one) => one.id === run) ?? sheet.rows[0];
  if (!row) return null;
  const end = Number(side);
  const place = sheet.places[end] ?? "place not recorded";
  const [panel, port] = (row.ports[end] ?? "").split(":");
  const where = `${place}/${row.ports[end] ?? ""}/${row.name}`;
  const ask = (cleaned: number) => look.mutate({ kind: sheet.face_kind, where, cleanings: cleaned, seed: 1 }, { onSuccess: setSeen, onError: refuse });
  const told = (
    moment: FaceFact["moment"],
    found: NonNullable<FaceFact["found"]> | null,
    more: { [K in "zones" | "passed" | "cleanings" | "simulated" | "instrument"]?: NonNullable<FaceFact[K]> } = {},
  ) =>
    onKeep({
      kind: "end face",
      place,
      panel: panel ?? null,
      port: port ? Number(port) : null,
      side: "front",
      strand: row.strand,
      moment,
      polish: sheet.face_kind,
      found,
      zones: [],
      passed: found === null ? null : found === "clean",
      cleanings,
      instrument: null,
      simulated: false,
      note: null,
      ...more,
    });
  const change = (what: () => void) => {
    what();
    setSeen(null);
    setCleanings(0);
  };
  const mine = sheet.faces.filter((one) => one.place === place && one.panel === (panel ?? null) && (one.strand === row.strand || one.strand === null));
  return (
    <Sheet title="End faces" open onClose={onClose} size="xl">
      <Text mb="2">Inspect, clean, inspect again, then connect. {sheet.tip}</Text>
      <Flex gap="3" wrap="wrap" align="end">
        <Choice
          label="End"
          width="220px"
          value={side}
          options={sheet.places.map((one, n) => ({ value: String(n), label: one ?? "place not recorded" }))}
          onChange={(value) => {
            change(() => setSide(value));
            return undefined;
          }}
        />
        <Choice
          label="Strand"
          width="180px"
          value={row.id}
          options={sheet.rows.map((one) => ({ value: one.id, label: `${one.name}${one.colour ? `, ${one.colour}` : ""}` }))}
          onChange={(value) => {
            change(() => setRun(value));
            return undefined;
          }}
        />
        <Text>
          <Mono>{row.ports[end] ?? "port not recorded"}</Mono>
        </Text>
      </Flex>
      <Flex gap="5" mt="3" wrap="wrap" align="start">
        <Box>
          <Face seen={seen} />
          <Text fontSize="13px" fontWeight="600" borderWidth="1px" borderStyle="dashed" px="2" mt="1" textAlign="center">
            simulated scope, drawn from a seed
          </Text>
        </Box>
        <Box flex="1" minW="240px">
          <Flex gap="2" wrap="wrap">
            <Button size="sm" minH="40px" colorPalette="accent" loading={look.isPending} onClick={() => ask(cleanings)}>
              Look
            </Button>
            <Button
              size="sm"
              minH="40px"
              variant="outline"
              colorPalette="accent"
              onClick={() => {
                const now = cleanings + 1;
                setCleanings(now);
                void told("cleaned", null, { cleanings: now, simulated: true }).then(() => ask(now));
              }}
            >
              Clean it ({cleanings} so far)
            </Button>
          </Flex>
          {seen && (
            <Box mt="2" data-face={seen.found}>
              <Flex align="center" gap="2" fontWeight="700" fontSize="18px">
                <State tone={seen.passed ? "fine" : seen.next === "clean" ? "warn" : "stop"} />
                {seen.passed
                  ? "the simulated face passes: connect it"
                  : seen.next === "clean"
                    ? "dirty: clean it, look again"
                    : "make it again: cleaning will not help"}
              </Flex>
              {[...seen.wrong, ...seen.zones].map((line) => (
                <Text key={line} fontSize="14px">
                  {line}
                </Text>
              ))}
              <Text fontSize="13px" color="fg.muted">
                {seen.edition}; criteria for {sheet.face_kind}, check them against your edition
              </Text>
              <Flex gap="2" mt="2" wrap="wrap">
                <Button
                  size="sm"
                  minH="40px"
                  variant="outline"
                  colorPalette="accent"
                  onClick={() =>
                    void told(cleanings ? "after" : "before", seen.found, {
                      zones: [...seen.wrong, ...seen.zones].slice(0, 20),
                      passed: seen.passed,
                      simulated: true,
                      instrument: "simulated scope",
                    })
                  }
                >
                  Keep this look
                </Button>
                {seen.next === "re-terminate" && (
                  <Button
                    size="sm"
                    minH="40px"
                    colorPalette="accent"
                    onClick={() => void onTask(`Re-terminate ${row.ports[end] ?? place}, ${row.name}`, sheet.places[end] ?? null, 20)}
                  >
                    Make a task of it
                  </Button>
                )}
              </Flex>
            </Box>
          )}
          <Text fontWeight="700" mt="3">
            Or note what your own scope shows
          </Text>
          <Flex gap="2" wrap="wrap" mt="1">
            {options(FOUND).map((one) => (
              <Button
                key={one.value}
                size="sm"
                minH="40px"
                variant="outline"
                onClick={() => {
                  setSeen(null);
                  void told(cleanings ? "after" : "before", one.value as NonNullable<FaceFact["found"]>);
                }}
              >
                {one.label}
              </Button>
            ))}
          </Flex>
          {mine.length > 0 && (
            <Box mt="3">
              <Text fontWeight="700">Noted here</Text>
              {mine.slice(0, 8).map((one) => (
                <Text key={one.id} fontSize="14px">
                  {new Date(one.at).toLocaleString(undefined, { dateStyle: "short", timeStyle: "short" })} · {one.moment}
                  {one.found && `: ${one.found}`}
                  {one.cleanings > 0 && `, ${one.cleanings} × cleaned`}
                  {one.simulated && ", simulated"} · {one.who}
                </Text>
              ))}
            </Box>
          )}
        </Box>
      </Flex>
    </Sheet>
  );
}

/** The face to scale: zones as rings, what lies on it as it was drawn. [µm] */
function Face({ seen }: { seen: FaceLook | null }) {
  const rings = seen?.edges_um ?? [25, 115, 135, 250];
  return (
    <svg
      width="240"
      height="240"
      viewBox="-130 -130 260 260"
      role="img"
      aria-label={seen ? `A face: ${seen.found}` : "No face looked at yet"}
      style={{ background: "#9aa0a3" }}
    >
      <circle r="125" fill="#c9cdcf" />
      <circle r="62.5" fill="#b4b9bc" />
      {seen && <circle r={(rings[0] ?? 25) / 2} fill="#d9dcdd" />}
      {rings.map((edge) => (
        <circle key={edge} r={edge / 2} fill="none" stroke="#5b6266" strokeWidth="0.6" strokeDasharray="3 2" />
      ))}
      {seen?.features.map((one, n) =>
        one.kind === "scratch" || one.kind === "crack" ? (
          <path
            key={n}
            d={`M${-one.length_um / 2} 0H${one.length_um / 2}`}
            transform={`translate(${one.x_um} ${one.y_um}) rotate(${one.angle_deg})`}
            stroke="#15191b"
            strokeWidth={Math.max(0.8, one.size_um)}
          />
        ) : (
          <circle
            key={n}
            cx={one.x_um}
            cy={one.y_um}
            r={one.size_um / 2}
            fill={one.kind === "oil" ? "#6d757966" : "#15191b"}
            stroke={one.kind === "oil" ? "#565d61" : undefined}
          />
        ),
      )}
      {!seen && (
        <text y="4" textAnchor="middle" fontSize="16" fill={paint("strand.black")}>
          not looked at
        </text>
      )}
    </svg>
  );
}
