/** The places and pathways themselves, as the view has them; places too near each other are folded. */
import { memo, useMemo } from "react";
import type { PlantView } from "../../../api/plant";
import { useSettings } from "../../../app/settings";
import { lengthNumber } from "../../../words/figures";
import { around, folded, labelsThatFit, numbered, onScreen, sideBySide, type Cluster, type Spots, type View } from "../../../drawing/mapLayout";
import { SvgText } from "../../../drawing/SvgText";
import { paint } from "../../../theme";
import { Flag, Laid, PlaceMark, Stack, WayLine, type Severity } from "./marks";
import type { Picked } from "./SiteMap";

const MANY = 160;
/** Drawn beyond the frame on all sides, so that there is something to drag in. */
export const BEYOND = 300;
/** The closest zoom at which places are still folded, pixels a metre. */
const NO_FOLD = 40;

function worstByName(plant: PlantView): Map<string, Severity> {
  const found = new Map<string, Severity>();
  for (const about of plant.findings) {
    if (about.sort !== "pathway" && about.sort !== "place") continue;
    const key = `${about.sort} ${about.name}`;
    if (!found.has(key)) found.set(key, about.severity);
  }
  return found;
}

interface Props {
  plant: PlantView;
  spots: Spots;
  schematic: Set<string>;
  view: View;
  picked: Picked | null;
  onPick: (picked: Picked | null) => void;
  onOpen: (names: string[]) => void;
  /** A place without a surveyed position begins to be dragged. */
  onGrab: (name: string, event: React.PointerEvent) => void;
  marked?: Set<string> | undefined;
  /** Pathways in which everything that is to be pulled lies. */
  laid: Set<string>;
  size: [number, number];
}

export const Drawn = memo(function Drawn({ plant, spots, schematic, view, picked, onPick, onOpen, onGrab, marked, laid, size }: Props) {
  const { unit } = useSettings();
  const worst = useMemo(() => worstByName(plant), [plant]);
  const ways = useMemo(() => plant.pathways.filter((p) => spots[p.doc.a] && spots[p.doc.b]), [plant, spots]);
  const shift = useMemo(
    () =>
      sideBySide(
        ways.map((w) => w.doc),
        9,
      ),
    [ways],
  );
  const pick = (next: Picked) => (event: React.SyntheticEvent) => {
    event.stopPropagation();
    onPick(next);
  };
  const seen = (x: number, y: number) => x > -BEYOND && y > -BEYOND && x < size[0] + BEYOND && y < size[1] + BEYOND;
  const places = plant.places.filter((p) => spots[p.name]).map((p) => ({ p, name: p.name, at: onScreen(view, spots[p.name]!) }));
  const inView = places.filter(({ at: [x, y] }) => seen(x, y));
  const few = inView.length <= MANY;
  const apart = new Set([...(marked ?? []), ...(picked?.sort === "place" ? [picked.name] : [])]);
  const stacks = few && view.scale < NO_FOLD ? folded(inView, apart) : [];
  const within = new Map<string, Cluster>(stacks.flatMap((stack) => stack.names.map((name) => [name, stack] as const)));
  const at = (name: string) => within.get(name)?.at ?? onScreen(view, spots[name]!);
  const alone = inView.filter(({ name }) => !within.has(name));
  const lines = ways.flatMap((way, i) => {
    const stack = within.get(way.doc.a);
    if (stack && stack === within.get(way.doc.b)) return [];
    const [ax, ay] = at(way.doc.a);
    const [bx, by] = at(way.doc.b);
    const far = Math.hypot(bx - ax, by - ay) || 1;
    const ox = (-(by - ay) / far) * shift[i]!;
    const oy = ((bx - ax) / far) * shift[i]!;
    return [{ way, ax: ax + ox, ay: ay + oy, bx: bx + ox, by: by + oy, far }];
  });
  const linesInView = few ? lines : lines.filter((l) => seen(l.ax, l.ay) || seen(l.bx, l.by));
  const worstIn = (names: string[]): Severity | undefined => {
    const inside = new Set(names);
    const said = [
      ...names.map((name) => worst.get(`place ${name}`)),
      ...ways.filter((w) => inside.has(w.doc.a) && inside.has(w.doc.b)).map((w) => worst.get(`pathway ${w.doc.name}`)),
    ];
    return said.includes("stop") ? "stop" : said.includes("warn") ? "warn" : undefined;
  };
  const stackName = (stack: Cluster) => {
    const lead = stack.names.find((n) => /equipment|building|room/.test(plant.places.find((p) => p.name === n)?.kind ?? "")) ?? stack.names[0]!;
    return `${lead} and ${stack.names.length - 1} more`;
  };
  const numbers = numbered(alone.map(({ name }) => name).filter((name) => picked?.name !== name));
  const labels = labelsThatFit(
    [
      ...stacks.map((stack) => ({
        key: `stack ${stack.names[0]}`,
        text: stackName(stack),
        at: around([stack.at[0] + 3, stack.at[1] - 3], stackName(stack), 12),
        rank: 0.4,
      })),
      ...(few ? alone.filter(({ name }) => numbers.get(name)?.lead ?? true) : alone.filter(({ name }) => picked?.name === name)).map(({ p, at: spot }) => ({
        key: `place ${p.name}`,
        text: numbers.get(p.name)?.row ?? p.name,
        at: around(spot, numbers.get(p.name)?.row ?? p.name, numbers.has(p.name) ? 6 : 0),
        rank: picked?.name === p.name ? 0 : /equipment/.test(p.kind ?? "") ? 0.5 : p.kind === "chamber" || p.inside ? 3 : 1.5,
      })),
      ...(few ? lines : []).flatMap(({ way, ax, ay, bx, by, far }) =>
        far > 40
          ? [{ key: `way ${way.doc.name}`, text: lengthNumber(way.doc.length_m, unit), at: [[(ax + bx) / 2, (ay + by) / 2 + 5] as const], rank: 2 }]
          : [],
      ),
    ],
    few
      ? [
          ...alone.map(({ at: [x, y] }) => [x - 9, y - 9, x + 9, y + 9] as const),
          ...stacks.map(({ at: [x, y] }) => [x - 16, y - 22, x + 22, y + 16] as const),
          ...lines.flatMap(({ way, ax, ay, bx, by }) => {
            const severity = worst.get(`pathway ${way.doc.name}`);
            const [x, y] = [(ax + bx) / 2, (ay + by) / 2];
            return severity === "stop" || severity === "warn" ? [[x - 10, y - 10, x + 10, y + 10] as const] : [];
          }),
        ]
      : [],
  );
  const label = (key: string, text: string, tone: string, weight: number, size_ = 13, mono = false) => {
    const spot = labels.get(key);
    return (
      spot && (
        <SvgText x={spot[0]} y={spot[1]} textAnchor="middle" rim mono={mono} size={size_} weight={weight} tone={tone} style={{ stroke: paint("bg.panel") }}>
          {text}
        </SvgText>
      )
    );
  };
  return (
    <>
      {linesInView.map(({ way, ax, ay, bx, by }) => {
        const name = way.doc.name;
        const on = picked?.sort === "pathway" && picked.name === name;
        const severity = worst.get(`pathway ${name}`);
        const flagged = severity === "stop" || severity === "warn";
        const strong = on || !!marked?.has(name);
        const tone = strong ? "accent.fg" : severity === "stop" ? "stop.fg" : severity === "warn" ? "warn.fg" : "fg";
        return (
          <g key={name} onClick={pick({ sort: "pathway", name })} style={{ cursor: "pointer" }} data-pathway={name}>
            {few && <line x1={ax} y1={ay} x2={bx} y2={by} stroke="transparent" strokeWidth="14" />}
            <WayLine x1={ax} y1={ay} x2={bx} y2={by} kind={way.doc.kind} cables={way.cables.length} tone={tone} strong={strong} />
            {laid.has(name) && <Laid x1={ax} y1={ay} x2={bx} y2={by} tone={tone} />}
            {flagged && <Flag x={(ax + bx) / 2} y={(ay + by) / 2} severity={severity} />}
          </g>
        );
      })}
      {linesInView.map(({ way }) => {
        const severity = worst.get(`pathway ${way.doc.name}`);
        const on = picked?.sort === "pathway" && picked.name === way.doc.name;
        if (severity === "stop" || severity === "warn") return null;
        return <g key={way.doc.name}>{label(`way ${way.doc.name}`, lengthNumber(way.doc.length_m, unit), on ? "accent.fg" : "fg.muted", 400, 12, true)}</g>;
      })}
      {alone.map(({ p, at: [x, y] }) => {
        const on = picked?.sort === "place" && picked.name === p.name;
        const hot = on || !!marked?.has(p.name);
        const loose = schematic.has(p.name);
        return (
          <g
            key={p.name}
            onClick={pick({ sort: "place", name: p.name })}
            onPointerDown={loose ? (event) => onGrab(p.name, event) : undefined}
            style={{ cursor: loose ? "move" : "pointer" }}
            data-place={p.name}
          >
            {few && <rect x={x - 14} y={y - 14} width="28" height="28" fill="transparent" />}
            <PlaceMark kind={p.kind ?? ""} x={x} y={y} on={hot} inside={!!p.inside} schematic={loose} number={numbers.get(p.name)?.number} />
            {label(`place ${p.name}`, numbers.get(p.name)?.row ?? p.name, hot ? "accent.fg" : "fg", on ? 700 : 600)}
          </g>
        );
      })}
      {stacks.map((stack) => {
        const [x, y] = stack.at;
        const severity = worstIn(stack.names);
        return (
          <g
            key={stack.names.join()}
            role="button"
            tabIndex={0}
            onClick={(event) => {
              event.stopPropagation();
              onOpen(stack.names);
            }}
            onKeyDown={(event) => {
              if (event.key !== "Enter" && event.key !== " ") return;
              event.preventDefault();
              event.stopPropagation();
              onOpen(stack.names);
            }}
            style={{ cursor: "zoom-in" }}
            data-stack={stack.names.length}
          >
            <Stack x={x} y={y} count={stack.names.length} on={false} />
            {severity && <Flag x={x + 24} y={y + 14} severity={severity} />}
            {label(`stack ${stack.names[0]}`, stackName(stack), "fg", 700)}
          </g>
        );
      })}
    </>
  );
});
