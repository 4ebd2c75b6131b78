/** What the map's lines and marks mean, and how long a metre is on it. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { PlantView } from "../../../api/plant";
import { useSettings } from "../../../app/settings";
import { lengthNumber, toUnit } from "../../../words/figures";
import { scaleBar } from "../../../drawing/mapLayout";
import { Mono } from "../../../words/Mono";
import { paint } from "../../../theme";
import { DASHES, Laid, PlaceMark, Stack, WayLine, WIDTHS } from "./marks";

export function Legend({ plant }: { plant: PlantView }) {
  const kinds = DASHES.filter((one) => plant.pathways.some((w) => one.kinds.includes(w.doc.kind)));
  const schematic = plant.spots.some((s) => s.schematic);
  return (
    <Box asChild bg="bg.panel" borderWidth="1px" px="2" py="1" fontSize="13px" maxW="100%">
      <details data-legend="">
        <summary style={{ cursor: "pointer", fontWeight: 600 }}>What lines and marks mean</summary>
        <Flex gap="4" wrap="wrap" pt="1" pb="1">
          <Box>
            {kinds.map((one) => (
              <Row key={one.word} word={one.word}>
                <WayLine x1={0} y1={8} x2={44} y2={8} kind={one.kinds[0]!} cables={2} tone="fg" />
              </Row>
            ))}
          </Box>
          <Box>
            <Row word="all that is to be pulled lies there">
              <WayLine x1={0} y1={8} x2={44} y2={8} kind="duct" cables={1} tone="fg" />
              <Laid x1={0} y1={8} x2={44} y2={8} tone="fg" />
            </Row>
            {WIDTHS.map((one) => (
              <Row key={one.word} word={one.word}>
                <WayLine x1={0} y1={8} x2={44} y2={8} kind="duct" cables={one.from} tone="fg" />
              </Row>
            ))}
          </Box>
          <Box>
            {(
              [
                ["building", "building, room"],
                ["cabinet", "cabinet, rack"],
                ["chamber", "chamber"],
                ["pole", "pole, mast"],
              ] as const
            ).map(([kind, word]) => (
              <Row key={kind} word={word}>
                <PlaceMark kind={kind} x={22} y={9} on={false} inside={false} schematic={false} />
              </Row>
            ))}
            <Row word="several, near each other" tall>
              <Stack x={18} y={22} count={4} on={false} />
            </Row>
            {schematic && (
              <Row word="drawn from lengths, not surveyed" tall>
                <PlaceMark kind="building" x={22} y={19} on={false} inside={false} schematic />
              </Row>
            )}
          </Box>
        </Flex>
      </details>
    </Box>
  );
}

function Row({ word, tall = false, children }: { word: string; tall?: boolean; children: React.ReactNode }) {
  const height = tall ? 38 : 18;
  return (
    <Flex gap="2" align="center">
      <svg width="44" height={height} aria-hidden>
        {children}
      </svg>
      <Text>{word}</Text>
    </Flex>
  );
}

interface ScaleProps {
  /** Pixels a metre, near the middle of the drawing. */
  scale: number;
  together: boolean;
  schematic: boolean;
}

export function Scale({ scale, together, schematic }: ScaleProps) {
  const { unit } = useSettings();
  const perPixel = toUnit(1, unit) / scale;
  const { figure, pixels } = scaleBar(perPixel, 130);
  return (
    <Flex bg="bg.panel" px="2" py="1" align="end" gap="3" fontSize="13px" pointerEvents="none" data-scale="">
      {!schematic && (
        <svg width="14" height="30" role="img" aria-label="North is up">
          <path d="M7 28V12M2 16L7 10L12 16" stroke={paint("fg")} strokeWidth="1.6" fill="none" />
          <text x="7" y="8" textAnchor="middle" fontSize="10" fontWeight="700" fill={paint("fg")}>
            N
          </text>
        </svg>
      )}
      <Box>
        <Text lineHeight="1.2">
          <Mono>{unit === "m" ? lengthNumber(figure, "m") : lengthNumber(figure / toUnit(1, "ft"), "ft")}</Mono> {unit}
          {together ? ", near the middle" : ""}
        </Text>
        <Box w={`${pixels}px`} h="7px" borderWidth="1.5px" borderTopWidth="0" borderColor="fg" />
      </Box>
    </Flex>
  );
}
