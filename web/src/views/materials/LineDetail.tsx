/** One line of the list: how it is counted, what it is for, its price and stock, and where to cut. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { memo } from "react";
import { Link as RouterLink } from "react-router";
import type { MaterialLine, MaterialsView } from "../../api/materials";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { whereStands } from "../../app/where";
import { length, lengthNumber } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { LineFields } from "./LineFields";
import { MoreGlass } from "./MoreGlass";
import { ReelCut } from "./ReelCut";
import { ReelDrawing } from "./ReelDrawing";

export function LineDetail({ line, view }: { line: MaterialLine; view: MaterialsView }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const metres = line.unit === "m";
  const amount = (value: number) => `${metres ? lengthNumber(value, unit) : value}`;
  const cable = line.item === "cable" || line.item === "trunk";
  const names = new Set(line.reasons.map((reason) => reason.name));
  const reels = cable
    ? view.cuts.filter((reel) => (reel.bought ? reel.type === line.what : line.stock > 0 && reel.pieces.some((piece) => names.has(piece.cable))))
    : [];
  return (
    <Flex
      as="aside"
      direction="column"
      gap="2.5"
      w={{ base: "100%", lg: "420px" }}
      flex="none"
      order={{ base: -1, lg: 0 }}
      minH="0"
      overflowY={{ lg: "auto" }}
      pb="4"
      aria-label="Line"
      className="print-whole"
    >
      <Heading as="h2" fontSize="19px" lineHeight="1.25">
        {line.item}: {line.what}
      </Heading>
      <Text data-sum="">
        needed <Mono fontWeight="700">{amount(line.needed)}</Mono> + cutting and packs <Mono fontWeight="700">{amount(line.waste)}</Mono> − at hand{" "}
        <Mono fontWeight="700">{amount(line.stock)}</Mono> = buy <Mono fontWeight="700">{amount(line.buy)}</Mono> {metres ? unit : ""}
        {line.packs != null && ` in ${line.packs} pack${line.packs === 1 ? "" : "s"} of ${line.pack}`}
      </Text>
      {line.guessed && (
        <Text fontSize="14px" color="warn.fg" data-guessed="">
          {line.reserve > 0
            ? `A length in it is a guess: ${amount(line.reserve)} ${unit} more are ordered for that. Measure it before you order.`
            : "A length in it is a guess, and nothing is added for that: measure it before you order."}
        </Text>
      )}
      <LineFields line={line} view={view} />
      <Text fontSize="14px" color="fg.muted">
        {line.price === null
          ? "No price: ask for one. Until then the plan has no total."
          : line.own
            ? `This plan’s own price${line.date ? `, of ${line.date}` : ", of no date"}.`
            : "A demo price, invented: put in what you pay."}
        {cable && " What is at hand stands in Route, reels."}
      </Text>
      <MoreGlass line={line} view={view} />
      {reels.map((reel) => (
        <Box key={reel.reel}>
          <ReelDrawing reel={reel} longest={Math.max(...reels.map((one) => one.length_m))} />
          {reel.pieces.length > 0 && <ReelCut key={`${reel.reel} ${reel.left_m}`} reel={reel} />}
        </Box>
      ))}
      {reels.length > 0 && (
        <Text fontSize="14px" color="fg.muted">
          {reels.some((reel) => !reel.bought) &&
            (view.proved
              ? "From the reels at hand no other plan cuts more, opens fewer reels or keeps a longer piece."
              : "From the reels at hand longest piece first, best found so far: too many to prove that no other plan is better.")}{" "}
          {view.drums_m > 0 &&
            (view.drums_m <= view.least_drums_m
              ? `No choice of drums takes fewer metres than the ${length(view.drums_m, unit)} of the plan; ask the supplier which are sold.`
              : `Drums for ${length(view.drums_m, unit)} in all, best found so far; less than ${length(view.least_drums_m, unit)} is proven impossible.`)}
        </Text>
      )}
      <Box>
        <Text fontSize="13px" fontWeight="700" color="fg.muted">
          What it is for
        </Text>
        <Reasons reasons={line.reasons} home={`/plans/${plan.id}`} />
      </Box>
    </Flex>
  );
}

/** Drawn anew only where another line is picked: an edit leaves what a line is for as it is. */
const Reasons = memo(function Reasons({ reasons, home }: { reasons: MaterialLine["reasons"]; home: string }) {
  return reasons.map((reason) => (
    <Text key={reason.name}>
      <Reason reason={reason} home={home} />
    </Text>
  ));
});

function Reason({ reason, home }: { reason: MaterialLine["reasons"][number]; home: string }) {
  const to = whereStands(home, reason);
  if (!to) return <>{reason.name}</>;
  return (
    <Link asChild color="accent.fg">
      <RouterLink to={to}>{reason.name}</RouterLink>
    </Link>
  );
}
