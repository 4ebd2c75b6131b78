/** A key to what patterns of readings mean. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { Sheet } from "../../parts/Sheet";
import { paint } from "../../theme";

type Dot = [row: number, line: 0 | 1, db: number, way: 1 | -1];

interface Shape {
  title: string;
  told: string;
  dots: Dot[];
}

const ROWS = [0, 1, 2, 3];
/** Four strands as they should be, but for those in `odd`. */
const usual = (odd: Dot[]): Dot[] => [
  ...ROWS.flatMap((row): Dot[] =>
    ([0, 1] as const).flatMap((line): Dot[] => ([1, -1] as const).map((way): Dot => [row, line, 0.42 + 0.05 * ((row * 7 + line * 3) % 4) - 0.03 * line, way])),
  ).filter(([row, line, , way]) => !odd.some(([r, l, , w]) => r === row && l === line && w === way)),
  ...odd,
];

const SHAPES: Shape[] = [
  {
    title: "One strand, everything high",
    told: "A bad joint or dirt: alike at both wavelengths and both ways.",
    dots: usual([
      [1, 0, 0.95, 1],
      [1, 0, 0.96, -1],
      [1, 1, 0.93, 1],
      [1, 1, 0.94, -1],
    ]),
  },
  {
    title: "The lower line alone",
    told: "A bend: the longer wavelength leaks first.",
    dots: usual([
      [2, 1, 0.9, 1],
      [2, 1, 0.91, -1],
    ]),
  },
  {
    title: "One way, all strands, shifted",
    told: "The reference of that way: set it again, subtract nothing.",
    dots: usual(
      ROWS.flatMap((row): Dot[] => [
        [row, 0, 0.12 + 0.04 * (row % 3), 1],
        [row, 1, 0.1 + 0.04 * (row % 3), 1],
      ]),
    ),
  },
  {
    title: "One strand, one way",
    told: "A test plug at that end, or glass of another core.",
    dots: usual([
      [3, 0, 0.85, 1],
      [3, 1, 0.83, 1],
    ]),
  },
  {
    title: "Both strands of a port",
    told: "The adapter or both plugs in it.",
    dots: usual(
      [0, 1].flatMap((row): Dot[] => [
        [row, 0, 0.84, 1],
        [row, 0, 0.85, -1],
        [row, 1, 0.82, 1],
        [row, 1, 0.83, -1],
      ]),
    ),
  },
  {
    title: "A whole row",
    told: "A tube that is squeezed, or a grain that keeps the ferrule from touching.",
    dots: ROWS.flatMap((row): Dot[] => [
      [row, 0, 0.8 + 0.03 * row, 1],
      [row, 0, 0.81 + 0.03 * row, -1],
      [row, 1, 0.79 + 0.03 * row, 1],
      [row, 1, 0.8 + 0.03 * row, -1],
    ]),
  },
];

export function Patterns({ onClose }: { onClose: () => void }) {
  return (
    <Sheet title="What patterns mean" open onClose={onClose} size="xl">
      <Text mb="2">
        Upper line the shorter wavelength, lower line the longer one; the triangle points the way of the light. The tint is what is expected, the thick line the
        limit.
      </Text>
      <Flex wrap="wrap" gap="4">
        {SHAPES.map((shape) => (
          <Box key={shape.title} w="230px">
            <Drawing dots={shape.dots} />
            <Text fontWeight="700">{shape.title}</Text>
            <Text fontSize="14px">{shape.told}</Text>
          </Box>
        ))}
      </Flex>
    </Sheet>
  );
}

function Drawing({ dots }: { dots: Dot[] }) {
  const x = (db: number) => db * 220;
  const y = (row: number, line: number) => 8 + row * 24 + line * 11;
  return (
    <svg width="230" height="104" aria-hidden="true">
      <rect x={x(0.32)} y="0" width={x(0.3)} height="104" fill={paint("accent.subtle")} />
      <path d={`M${x(0.75)} 0v104`} stroke={paint("fg")} strokeWidth="3" />
      {ROWS.map((row) => [0, 1].map((line) => <path key={`${row}${line}`} d={`M0 ${y(row, line)}H230`} stroke={paint("border")} />))}
      {dots.map(([row, line, db, way], n) => (
        <path
          key={n}
          d={`M${x(db) - way * 4} ${y(row, line) - 4}l${way * 8} 4l${-way * 8} 4z`}
          fill={db > 0.75 ? paint("stop.fg") : db < 0.3 ? paint("warn.fg") : paint("fg")}
        />
      ))}
    </svg>
  );
}
