/** The site drawn from its coordinates: places, pathways, what is selected, what goes dark. */
import { Box, Button, Flex } from "@chakra-ui/react";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { PlantView } from "../../../api/plant";
import type { State } from "../../../api/visits";
import { useOpenPlan } from "../../../app/planContext";
import {
  drawnTogether,
  farAway,
  fitting,
  offScreen,
  onGround,
  onScreen,
  seenLarge,
  zoomed,
  type Spot,
  type Spots,
  type View,
} from "../../../drawing/mapLayout";
import { Toggle } from "../../../forms/Toggle";
import { BEYOND, Drawn } from "./Drawn";
import { paperMap } from "../../../drawing/paper";
import { Legend, Scale } from "./Legend";

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
  /** A place without a surveyed position was put somewhere. [m] */
  onMoved?: (name: string, spot: Spot) => void;
  /** Somebody pointed at where a new place is. [m] */
  onPoint?: ((spot: Spot) => void) | undefined;
}

const NO_SIZE: [number, number] = [800, 520];
const spotsOf = (plant: PlantView): Spots => Object.fromEntries(plant.spots.map((s) => [s.name, [s.x_m, s.y_m] as const]));

/** Pathways with cable to be pulled, all of which lies there. */
function laidWays(plant: PlantView, states: Map<string, State>): Set<string> {
  const open = new Map(plant.cables.filter(({ doc }) => !doc.existing && !doc.wish).map(({ doc }) => [doc.name, states.get(doc.id ?? "")]));
  const lies = (state: State | undefined) => state !== undefined && state !== "planned" && state !== "on site";
  return new Set(
    plant.pathways
      .filter((way) => {
        const mine = way.cables.filter((name) => open.has(name));
        return mine.length > 0 && mine.every((name) => lies(open.get(name)));
      })
      .map((way) => way.doc.name),
  );
}

export function SiteMap({ plant, picked, onPick, marked, markedWord, onMoved, onPoint }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const world = useRef<SVGSVGElement>(null);
  const [measured, setSize] = useState<[number, number] | null>(null);
  const size = measured ?? NO_SIZE;
  const [near, setTogether] = useState<boolean | null>(null);
  // Who points or drags does it to scale; so is what is drawn from lengths, unless somebody asks otherwise.
  const together = !onPoint && (near ?? !plant.spots.some((s) => s.schematic));
  const ground = useMemo(() => spotsOf(plant), [plant]);
  const { states } = useOpenPlan();
  const laid = useMemo(() => laidWays(plant, states), [plant, states]);
  const schematic = useMemo(() => new Set(plant.spots.filter((s) => s.schematic).map((s) => s.name)), [plant]);
  // While a place is dragged it stands where the pointer is.
  const [held, setHeld] = useState<{ name: string; at: Spot } | null>(null);
  const still = useMemo(() => drawnTogether(ground, together), [ground, together]);
  const spots = useMemo(() => (held ? { ...still, [held.name]: held.at } : still), [still, held]);
  // Only where drawing far places near changes anything is there a choice.
  const far = useMemo(() => farAway(ground), [ground]);
  const fit = useMemo(() => fitting(still, size[0], size[1]), [still, size]);
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
  const fingers = useRef(new Map<number, Spot>());
  const pinch = useRef<{ view: View; far: number } | null>(null);
  const grabbed = useRef<{ name: string; far: boolean } | null>(null);
  const inFrame = (event: { clientX: number; clientY: number }): Spot => {
    const rect = frame.current?.getBoundingClientRect();
    return [event.clientX - (rect?.left ?? 0), event.clientY - (rect?.top ?? 0)];
  };
  const onGrab = useCallback(
    (name: string, event: React.PointerEvent) => {
      if (!onMoved || together) return;
      event.stopPropagation();
      world.current?.setPointerCapture(event.pointerId);
      grabbed.current = { name, far: false };
      drag.current = { x: event.clientX, y: event.clientY, dx: 0, dy: 0, far: false };
    },
    [onMoved, together],
  );
  const onDown = (event: React.PointerEvent) => {
    fingers.current.set(event.pointerId, inFrame(event));
    const [a, b] = [...fingers.current.values()];
    if (a && b) {
      drag.current = null;
      if (world.current) world.current.style.transform = "";
      pinch.current = { view, far: Math.hypot(a[0] - b[0], a[1] - b[1]) || 1 };
    } else drag.current = { x: event.clientX, y: event.clientY, dx: 0, dy: 0, far: false };
  };
  const onMove = (event: React.PointerEvent) => {
    if (fingers.current.has(event.pointerId)) fingers.current.set(event.pointerId, inFrame(event));
    const [a, b] = [...fingers.current.values()];
    if (pinch.current && a && b) {
      const far = Math.hypot(a[0] - b[0], a[1] - b[1]);
      return setView(zoomed(pinch.current.view, far / pinch.current.far, (a[0] + b[0]) / 2, (a[1] + b[1]) / 2));
    }
    const at = drag.current;
    if (!at) return;
    at.dx = event.clientX - at.x;
    at.dy = event.clientY - at.y;
    if (!at.far && Math.hypot(at.dx, at.dy) < 4) return;
    if (grabbed.current) {
      grabbed.current.far = at.far = true;
      return setHeld({ name: grabbed.current.name, at: offScreen(view, inFrame(event)) });
    }
    if (!at.far) {
      at.far = true;
      event.currentTarget.setPointerCapture(event.pointerId);
    }
    if (world.current) world.current.style.transform = `translate(${at.dx}px, ${at.dy}px)`;
  };
  const onUp = (event: React.PointerEvent) => {
    fingers.current.delete(event.pointerId);
    if (pinch.current) {
      if (fingers.current.size === 0) pinch.current = null;
      drag.current = null;
      return;
    }
    const at = drag.current;
    const place = grabbed.current;
    drag.current = null;
    grabbed.current = null;
    if (place) {
      if (place.far && onMoved) onMoved(place.name, onGround(ground, together, offScreen(view, inFrame(event))));
      else if (!place.far) onPick({ sort: "place", name: place.name });
      return setHeld(null);
    }
    if (world.current) world.current.style.transform = "";
    if (at?.far) setView({ ...view, x: view.x + at.dx, y: view.y + at.dy });
  };
  const open = useCallback(
    (names: string[]) => setView(fitting(Object.fromEntries(names.flatMap((n) => (still[n] ? [[n, still[n]]] : []))), size[0], size[1], 130)),
    [still, size, setView],
  );
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
    <Box ref={frame} position="relative" flex="1" minH="0" minW="0" overflow="hidden" bg="bg.panel" borderWidth="1px" data-map="" css={paperMap(size)}>
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
        onClick={(event) => {
          if (onPoint) onPoint(onGround(ground, together, offScreen(view, inFrame(event))));
          else onPick(null);
        }}
        style={{ position: "absolute", left: -BEYOND, top: -BEYOND, touchAction: "none", cursor: onPoint ? "crosshair" : "grab", willChange: "transform" }}
      >
        <g transform={`translate(${BEYOND} ${BEYOND})`}>
          <Drawn
            plant={plant}
            spots={spots}
            schematic={schematic}
            view={view}
            picked={picked}
            onPick={onPick}
            onOpen={open}
            onGrab={onGrab}
            marked={marked}
            laid={laid}
            size={size}
          />
        </g>
      </svg>
      <Flex position="absolute" top="8px" right="8px" gap="1.5" className="no-print" align="center">
        {far && !onPoint && (
          <Toggle
            label="Distances"
            value={together ? "together" : "true"}
            options={[
              { value: "together", label: "far places drawn near" },
              { value: "true", label: "to scale" },
            ]}
            onChange={(value) => setTogether(value === "together")}
          />
        )}
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
      <Flex position="absolute" left="8px" bottom="8px" direction="column" align="start" gap="1" maxW="calc(100% - 16px)">
        {marked && marked.size > 0 && markedWord && (
          <Box bg="bg.panel" px="2" fontSize="13px" fontWeight="600" color="accent.fg">
            {markedWord}
          </Box>
        )}
        {schematic.size > 0 && (
          <Box bg="bg.panel" px="2" fontSize="13px" fontWeight="600" data-schematic="">
            {schematic.size === plant.spots.length ? "Drawn from lengths" : `${schematic.size} of ${plant.spots.length} drawn from lengths`}, not surveyed
            {onMoved && !together ? ": drag them where they belong" : ""}
          </Box>
        )}
        <Legend plant={plant} />
      </Flex>
      <Box position="absolute" right="8px" bottom="8px">
        <Scale scale={view.scale} together={together && far} schematic={schematic.size === plant.spots.length} />
      </Box>
    </Box>
  );
}
