/** The trace on a canvas: planned thin, measured thick; drag pans, wheel and keys zoom, two markers measure. */
import { Box } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { columns, levels, moved, ticks, zoomed, type Curve, type Range } from "./plotted";

export interface Drawn {
  curve: Curve;
  tone: "planned" | "measured" | "also";
  label: string;
}

interface Props {
  curves: Drawn[];
  whole: Range;
  range: Range;
  onRange: (range: Range) => void;
  markers: [number, number] | null;
  onMarkers: (markers: [number, number]) => void;
  faults: { m: number; plus: number }[];
  dotted: number[];
  height: number;
  floor: number;
  label: string;
}

const LEFT = 46;
const BOTTOM = 20;

/** Colours of the theme as a canvas needs them. */
function colours(node: HTMLElement) {
  const of = (token: string) => getComputedStyle(node).getPropertyValue(`--chakra-colors-${token}`).trim() || "#000";
  return { ink: of("fg"), second: of("fg-muted"), line: of("border"), accent: of("accent-fg"), warn: of("warn-fg"), warnTint: of("warn-subtle") };
}

export function Plot({ curves, whole, range, onRange, markers, onMarkers, faults, dotted, height, floor, label }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(600);
  const [theme, setTheme] = useState(0);
  const held = useRef<{ x: number; range: Range; marker: 0 | 1 | null } | null>(null);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.max(200, Math.floor(entry.contentRect.width))));
    watch.observe(node);
    const mode = new MutationObserver(() => setTheme((n) => n + 1));
    mode.observe(document.documentElement, { attributes: true, attributeFilter: ["class", "data-theme"] });
    return () => {
      watch.disconnect();
      mode.disconnect();
    };
  }, []);
  const inner = width - LEFT;
  const toX = (m: number) => LEFT + ((m - range[0]) / (range[1] - range[0])) * inner;
  const toM = (x: number) => range[0] + ((x - LEFT) / inner) * (range[1] - range[0]);
  useEffect(() => {
    const node = canvas.current;
    const paint = node?.getContext("2d");
    if (!node || !paint || !box.current) return;
    const fine = window.devicePixelRatio || 1;
    node.width = width * fine;
    node.height = height * fine;
    paint.setTransform(fine, 0, 0, fine, 0, 0);
    const look = colours(box.current);
    paint.clearRect(0, 0, width, height);
    const tall = height - BOTTOM;
    const scale = levels(
      curves.map((one) => one.curve),
      range,
      floor,
    );
    const y = (db: number) => ((scale[1] - db) / (scale[1] - scale[0])) * tall;
    paint.font = "12px 'Atkinson Hyperlegible Mono Variable', monospace";
    paint.fillStyle = look.second;
    paint.strokeStyle = look.line;
    paint.lineWidth = 1;
    for (const db of ticks(scale, 5)) {
      paint.setLineDash([2, 4]);
      paint.beginPath();
      paint.moveTo(LEFT, y(db));
      paint.lineTo(width, y(db));
      paint.stroke();
      paint.textAlign = "right";
      paint.textBaseline = "middle";
      paint.fillText(String(db).replace("-", "−"), LEFT - 6, y(db));
    }
    paint.setLineDash([]);
    paint.textBaseline = "top";
    paint.textAlign = "center";
    for (const m of ticks(range, Math.max(3, Math.floor(inner / 110)))) {
      const x = toX(m);
      paint.beginPath();
      paint.moveTo(x, tall);
      paint.lineTo(x, tall + 4);
      paint.stroke();
      paint.fillText(String(m).replace("-", "−"), x, tall + 6);
    }
    for (const fault of faults) {
      paint.fillStyle = look.warnTint;
      paint.fillRect(toX(fault.m - fault.plus), 0, Math.max(3, toX(fault.m + fault.plus) - toX(fault.m - fault.plus)), tall);
    }
    paint.strokeStyle = look.line;
    paint.setLineDash([1, 3]);
    for (const m of dotted) {
      paint.beginPath();
      paint.moveTo(toX(m), 0);
      paint.lineTo(toX(m), tall);
      paint.stroke();
    }
    paint.setLineDash([]);
    paint.save();
    paint.beginPath();
    paint.rect(LEFT, 0, inner, tall);
    paint.clip();
    for (const one of curves) {
      paint.strokeStyle = one.tone === "measured" ? look.accent : look.ink;
      paint.lineWidth = one.tone === "measured" ? 2.4 : one.tone === "planned" ? 1.2 : 1.8;
      paint.setLineDash(one.tone === "also" ? [6, 3] : []);
      const pixels = columns(one.curve, range, inner);
      paint.beginPath();
      let drawing = false;
      for (let x = 0; x < inner; x++) {
        const least = pixels[2 * x]!;
        const most = pixels[2 * x + 1]!;
        if (Number.isNaN(least)) {
          drawing = false;
          continue;
        }
        if (!drawing) paint.moveTo(LEFT + x, y(most));
        else paint.lineTo(LEFT + x, y(most));
        if (most - least > 0.002) paint.lineTo(LEFT + x, y(least));
        drawing = true;
      }
      paint.stroke();
    }
    paint.setLineDash([]);
    paint.restore();
    paint.lineWidth = 1.5;
    paint.textAlign = "center";
    (markers ?? []).forEach((m, n) => {
      if (m < range[0] || m > range[1]) return;
      paint.strokeStyle = look.warn;
      paint.fillStyle = look.warn;
      paint.beginPath();
      paint.moveTo(toX(m), 0);
      paint.lineTo(toX(m), tall);
      paint.stroke();
      paint.font = "700 13px 'Atkinson Hyperlegible Next Variable', sans-serif";
      paint.fillText(n === 0 ? "A" : "B", toX(m) + 8, 2);
    });
    // Drawn again whenever what is shown changes; everything it reads is listed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [curves, range, markers, faults, dotted, width, height, floor, theme]);
  const at = (event: { clientX: number }) => event.clientX - (canvas.current?.getBoundingClientRect().left ?? 0);
  const nearest = (x: number): 0 | 1 | null => {
    if (!markers) return null;
    const far = markers.map((m) => Math.abs(toX(m) - x));
    const best = far[0]! <= far[1]! ? 0 : 1;
    return far[best]! < 12 ? best : null;
  };
  useEffect(() => {
    const node = canvas.current;
    if (!node) return;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      onRange(zoomed(range, toM(at(event)), event.deltaY > 0 ? 1.25 : 0.8, whole));
    };
    node.addEventListener("wheel", wheel, { passive: false });
    return () => node.removeEventListener("wheel", wheel);
  });
  const middle = (range[0] + range[1]) / 2;
  const step = (range[1] - range[0]) / 20;
  const keys: Record<string, () => void> = {
    ArrowLeft: () => onRange(moved(range, -step * 2, whole)),
    ArrowRight: () => onRange(moved(range, step * 2, whole)),
    "+": () => onRange(zoomed(range, middle, 0.7, whole)),
    "-": () => onRange(zoomed(range, middle, 1.4, whole)),
    "0": () => onRange(whole),
    a: () => onMarkers([middle, markers?.[1] ?? middle + step]),
    b: () => onMarkers([markers?.[0] ?? middle - step, middle]),
    ",": () => markers && onMarkers([markers[0] - step / 10, markers[1]]),
    ".": () => markers && onMarkers([markers[0] + step / 10, markers[1]]),
    "<": () => markers && onMarkers([markers[0], markers[1] - step / 10]),
    ">": () => markers && onMarkers([markers[0], markers[1] + step / 10]),
  };
  return (
    <Box ref={box} position="relative" data-plot="">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={label}
        style={{ width: "100%", height, display: "block", touchAction: "none", cursor: "crosshair" }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          const x = at(event);
          const marker = nearest(x);
          held.current = { x, range, marker };
          if (event.shiftKey || event.detail === 2) onMarkers([toM(x), markers?.[1] ?? toM(x) + step]);
        }}
        onPointerMove={(event) => {
          const from = held.current;
          if (!from) return;
          if (from.marker !== null && markers) {
            const next: [number, number] = [...markers];
            next[from.marker] = toM(at(event));
            onMarkers(next);
          } else {
            onRange(moved(from.range, -((at(event) - from.x) / inner) * (from.range[1] - from.range[0]), whole));
          }
        }}
        onPointerUp={() => (held.current = null)}
        onKeyDown={(event) => {
          const act = keys[event.key];
          if (!act || event.ctrlKey || event.metaKey || event.altKey) return;
          event.preventDefault();
          event.stopPropagation();
          act();
        }}
      />
    </Box>
  );
}
