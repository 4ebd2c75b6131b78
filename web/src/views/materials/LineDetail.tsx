/** One line of the list: how it is counted, what it is for, its price and stock, and where to cut. */
import { Box, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { MaterialLine, MaterialsView } from "../../api/materials";
import { useChangePlant } from "../../api/plant";
import { usePrices } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { whereStands } from "../../app/where";
import { TextField } from "../../forms/Field";
import { length, lengthNumber, typed } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { MoreGlass } from "./MoreGlass";
import { ReelDrawing } from "./ReelDrawing";

export function LineDetail({ line, view }: { line: MaterialLine; view: MaterialsView }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const change = useChangePlant(plan.id);
  const book = usePrices(plan.id, plan.revision).data;
  const metres = line.unit === "m";
  const amount = (value: number) => `${metres ? lengthNumber(value, unit) : value}`;
  const cable = line.item === "cable" || line.item === "trunk";
  const names = new Set(line.reasons.map((reason) => reason.name));
  const reels = cable
    ? view.cuts.filter((reel) => (reel.bought ? reel.type === line.what : line.stock > 0 && reel.pieces.some((piece) => names.has(piece.cable))))
    : [];
  const own = book?.rows.find((row) => row.name === line.priced_as);
  const storePrice = (text: string) => {
    const price = text.trim() === "" ? null : typed(text);
    return keepPrice({ price, date: new Date().toISOString().slice(0, 10), pack: line.pack, lead_days: line.lead_days });
  };
  const asOwn = line.own ? { price: line.price, ...(line.date && { date: line.date }) } : {};
  const storePack = (text: string) => keepPrice({ ...asOwn, pack: text.trim() === "" ? null : typed(text), lead_days: line.lead_days });
  const keepPrice = (said: Record<string, unknown>) => {
    const doc = { name: line.priced_as, ...said };
    return change.mutateAsync({ what: `Price of ${line.priced_as}`, changes: [{ kind: "price", id: own?.id ?? null, doc }] });
  };
  const storeStock = (text: string) => {
    const count = typed(text) ?? 0;
    const id = view.stock[line.key] ?? null;
    const what = `At hand: ${count} of ${line.key}`;
    if (count === 0) return id ? change.mutateAsync({ what, changes: [{ kind: "stock", id, doc: null }] }) : Promise.resolve();
    return change.mutateAsync({ what, changes: [{ kind: "stock", id, doc: { name: line.key, count } }] });
  };
  const number = (text: string) => (text.trim() === "" || (typed(text) ?? -1) >= 0 ? null : `“${text}” is not a number`);
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
      <Flex gap="2" wrap="wrap" align="end" className="no-print">
        <TextField
          label={`Price of one${metres ? " metre" : ""}, ${view.currency}`}
          width="150px"
          mono
          placeholder="not known"
          value={line.price === null ? "" : String(line.price)}
          invalid={number}
          onCommit={storePrice}
        />
        <TextField
          label="Comes after, working days"
          width="160px"
          mono
          value={line.lead_days == null ? "" : String(line.lead_days)}
          placeholder="not known"
          invalid={(text) => {
            const count = typed(text);
            return text.trim() === "" || (count !== null && Number.isInteger(count) && count >= 0) ? null : `“${text}” is not a whole number of days`;
          }}
          onCommit={(text) => keepPrice({ ...asOwn, pack: line.pack, lead_days: text.trim() === "" ? null : typed(text) })}
        />
        {!cable && (
          <TextField
            label="Sold in packs of"
            width="120px"
            mono
            value={line.pack == null ? "" : String(line.pack)}
            placeholder="one"
            invalid={(text) => {
              const count = typed(text);
              return text.trim() === "" || (count !== null && Number.isInteger(count) && count >= 2) ? null : `“${text}” is not a whole number from 2`;
            }}
            onCommit={storePack}
          />
        )}
        {!cable && (
          <TextField
            label="At hand"
            width="110px"
            mono
            value={line.stock ? String(line.stock) : ""}
            placeholder="none"
            invalid={number}
            onCommit={storeStock}
          />
        )}
      </Flex>
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
        <ReelDrawing key={reel.reel} reel={reel} longest={Math.max(...reels.map((one) => one.length_m))} />
      ))}
      {reels.length > 0 && (
        <Text fontSize="14px" color="fg.muted">
          {view.proved
            ? "From the reels at hand no other plan cuts more, opens fewer reels or keeps a longer piece."
            : "From the reels at hand longest piece first, best found so far: too many to prove that no other plan is better."}{" "}
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
        {line.reasons.map((reason) => (
          <Text key={reason.name}>
            <Reason reason={reason} home={`/plans/${plan.id}`} />
          </Text>
        ))}
      </Box>
    </Flex>
  );
}

function Reason({ reason, home }: { reason: MaterialLine["reasons"][number]; home: string }) {
  const to = whereStands(home, reason);
  if (!to) return <>{reason.name}</>;
  return (
    <Link asChild color="accent.fg">
      <RouterLink to={to}>{reason.name}</RouterLink>
    </Link>
  );
}
