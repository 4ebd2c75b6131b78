/** The site drawn from its coordinates: places, pathways, what is selected, what goes dark. */
import { Box, Button, Flex } from "@chakra-ui/react";
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { PlantView } from "../../api/plant";
import { useSettings } from "../../app/settings";
import { lengthNumber } from "../../parts/figures";
import { around, drawnTogether, fitting, labelsThatFit, onScreen, seenLarge, sideBySide, zoomed, type Spots, type View } from "../../parts/mapLayout";
import { SvgText } from "../../parts/SvgText";
import { Toggle } from "../../parts/Toggle";
import { paint } from "../../theme";

export interface Picked {
  sort: "place" | "pathway";
  name: string;
}

interface Props {
  plant: PlantView;
  picked: Picked | null;
  onPick: (picked: Picked | null) => void;
  /** Names of pathways and places to be marked. */
  marked?: Set<string> | undefined;
  /** What the marks mean, in words. */
  markedWord?: string | undefined;
}

/** How each kind of pathway is drawn, and its word in the legend. */
const STROKES: Record<string, { dash?: string; width: number }> = {
  conduit: { width: 3 },
  duct: { width: 3 },
  riser: { width: 3 },
  tray: { width: 5 },
  wall: { width: 2 },
  trench: { width: 3, dash: "10 4" },
  burial: { width: 3, dash: "10 4" },
  aerial: { width: 2, dash: "2 5" },
  seabed: { width: 3, dash: "14 4 3 4" },
};
const MANY = 160;
const NO_SIZE: [number, number] = [800, 520];
/** Drawn beyond the frame on all sides, so that there is something to drag in. */
const BEYOND = 300;

type Severity = "stop" | "warn" | "note";

const spotsOf = (plant: PlantView): Spots => Object.fromEntries(plant.spots.map((s) => [s.name, [s.x_m, s.y_m] as const]));

function worstByName(plant: PlantView): Map<string, Severity> {
  const found = new Map<string, Severity>();
  for (const about of plant.findings) {
    if (about.sort !== "pathway" && about.sort !== "place") continue;
    const key = `${about.sort} ${about.name}`;
    if (!found.has(key)) found.set(key, about.severity);
  }
  return found;
}

export function SiteMap({ plant, picked, onPick, marked, markedWord }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const world = useRef<SVGSVGElement>(null);
  const [measured, setSize] = useState<[number, number] | null>(null);
  const size = measured ?? NO_SIZE;
  const [together, setTogether] = useState(true);
  const spots = useMemo(() => drawnTogether(spotsOf(plant), together), [plant, together]);
  const fit = useMemo(() => fitting(spots, size[0], size[1]), [spots, size]);
  const [moved, setMoved] = useState<{ of: View; view: View } | null>(null);
  const view = moved?.of === fit ? moved.view : fit;
  const setView = useCallback((next: View) => setMoved({ of: fit, view: next }), [fit]);
  // What is picked elsewhere is brought into view where it would be too small to see.
  const [sought, setSought] = useState<{ picked: Picked | null; fit: View } | null>(null);
  if (picked && (sought?.picked?.name !== picked.name || sought.picked.sort !== picked.sort) && measured) {
    setSought({ picked, fit });
    const way = picked.sort === "pathway" ? plant.pathways.find((w) => w.doc.name === picked.name)?.doc : undefined;
    const [a, b] = way ? [spots[way.a], spots[way.b]] : [spots[picked.name], spots[picked.name]];
    if (a && b) {
      const [p, q] = [onScreen(view, a), onScreen(view, b)];
      const small = way !== undefined && Math.hypot(q[0] - p[0], q[1] - p[1]) < 60;
      const outside = [p, q].some(([x, y]) => x < 20 || y < 50 || x > size[0] - 20 || y > size[1] - 20);
      if (small || outside) setView(seenLarge(view, a, b, size[0], size[1]));
    }
  }
  const drag = useRef<{ x: number; y: number; dx: number; dy: number; far: boolean } | null>(null);

  useLayoutEffect(() => {
    const box = frame.current;
    if (!box) return;
    const measure = () => setSize((old) => (old?.[0] === box.clientWidth && old[1] === box.clientHeight ? old : [box.clientWidth, box.clientHeight]));
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(box);
    return () => watch.disconnect();
  }, []);

  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const rect = box.getBoundingClientRect();
      setView(zoomed(view, Math.exp(-event.deltaY / 400), event.clientX - rect.left, event.clientY - rect.top));
    };
    box.addEventListener("wheel", wheel, { passive: false });
    return () => box.removeEventListener("wheel", wheel);
  }, [view, setView]);

  // While it is dragged the finished picture is moved; nothing is drawn until it is let go.
  const onDown = (event: React.PointerEvent) => {
    drag.current = { x: event.clientX, y: event.clientY, dx: 0, dy: 0, far: false };
  };
  const onMove = (event: React.PointerEvent) => {
    const at = drag.current;
    if (!at) return;
    at.dx = event.clientX - at.x;
    at.dy = event.clientY - at.y;
    if (!at.far && Math.hypot(at.dx, at.dy) < 4) return;
    if (!at.far) {
      at.far = true;
      event.currentTarget.setPointerCapture(event.pointerId);
    }
    if (world.current) world.current.style.transform = `translate(${at.dx}px, ${at.dy}px)`;
  };
  const onUp = () => {
    const at = drag.current;
    drag.current = null;
    if (world.current) world.current.style.transform = "";
    if (at?.far) setView({ ...view, x: view.x + at.dx, y: view.y + at.dy });
  };
  const nudge = (dx: number, dy: number) => setView({ ...view, x: view.x + dx, y: view.y + dy });
  const zoom = (factor: number) => setView(zoomed(view, factor, size[0] / 2, size[1] / 2));
  const onKeyDown = (event: React.KeyboardEvent) => {
    const actions: Record<string, () => void> = {
      ArrowLeft: () => nudge(60, 0),
      ArrowRight: () => nudge(-60, 0),
      ArrowUp: () => nudge(0, 60),
      ArrowDown: () => nudge(0, -60),
      "+": () => zoom(1.3),
      "=": () => zoom(1.3),
      "-": () => zoom(1 / 1.3),
    };
    const action = actions[event.key];
    if (!action || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    action();
  };
  return (
    <Box ref={frame} position="relative" flex="1" minH="0" minW="0" overflow="hidden" bg="bg.panel" borderWidth="1px" data-map="">
      <svg
        ref={world}
        width={size[0] + 2 * BEYOND}
        height={size[1] + 2 * BEYOND}
        role="application"
        aria-label="Map of the site: arrows move it, plus and minus zoom"
        tabIndex={0}
        onPointerDown={onDown}
        onPointerMove={onMove}
        onPointerUp={onUp}
        onPointerCancel={onUp}
        onKeyDown={onKeyDown}
        onClick={() => onPick(null)}
        style={{ position: "absolute", left: -BEYOND, top: -BEYOND, touchAction: "none", cursor: "grab", willChange: "transform" }}
      >
        <g transform={`translate(${BEYOND} ${BEYOND})`}>
          <Drawn plant={plant} spots={spots} view={view} picked={picked} onPick={onPick} marked={marked} size={size} />
        </g>
      </svg>
      <Flex position="absolute" top="8px" right="8px" gap="1.5" className="no-print" align="center">
        <Toggle
          label="Distances"
          value={together ? "together" : "true"}
          options={[
            { value: "together", label: "far places drawn near" },
            { value: "true", label: "to scale" },
          ]}
          onChange={(value) => setTogether(value === "together")}
        />
        {(
          [
            ["+", "Zoom in", () => zoom(1.3)],
            ["−", "Zoom out", () => zoom(1 / 1.3)],
            ["all", "Show all", () => setMoved(null)],
          ] as const
        ).map(([label, title, act]) => (
          <Button
            key={label}
            size="xs"
            h="26px"
            minW="28px"
            px="2"
            variant="outline"
            bg="bg.panel"
            colorPalette="accent"
            title={title}
            aria-label={title}
            onClick={act}
          >
            {label}
          </Button>
        ))}
      </Flex>
      {marked && marked.size > 0 && markedWord && (
        <Box position="absolute" left="10px" bottom="8px" bg="bg.panel" px="2" fontSize="13px" fontWeight="600" color="accent.fg">
          {markedWord}
        </Box>
      )}
    </Box>
  );
}

interface DrawnProps {
  plant: PlantView;
  spots: Spots;
  view: View;
  picked: Picked | null;
  onPick: (picked: Picked | null) => void;
  marked?: Set<string> | undefined;
  size: [number, number];
}

const Drawn = memo(function Drawn({ plant, spots, view, picked, onPick, marked, size }: DrawnProps) {
  const { unit } = useSettings();
  const worst = useMemo(() => worstByName(plant), [plant]);
  const ways = useMemo(() => plant.pathways.filter((p) => spots[p.doc.a] && spots[p.doc.b]), [plant, spots]);
  const shift = useMemo(
    () =>
      sideBySide(
        ways.map((w) => w.doc),
        8,
      ),
    [ways],
  );
  const pick = (next: Picked) => (event: React.SyntheticEvent) => {
    event.stopPropagation();
    onPick(next);
  };
  const at = (name: string) => onScreen(view, spots[name]!);
  const seen = (x: number, y: number) => x > -BEYOND && y > -BEYOND && x < size[0] + BEYOND && y < size[1] + BEYOND;
  const lines = ways.map((way, i) => {
    const [ax, ay] = at(way.doc.a);
    const [bx, by] = at(way.doc.b);
    const far = Math.hypot(bx - ax, by - ay) || 1;
    const ox = (-(by - ay) / far) * shift[i]!;
    const oy = ((bx - ax) / far) * shift[i]!;
    return { way, ax: ax + ox, ay: ay + oy, bx: bx + ox, by: by + oy, far };
  });
  const places = plant.places.filter((p) => spots[p.name]).map((p) => ({ p, at: at(p.name) }));
  const inView = places.filter(({ at: [x, y] }) => seen(x, y));
  const few = inView.length <= MANY;
  const linesInView = few ? lines : lines.filter((l) => seen(l.ax, l.ay) || seen(l.bx, l.by));
  const labels = labelsThatFit(
    [
      ...(few ? inView : inView.filter(({ p }) => picked?.name === p.name)).map(({ p, at: spot }) => ({
        key: `place ${p.name}`,
        text: p.name,
        at: around(spot, p.name),
        rank: picked?.name === p.name ? 0 : /equipment/.test(p.kind ?? "") ? 0.5 : p.kind === "chamber" || p.inside ? 3 : 1.5,
      })),
      ...(few ? lines : []).flatMap(({ way, ax, ay, bx, by, far }) =>
        far > 40
          ? [{ key: `way ${way.doc.name}`, text: lengthNumber(way.doc.length_m, unit), at: [[(ax + bx) / 2, (ay + by) / 2 + 5] as const], rank: 2 }]
          : [],
      ),
    ],
    few ? inView.map(({ at: [x, y] }) => [x - 8, y - 8, x + 8, y + 8] as const) : [],
  );
  return (
    <>
      {linesInView.map(({ way, ax, ay, bx, by }) => {
        const name = way.doc.name;
        const on = picked?.sort === "pathway" && picked.name === name;
        const severity = worst.get(`pathway ${name}`);
        const hot = marked?.has(name);
        const stroke = STROKES[way.doc.kind] ?? { width: 3 };
        const tone = on || hot ? "accent.fg" : severity === "stop" ? "stop.fg" : severity === "warn" ? "warn.fg" : "border.emphasized";
        return (
          <g key={name} onClick={pick({ sort: "pathway", name })} style={{ cursor: "pointer" }} data-pathway={name}>
            {few && <line x1={ax} y1={ay} x2={bx} y2={by} stroke="transparent" strokeWidth="14" />}
            <line x1={ax} y1={ay} x2={bx} y2={by} stroke={paint(tone)} strokeWidth={stroke.width + (on || hot ? 2.5 : 0)} strokeDasharray={stroke.dash} />
            {(severity === "stop" || severity === "warn") && <Flag x={(ax + bx) / 2} y={(ay + by) / 2} severity={severity} />}
            {labels.has(`way ${name}`) && severity !== "stop" && severity !== "warn" && (
              <SvgText
                x={labels.get(`way ${name}`)![0]}
                y={labels.get(`way ${name}`)![1]}
                textAnchor="middle"
                mono
                rim
                size={12}
                tone={on ? "accent.fg" : "fg.muted"}
                style={{ stroke: paint("bg.panel") }}
              >
                {lengthNumber(way.doc.length_m, unit)}
              </SvgText>
            )}
          </g>
        );
      })}
      {inView.map(({ p, at: [x, y] }) => {
        const on = picked?.sort === "place" && picked.name === p.name;
        const hot = marked?.has(p.name);
        return (
          <g key={p.name} onClick={pick({ sort: "place", name: p.name })} style={{ cursor: "pointer" }} data-place={p.name}>
            {few && <rect x={x - 14} y={y - 14} width="28" height="28" fill="transparent" />}
            <PlaceMark kind={p.kind ?? ""} x={x} y={y} on={on || !!hot} inside={!!p.inside} />
            {labels.has(`place ${p.name}`) && (
              <SvgText
                x={labels.get(`place ${p.name}`)![0]}
                y={labels.get(`place ${p.name}`)![1]}
                textAnchor="middle"
                rim
                size={13}
                weight={on ? 700 : 600}
                tone={on || hot ? "accent.fg" : "fg"}
                style={{ stroke: paint("bg.panel") }}
              >
                {p.name}
              </SvgText>
            )}
          </g>
        );
      })}
    </>
  );
});

function Flag({ x, y, severity }: { x: number; y: number; severity: Severity }) {
  return (
    <g>
      <circle cx={x} cy={y} r="10" fill={paint("bg.panel")} />
      {severity === "stop" ? (
        <path d={`M${x - 4} ${y - 5}v10M${x + 4} ${y - 5}v10M${x - 4} ${y}h8`} stroke={paint("stop.fg")} strokeWidth="2.4" fill="none" />
      ) : (
        <path d={`M${x - 6} ${y - 4.5}h12L${x} ${y + 5.5}z`} fill={paint("warn.fg")} />
      )}
    </g>
  );
}

/** Buildings and rooms are filled squares, cabinets smaller ones, chambers open ones, poles rings. */
function PlaceMark({ kind, x, y, on, inside }: { kind: string; x: number; y: number; on: boolean; inside: boolean }) {
  const colour = paint(on ? "accent.fg" : "fg");
  const open = paint("bg.panel");
  if (/chamber|manhole|pit/.test(kind)) return <rect x={x - 6} y={y - 6} width="12" height="12" fill={open} stroke={colour} strokeWidth="2.5" />;
  if (/pole|mast/.test(kind)) return <circle cx={x} cy={y} r="6" fill={open} stroke={colour} strokeWidth="3" />;
  if (inside) return <rect x={x - 4} y={y - 4} width="8" height="8" fill={colour} transform={`rotate(45 ${x} ${y})`} />;
  const half = /cabinet|rack/.test(kind) ? 5 : 8;
  return <rect x={x - half} y={y - half} width={2 * half} height={2 * half} fill={colour} />;
}
