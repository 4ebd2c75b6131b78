/** A pathway cut across: the cables in it to scale, and how full it is. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useSection, type SectionView } from "../../api/plant";
import { useOpenPlan } from "../../app/planContext";
import { Mono } from "../../words/Mono";
import { paint } from "../../theme";

const SIDE = 132;

function Round({ section }: { section: SectionView }) {
  const inner = section.inner_mm ?? 1;
  const outside = section.inside.some((one) => !one.fits);
  const scale = (SIDE - 10) / (inner * (outside ? 1.6 : 1));
  const middle = SIDE / 2;
  return (
    <svg width={outside ? SIDE * 1.25 : SIDE} height={SIDE} role="img" aria-label={`Cross-section of ${section.name}`}>
      <circle cx={middle} cy={middle} r={(inner / 2) * scale} fill={paint("bg")} stroke={paint("fg")} strokeWidth="3" />
      {section.inside.map((one, i) =>
        one.x_mm === null || one.y_mm === null || one.od_mm === null ? null : (
          <circle
            key={i}
            cx={middle + one.x_mm * scale}
            cy={middle - one.y_mm * scale}
            r={(one.od_mm / 2) * scale}
            fill={paint(one.power ? "warn.subtle" : one.planned ? "accent.subtle" : "bg.emphasized")}
            stroke={paint(one.power ? "warn.fg" : one.planned ? "accent.fg" : "fg.muted")}
            strokeWidth="2"
            strokeDasharray={one.power ? "4 2" : undefined}
          >
            <title>{`${one.name}, ${one.od_mm} mm`}</title>
          </circle>
        ),
      )}
    </svg>
  );
}

type Inside = SectionView["inside"][number];

/** Alike cables on one line. */
function grouped(inside: Inside[]): [Inside, number][] {
  const found: [Inside, number][] = [];
  for (const one of inside) {
    const same = found.find(([other]) => other.name === one.name && other.od_mm === one.od_mm && other.fits === one.fits);
    if (same) same[1] += 1;
    else found.push([one, 1]);
  }
  return found;
}

export function Section({ name }: { name: string }) {
  const { plan } = useOpenPlan();
  const section = useSection(plan.id, plan.revision, name);
  const shown = section.data;
  if (!shown) return <Text color="fg.muted">{section.error ? section.error.message : "Measuring …"}</Text>;
  const over = shown.percent !== null && shown.limit_percent !== null && shown.percent > shown.limit_percent;
  return (
    <Box data-section={name}>
      <Flex gap="3" align="start">
        {shown.inner_mm !== null && <Round section={shown} />}
        <Box flex="1" minW="0">
          {shown.percent !== null && shown.limit_percent !== null ? (
            <>
              <Text fontSize="22px" fontWeight="800" lineHeight="1.1" color={over ? "stop.fg" : "fg"}>
                {Math.round(shown.percent)} % full
              </Text>
              <Text fontSize="13px" color="fg.muted">
                {shown.limit_percent} % is the limit for {shown.inside.length === 1 ? "one cable" : `${shown.inside.length} cables`}
              </Text>
              <Text fontSize="12px" color="fg.muted">
                {shown.limit_source}
              </Text>
            </>
          ) : (
            <Text fontWeight="600">{shown.missing ? `How full is not known: ${shown.missing}.` : "No fill limit: open ground, air or sea."}</Text>
          )}
          {shown.free_bore_mm !== null && (
            <Text fontSize="13px" mt="1">
              A head of <Mono fontWeight="700">{Math.floor(shown.free_bore_mm)}</Mono> mm still passes.
            </Text>
          )}
          {shown.jams && (
            <Text fontSize="13px" color="warn.fg" fontWeight="600">
              Jam ratio {shown.jam_ratio}: three may wedge.
            </Text>
          )}
        </Box>
      </Flex>
      <Box mt="1.5" fontSize="14px">
        {grouped(shown.inside).map(([one, count], i) => (
          <Flex key={i} gap="2" borderTopWidth="1px" py="0.5">
            <Text flex="1" truncate fontWeight={one.planned ? 600 : 400} color={one.fits ? "fg" : "stop.fg"}>
              {count > 1 && `${count} × `}
              {one.name}
              {one.power && " · power"}
              {!one.fits && " · no room as drawn"}
            </Text>
            <Mono color="fg.muted">{one.od_mm === null ? "? mm" : `${one.od_mm} mm`}</Mono>
          </Flex>
        ))}
        {shown.inside.length === 0 && <Text color="fg.muted">Nothing lies in it.</Text>}
      </Box>
    </Box>
  );
}
