/** A link that comes up: lists at the left, levels on the planned staircase, the hunt below, notes and signature at the right. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { Link as RouterLink, useNavigate, useParams, useSearchParams } from "react-router";
import { useLink } from "../../api/plan";
import { useTurnUpActs, useTurnUpLink, type CounterView, type TurnUpLink } from "../../api/turnup";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { isSegment, type LinkView } from "../../api/client";
import { placeParts } from "../../drawing/layout";
import { Levels } from "../../drawing/Levels";
import { drawn, sizes } from "../../drawing/linkParts";
import { PathRow, ROW_HEIGHT } from "../../drawing/PathRow";
import { onPaper } from "../../drawing/paper";
import { useRoom } from "../../drawing/room";
import { Problem } from "../../parts/Problem";
import { Sheet } from "../../parts/Sheet";
import { useNarrow } from "../../parts/narrow";
import { Mono } from "../../words/Mono";
import { dbm, plus } from "../../words/figures";
import { Hunt } from "./Hunt";
import { Notes } from "./Notes";
import { OneByOne, Points } from "./Points";
import { ReadSheet } from "./ReadSheet";
import { SignOff } from "./SignOff";
import { doneOf, endsOf, ratio, wait } from "./told";
import { useTurning } from "./useTurning";

const SIDE_ROOM = 64;

export function LinkTurnUp() {
  const { plan, shown } = useOpenPlan();
  const { linkId = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const narrow = useNarrow();
  const { say, refuse } = useNotice();
  const { data: link, error } = useTurnUpLink(plan.id, plan.revision, linkId);
  const view = useLink(plan.id, linkId).data;
  const { simulate } = useTurnUpActs(plan.id, linkId);
  const { tick } = useTurning(linkId);
  const [reading, setReading] = useState<"a" | "b" | null>(null);
  const [walking, setWalking] = useState<"bench" | "a" | "b" | null>(null);
  const seed = Number(search.get("plant") ?? "0") || 0;
  const at = shown.findIndex((one) => one.id === linkId);
  const go = (step: number) => {
    const next = shown[at + step];
    if (next) void navigate(`/plans/${plan.id}/links/${next.id}/turnup`);
  };
  useKeys({ j: () => go(1), k: () => go(-1), x: () => setReading("a"), b: () => void navigate(`/plans/${plan.id}/turnup`) });
  if (error)
    return (
      <Box p="4">
        <Heading as="h1" fontSize="22px">
          This link cannot be brought up
        </Heading>
        <Problem text={error.message} />
        <RouterLink to={`/plans/${plan.id}/turnup`}>All links</RouterLink>
      </Box>
    );
  if (!link)
    return (
      <Heading as="h1" p="4" fontSize="18px" color="fg.muted">
        Looking at what was read …
      </Heading>
    );
  const points = { bench: link.bench, a: link.site.a ?? [], b: link.site.b ?? [] };
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="1" pb="4" overflowY="auto" className="print-whole">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" fontSize={{ base: "22px", md: "28px" }} lineHeight="1.15" data-answer="">
          {link.says}
        </Heading>
        <Button asChild size="xs" minH="30px" ml="auto" variant="outline" colorPalette="accent" className="no-print">
          <RouterLink to={`/plans/${plan.id}/turnup`}>All links and devices</RouterLink>
        </Button>
      </Flex>
      <Text color="fg.muted" mb="1">
        <b>{link.name}</b> · {link.application}
        {link.sub && ` · ${link.sub}`}
      </Text>
      {link.simulated && (
        <Text fontSize="13px" fontWeight="600" borderWidth="1px" borderStyle="dashed" px="2" py="1" mb="1" data-simulated="">
          Some of these readings are simulated: no switch was there.
        </Text>
      )}
      <Flex gap="4" direction={{ base: "column", lg: "row" }} align="stretch" className="print-column">
        <Box asChild w={{ base: "100%", lg: "232px" }} flex="none" order={{ base: 2, lg: 1 }}>
          <aside aria-label="Lists">
            <ListHead title="On the bench" points={link.bench} onWalk={narrow ? () => setWalking("bench") : null} />
            <Points label="On the bench" points={link.bench} onTick={tick} compact />
            {endsOf(link).map(({ end, place }) => (
              <Box key={end} mt="2">
                <ListHead title={place} points={points[end]} onWalk={narrow ? () => setWalking(end) : null} />
                <Points label={`On site, ${place}`} points={points[end]} onTick={tick} compact />
                <Flex gap="2" mt="1" className="no-print">
                  <Button size="xs" minH="32px" variant="outline" colorPalette="accent" onClick={() => setReading(end)}>
                    Read this end …
                  </Button>
                </Flex>
                <details style={{ fontSize: 13 }}>
                  <summary style={{ cursor: "pointer", padding: "4px 0" }}>In and out</summary>
                  {(link.how_to[end] ?? []).map((line) => (
                    <Text key={line}>{line}</Text>
                  ))}
                </details>
              </Box>
            ))}
          </aside>
        </Box>
        <Box flex="1" minW="0" order={{ base: 1, lg: 2 }}>
          {view && <Stairs link={link} view={view} onEnd={setReading} />}
          <Counters link={link} />
          {link.hunt && <Hunt key={link.id} link={link} hunt={link.hunt} seed={seed} />}
          <Details link={link} />
        </Box>
        <Box asChild w={{ base: "100%", lg: "272px" }} flex="none" order={3}>
          <aside aria-label="Notes to this link">
            <Notes link={link} />
            <SignOff link={link} />
            <Box borderWidth="1px" borderStyle="dashed" px="3" py="2" mt="2" fontSize="14px">
              <b>Light is invisible.</b> Module off before the scope goes to the plug. Cap what is open.
            </Box>
            <Box borderWidth="1px" borderStyle="dashed" px="3" py="2" mt="2" className="no-print">
              <Text fontSize="14px" fontWeight="600">
                No switch here?
              </Text>
              <Text fontSize="13px" color="fg.muted">
                Simulated ones at both ends tell memories, lamps and counters. What they tell says so. Plant 0 hides nothing; another number hides one fault.
              </Text>
              <Flex gap="2" mt="1" align="center">
                <label style={{ fontSize: 13 }}>
                  Plant{" "}
                  <input
                    type="number"
                    min="0"
                    max="999999"
                    value={seed}
                    onChange={(event) => setSearch({ plant: event.target.value.replace(/\D/g, "").slice(0, 6) }, { replace: true })}
                    style={{ width: 70, height: 30, border: "1px solid", padding: "0 6px", background: "transparent" }}
                  />
                </label>
                <Button
                  size="xs"
                  minH="32px"
                  variant="outline"
                  colorPalette="accent"
                  loading={simulate.isPending}
                  onClick={() => simulate.mutate({ seed }, { onSuccess: (told) => say(told.said), onError: refuse })}
                >
                  Read both ends
                </Button>
              </Flex>
            </Box>
          </aside>
        </Box>
      </Flex>
      {reading && <ReadSheet link={link} end={reading} onClose={() => setReading(null)} />}
      {walking && (
        <Sheet title={walking === "bench" ? "On the bench" : (link.ends[walking] ?? "")} open onClose={() => setWalking(null)}>
          <OneByOne points={points[walking]} onTick={tick} onClose={() => setWalking(null)} />
        </Sheet>
      )}
    </Flex>
  );
}

function ListHead({ title, points, onWalk }: { title: string; points: TurnUpLink["bench"]; onWalk: (() => void) | null }) {
  return (
    <Flex align="baseline" borderBottomWidth="1px" mb="1">
      <Heading as="h2" fontSize="15px" truncate>
        {title}
      </Heading>
      <Mono ml="auto" fontSize="13px" color="fg.muted" whiteSpace="nowrap">
        {doneOf(points)}
      </Mono>
      {onWalk && (
        <Button size="sm" ml="2" minH="40px" colorPalette="accent" onClick={onWalk}>
          One by one
        </Button>
      )}
    </Flex>
  );
}

function Stairs({ link, view, onEnd }: { link: TurnUpLink; view: LinkView; onEnd: (end: "a" | "b") => void }) {
  const { unit } = useSettings();
  const [ref, room] = useRoom();
  const parts = useMemo(() => drawn(view, unit).map((part) => ({ ...part, severity: null })), [view, unit]);
  const inner = Math.max(300, room.width - 2 * SIDE_ROOM);
  const layout = useMemo(() => placeParts(sizes(view), inner, false), [view, inner]);
  const stepped = parts.map((part) => !isSegment(part.doc) || part.doc.segment === "inline");
  const wide = { ...layout, width: layout.width + 2 * SIDE_ROOM };
  const anyDayOne = link.levels.some((one) => one.lanes.some((lane) => lane.day_one !== null));
  const said = link.levels.some((one) => one.lanes.some((lane) => typeof lane.sent === "number"));
  return (
    <Box ref={ref} overflowX="auto" overflowY="hidden" tabIndex={0} data-stairs="">
      <Box w={`${wide.width}px`} css={onPaper(wide.width)}>
        <Box ml={`${SIDE_ROOM}px`} h={`${ROW_HEIGHT}px`}>
          <PathRow
            parts={parts}
            layout={layout}
            left={view.a}
            right={view.b}
            selected={null}
            selectedEnd={null}
            onSelect={() => undefined}
            onEnd={(which) => onEnd(which === "left" ? "a" : "b")}
          />
        </Box>
        {link.levels.map((one) => (
          <Levels
            key={one.end}
            one={one}
            layout={{ ...wide, start: layout.start + SIDE_ROOM, end: layout.end + SIDE_ROOM, parts: layout.parts.map((p) => ({ ...p, x: p.x + SIDE_ROOM })) }}
            stepped={stepped}
            height={link.hunt && !link.hunt.over ? 150 : 176}
            title={`To ${one.place}, ${one.planned.wavelength_nm} nm`}
          />
        ))}
      </Box>
      <Text fontSize="13px" color="fg.muted">
        ● read, with the doubt of its meters{anyDayOne && " · ○ day one"} · band: planned
        {said ? ", from what the far module says it sends" : ", from what such modules launch"}
      </Text>
    </Box>
  );
}

function Counters({ link }: { link: TurnUpLink }) {
  return (
    <Flex columnGap="4" rowGap="0" wrap="wrap" mt="1" fontSize="14px">
      {link.counters.map((one) => (
        <Text key={one.end} data-counter={one.end}>
          <b>Errors at {link.ends[one.end]}:</b> {counted(one)}
        </Text>
      ))}
    </Flex>
  );
}

const clock = (at: string) => new Date(at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" });

function counted(one: CounterView): string {
  const goal = `${wait(one.needed_s)} without one prove better than ${ratio(one.target)}${one.target_sure ? "" : " (check the standard)"}`;
  if (one.readings === 0) return `not read; ${goal}`;
  if (one.growing) return `${one.errors} more than before${one.ratio === null ? "" : `, about ${ratio(one.ratio)} of all bits`}`;
  if (one.readings === 1) return `read once (${one.last}); read it again, ${goal}`;
  if (one.proven) return `none in ${wait(one.seconds)}: better than ${ratio(one.target)} at 95 %`;
  return `none in ${wait(one.seconds)}, proves better than ${one.ratio === null ? "nothing" : ratio(one.ratio)}; ${wait(one.left_s)} more for ${ratio(one.target)}${one.due ? `, until ${clock(one.due)}` : ""}`;
}

/** Figures for the doubter: every lane, and what the memories say against the plan. */
function Details({ link }: { link: TurnUpLink }) {
  const read = link.levels.some((one) => one.lanes.some((lane) => lane.got !== null));
  if (!read && link.modules.length === 0) return null;
  const level = (value: number | string | null) => (value === null ? "not read" : typeof value === "number" ? dbm(value) : value);
  return (
    <Box mt="3" overflowX="auto" tabIndex={0}>
      <Heading as="h2" fontSize="15px">
        Figures
      </Heading>
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            {["Arrives at", "sent, dBm", "received", "expected", "± dB", "over, dB", "day one", "verdict"].map((head) => (
              <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {link.levels.flatMap((one) =>
            one.lanes.map((lane) => (
              <Table.Row key={`${one.end}${lane.lane}`} data-lane={`${one.end}${lane.lane}`}>
                <Table.Cell fontWeight="600">
                  {one.place}
                  {one.lanes.length > 1 && `, lane ${lane.lane + 1}`}
                </Table.Cell>
                <Table.Cell fontFamily="mono">{level(lane.sent)}</Table.Cell>
                <Table.Cell fontFamily="mono">{level(lane.got)}</Table.Cell>
                <Table.Cell fontFamily="mono" title={lane.basis ?? ""}>
                  {lane.expected === null ? "not known" : dbm(lane.expected)}
                </Table.Cell>
                <Table.Cell fontFamily="mono">{lane.doubt_db.toFixed(1)}</Table.Cell>
                <Table.Cell fontFamily="mono">{lane.over_db === null ? "–" : plus(lane.over_db, 1)}</Table.Cell>
                <Table.Cell fontFamily="mono">{lane.day_one === null ? "–" : `${level(lane.day_one)} (${lane.day_one_at?.slice(0, 10)})`}</Table.Cell>
                <Table.Cell>{lane.says}</Table.Cell>
              </Table.Row>
            )),
          )}
        </Table.Body>
      </Table.Root>
      {link.modules.map((module) => (
        <Box key={module.end} mt="2" data-module-read={module.end}>
          <Text fontWeight="600">
            Module at {link.ends[module.end]}: {module.serial ? `serial ${module.serial}` : "serial not told"}, {module.standard}
            {module.temperature_c !== null && `, ${module.temperature_c.toFixed(1)} °C`}
            {module.simulated && " (simulated)"}
          </Text>
          <Text fontSize="14px">
            {module.compared.map((one, n) => (
              <span key={one.what}>
                {n > 0 && " · "}
                {one.what}{" "}
                {one.fits === true ? (
                  <>{one.found} ✓</>
                ) : one.fits === false ? (
                  <b>{`${one.found}, planned ${one.planned}`}</b>
                ) : (
                  `${one.found} (plan: ${one.planned}; not compared)`
                )}
              </span>
            ))}
          </Text>
        </Box>
      ))}
    </Box>
  );
}
