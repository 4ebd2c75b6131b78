/** The option that is looked at: what is bought, how its cable is finished, and taking it. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { LinkSummary } from "../../api/client";
import { useFinishes, type ChoiceView, type Finish, type Need, type OptionView } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { exactly, length, money, plus, rate } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { AtEnds } from "./AtEnds";
import type { Draft } from "./draft";
import { Said } from "../../words/Said";

interface Props {
  option: OptionView;
  need: Need;
  currency: string;
  view: ChoiceView;
  onNeed: (change: Partial<Draft>) => void;
  onTake: () => void;
  /** The link that the option would take the place of. */
  replaced?: LinkSummary | undefined;
  onAside: () => void;
}

export function OptionDetail({ option, need, currency, view, onNeed, onTake, replaced, onAside }: Props) {
  const { unit } = useSettings();
  const what =
    option.links === 0
      ? "Take it: record the copper run"
      : replaced
        ? "Put it in the link’s place"
        : option.links === 1
          ? "Take it: build the link"
          : `Take it: build ${option.links} links`;
  return (
    <Flex
      as="aside"
      direction="column"
      w={{ base: "100%", lg: "300px" }}
      flex="none"
      minH="0"
      overflowY={{ lg: "auto" }}
      gap="2"
      pb="4"
      aria-label="The option"
      className="print-whole"
    >
      <Heading as="h2" fontSize="18px" lineHeight="1.2">
        {option.label}
      </Heading>
      <Button colorPalette="accent" onClick={onTake} flex="none" className="no-print">
        {what}
      </Button>
      {replaced && (
        <Aside strong data-replaces="">
          <b>{replaced.name}</b>
          <Text>
            {replaced.application}, {replaced.verdict}, margin {plus(replaced.margin_db)} → {option.verdict ?? "no light path"}, margin {plus(option.margin_db)}{" "}
            dB
          </Text>
          <Button size="xs" variant="ghost" colorPalette="accent" px="1" onClick={onAside}>
            Leave it, build a new link
          </Button>
        </Aside>
      )}
      {option.gives_up.length > 0 && (
        <Aside data-gives-up="">
          <b>What is given up:</b> {option.gives_up.join("; ")}.
        </Aside>
      )}
      {option.margins_db.length > 1 && (
        <Aside>
          <b>Two routes,</b> left {option.margins_db.map((m) => plus(m)).join(" and ")} dB. Two live links between the same two networks loop, unless spanning
          tree or link aggregation is on.
        </Aside>
      )}
      {option.cables.map((cable) => (
        <Text key={cable.name} fontSize="14px" lineHeight="1.35" data-cable={cable.name}>
          <b>
            <Mono>{length(cable.sheath_m, unit)}</Mono> of new cable, {cable.strands} strands
          </b>
          {cable.construction ? `: ${cable.construction.toLowerCase()}` : ""}
          {cable.route.length > 0 ? `, through ${cable.route.join(", ")}` : ""}.
          {cable.placed ? "" : " It goes over a reel: its strands are given out once it is known where the pieces meet."}
          {cable.objections.length > 0 && (
            <Text as="span" display="block" color="warn.fg" fontSize="13px">
              No construction suits the whole way. <Said text={cable.objections.join(" ")} />
            </Text>
          )}
          {cable.head !== null && (
            <Text as="span" display="block" color="warn.fg" fontSize="13px">
              <Said text={cable.head} />
            </Text>
          )}
        </Text>
      ))}
      <Bill option={option} currency={currency} />
      <Text fontSize="14px" lineHeight="1.35" data-facts="">
        {option.parts} kinds of parts to stock
        {option.carries_gbps !== null ? `; the glass carries up to ${rate(option.carries_gbps)} with new modules` : ""}
        {option.against.length > 0 ? `; against the house rules: ${option.against.join(", ").toLowerCase()}` : "; follows the house rules"}.
      </Text>
      <AtEnds view={view} onRate={(rate_gbps) => onNeed({ rate_gbps })} />
      <Finishes option={option} need={need} onNeed={onNeed} />
      {option.second_later !== null && (
        <Aside>
          <b>A second cable:</b> {money(option.second_now, currency)} in the same pull, {money(option.second_later, currency)} in a visit of its own later.
        </Aside>
      )}
      <Text fontSize="13px" color="fg.muted">
        Prices are the plan’s price book; those of the demo are invented. Local codes decide which cable may run where.
      </Text>
    </Flex>
  );
}

function Aside({ strong, children, ...rest }: { strong?: boolean; children: React.ReactNode }) {
  return (
    <Box bg="bg.panel" px="3" py="2" borderLeftWidth="4px" borderColor={strong ? "accent.solid" : "border.emphasized"} fontSize="14px" {...rest}>
      {children}
    </Box>
  );
}

function Bill({ option, currency }: { option: OptionView; currency: string }) {
  const { unit } = useSettings();
  return (
    <Box>
      {option.bill.map((line) => (
        <Flex key={line.what} gap="2" fontSize="13px" borderTopWidth="1px" py="0.5">
          <Mono w="60px" flex="none" textAlign="end">
            {line.unit === "m" ? length(line.quantity, unit) : `${line.quantity} ×`}
          </Mono>
          <Text flex="1">{line.what}</Text>
          <Mono color={line.each === null ? "warn.fg" : "fg"}>{exactly(line.total)}</Mono>
        </Flex>
      ))}
      <Flex fontSize="13px" borderTopWidth="1px" py="0.5">
        <Text flex="1">work, {Math.round(option.minutes / 6) / 10} h</Text>
        <Mono color={option.labour === null ? "warn.fg" : "fg"}>{exactly(option.labour)}</Mono>
      </Flex>
      <Flex fontWeight="700" borderTopWidth="2px" borderColor="fg" py="0.5">
        <Text flex="1">Now</Text>
        <Mono>
          {exactly(option.total)} {option.total === null ? "" : currency}
        </Mono>
      </Flex>
      {option.grows !== null && (
        <Flex fontSize="14px">
          <Text flex="1">{option.grows ? "Growing: new modules" : "Growing: all anew, one more visit"}</Text>
          <Mono>{money(option.later, currency)}</Mono>
        </Flex>
      )}
    </Box>
  );
}

const TITLES: Record<string, string> = { termination: "Ends of the new cable", panel_plug: "Connectors on its panels" };

/** The same option finished otherwise: what each way costs and leaves. */
function Finishes({ option, need, onNeed }: Pick<Props, "option" | "need" | "onNeed">) {
  const { plan } = useOpenPlan();
  const found = useFinishes(plan.id, plan.revision, need, option.key).data ?? [];
  return ["termination", "panel_plug"].map((key) => {
    const rows = found.filter((f) => f.key === key);
    if (rows.length === 0) return null;
    return (
      <Box key={key} role="radiogroup" aria-label={TITLES[key]}>
        <Text fontSize="13px" fontWeight="700">
          {TITLES[key]}
        </Text>
        {rows.map((row) => (
          <FinishRow key={row.value} row={row} onPick={() => onNeed({ [key]: row.value })} />
        ))}
      </Box>
    );
  });
}

function FinishRow({ row, onPick }: { row: Finish; onPick: () => void }) {
  if (row.reason !== null) {
    return (
      <Text fontSize="13px" color="fg.muted" borderTopWidth="1px" py="1">
        {row.words}: <Said text={row.reason} />
      </Text>
    );
  }
  return (
    <Button
      role="radio"
      aria-checked={row.taken}
      variant="plain"
      size="xs"
      h="28px"
      w="100%"
      px="1"
      gap="2"
      justifyContent="flex-start"
      borderTopWidth="1px"
      borderRadius="0"
      fontSize="13px"
      fontWeight={row.taken ? 700 : 400}
      color="fg"
      bg={row.taken ? "bg.panel" : "transparent"}
      onClick={onPick}
    >
      <Text as="span" w="12px" aria-hidden>
        {row.taken ? "●" : "○"}
      </Text>
      <Text as="span" flex="1" textAlign="start">
        {row.words}
      </Text>
      <Mono w="52px" textAlign="end">
        {money(row.total, "")}
      </Mono>
      <Mono w="62px" textAlign="end">
        {plus(row.margin_db)} dB
      </Mono>
    </Button>
  );
}
