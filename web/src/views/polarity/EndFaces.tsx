/** The end faces at each multi-fiber joint, as the person who holds the plug sees them. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Face, PolarityView } from "../../api/client";
import { paint } from "../../theme";

export function EndFaces({ view, lit }: { view: PolarityView; lit: number | null }) {
  const strand = lit === null ? null : view.strands[lit];
  return (
    <Box mt="1" mb="2">
      <Text fontSize="13px" color="fg.muted">
        End faces, looking into each plug: the bar is the key, the ring is position 1, squares are pins.
      </Text>
      <Flex gap="4" wrap="wrap" mt="1">
        {view.columns.map(
          (column, i) =>
            column.near &&
            column.far && (
              <Flex key={i} gap="2" align="center" fontSize="13px" data-faces={column.at + 1}>
                <Text fontWeight="600">{column.at + 1}</Text>
                <OneFace face={column.near} on={position(strand?.labels[i])} />
                <OneFace face={column.far} on={position(strand?.labels[i + 1])} />
              </Flex>
            ),
        )}
      </Flex>
    </Box>
  );
}

const position = (label: string | undefined) => (label === undefined ? null : Number(label.split(":").pop()));

function OneFace({ face, on }: { face: Face; on: number | null }) {
  const step = 7;
  const rows = face.positions / face.columns;
  const w = face.columns * step + 34;
  const h = 18 + rows * 8;
  const key = face.key_up ? 1 : h - 5;
  return (
    <svg width={w} height={h} role="img" aria-label={`${face.name}, key ${face.key_up ? "up" : "down"}`}>
      <title>{`${face.name}, key ${face.key_up ? "up" : "down"}`}</title>
      <rect x="1" y="5" width={w - 2} height={h - 10} rx="3" fill={paint("bg.panel")} stroke={paint("fg")} strokeWidth="1.5" />
      <rect x={w / 2 - 8} y={key} width="16" height="4" fill={paint("fg")} />
      {[9, w - 9].map((x) =>
        face.pinned ? (
          <rect key={x} x={x - 3} y={h / 2 - 3} width="6" height="6" fill={paint("fg")} />
        ) : (
          <circle key={x} cx={x} cy={h / 2} r="3" fill="none" stroke={paint("fg.muted")} />
        ),
      )}
      {Array.from({ length: face.positions }, (_, i) => {
        const row = Math.floor(i / face.columns);
        const column = i % face.columns;
        // Turned over with its key down, the plug shows position 1 at the right of its last row.
        const x = 17 + (face.key_up ? column : face.columns - 1 - column) * step + step / 2;
        const y = h / 2 + ((face.key_up ? row : rows - 1 - row) - (rows - 1) / 2) * 8;
        const shown = on === i + 1;
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={shown ? 3.2 : i === 0 ? 2.6 : 1.7}
            fill={shown ? paint("accent.solid") : i === 0 ? "none" : paint("fg")}
            stroke={i === 0 ? paint("fg") : "none"}
          />
        );
      })}
    </svg>
  );
}
