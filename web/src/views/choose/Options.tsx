/** Options in order with their reasons, what rules the others out, and the one that is looked at. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { LinkSummary } from "../../api/client";
import type { ChoiceView, Need, OptionView, Weights } from "../../api/choice";
import { useTurns } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, plus } from "../../parts/figures";
import { VerdictMark } from "../../parts/Mark";
import { Mono } from "../../parts/Mono";

export const money = (value: number | null, currency: string) =>
  value === null ? "no price" : `${Math.round(value).toString().replace(/\B(?=(\d{3})+$)/g, "\u202f")} ${currency}`;

interface Props {
  view: ChoiceView;
  need: Need;
  weights: Weights;
  current: string | null;
  onPick: (key: string) => void;
  onTake: (option: OptionView) => void;
  /** The link that the option would take the place of. */
  replaced?: LinkSummary;
  onAside: () => void;
}

export function Options({ view, need, weights, current, onPick, onTake, replaced, onAside }: Props) {
  const shown = view.options.find((o) => o.key === current) ?? view.options[0];
  return (
    <Flex gap="4" flex={{ base: "none", lg: "1" }} minH="0" minW="0" direction={{ base: "column", lg: "row" }}>
      <Box flex="1" minW="0" overflowY={{ lg: "auto" }} pb="4">
        <Table.Root size="sm" variant="line" aria-label="Options" css={{ "& td, & th": { py: "1.5", verticalAlign: "top" } }}>
          <Table.Header>
            <Table.Row bg="bg">
              {["Option", "Left dB", "Now", "Growing", "Strands"].map((h, i) => (
                <Table.ColumnHeader key={h} textAlign={i ? "end" : "start"}>
                  {h}
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {view.options.map((o, i) => {
              const on = o.key === shown?.key;
              return (
                <Table.Row
                  key={o.key}
                  bg={on ? "bg.panel" : "bg"}
                  tabIndex={0}
                  cursor="pointer"
                  onClick={() => onPick(o.key)}
                  onKeyDown={(e) => e.key === "Enter" && onPick(o.key)}
                  data-option={o.key}
                  aria-selected={on}
                >
                  <Table.Cell borderLeftWidth="4px" borderLeftColor={on ? "accent.solid" : "transparent"}>
                    <Flex gap="2">
                      <Mono color="fg.muted">{i + 1}</Mono>
                      <Box>
                        <Flex gap="1.5" align="center">
                          {o.verdict && <VerdictMark verdict={o.verdict} size={13} />}
                          <Text fontWeight="700">{o.label}</Text>
                        </Flex>
                        <Text fontSize="13px" color="fg.muted" lineHeight="1.3">
                          {o.why.join(" · ")}
                        </Text>
                      </Box>
                    </Flex>
                  </Table.Cell>
                  <Table.Cell textAlign="end">
                    <Mono fontWeight="700">{o.margin_db === null ? "" : plus(o.margin_db)}</Mono>
                  </Table.Cell>
                  <Table.Cell textAlign="end" whiteSpace="nowrap">
                    <Mono>{money(o.total, "")}</Mono>
                  </Table.Cell>
                  <Table.Cell textAlign="end" whiteSpace="nowrap">
                    <Mono>{o.grows === null ? "" : `+${money(o.later, "")}`}</Mono>
                  </Table.Cell>
                  <Table.Cell textAlign="end">
                    <Mono>{o.strands || ""}</Mono>
                  </Table.Cell>
                </Table.Row>
              );
            })}
          </Table.Body>
        </Table.Root>
        {view.options.length === 0 && <Text fontWeight="600">Nothing meets this need by the plan’s house rules. Why, below.</Text>}
        <Schools view={view} />
        <Sensitivity need={need} weights={weights} />
        {view.ruled_out.length > 0 && (
          <Box asChild mt="3">
            <details open={view.options.length === 0} data-ruled-out="">
              <summary style={{ cursor: "pointer", fontWeight: 700 }}>{view.ruled_out.length} ruled out</summary>
              {view.ruled_out.map((r) => (
                <Text key={r.label} fontSize="14px" mt="1">
                  <b>{r.label}.</b> {r.reason}
                </Text>
              ))}
            </details>
          </Box>
        )}
      </Box>
      {shown && <Detail option={shown} currency={view.currency} onTake={() => onTake(shown)} replaced={replaced} onAside={onAside} />}
    </Flex>
  );
}

function Schools({ view }: { view: ChoiceView }) {
  const modes = Object.entries(view.by_mode);
  if (modes.length < 2) return null;
  return (
    <Text mt="3" fontSize="14px" data-schools="">
      <b>Cheapest of each school:</b> {modes.map(([mode, total]) => `${mode} ${money(total, view.currency)}`).join(" · ")}
    </Text>
  );
}

function Sensitivity({ need, weights }: { need: Need; weights: Weights }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const [asked, setAsked] = useState<string | null>(null);
  const key = JSON.stringify([need, weights, plan.revision]);
  const turns = useTurns(plan.id, plan.revision, need, weights, asked === key);
  if (asked !== key) {
    return (
      <Button size="xs" variant="ghost" colorPalette="accent" px="1" mt="2" onClick={() => setAsked(key)}>
        Where would the order change?
      </Button>
    );
  }
  return (
    <Box mt="2" fontSize="14px" data-turns="">
      <b>The order changes:</b>{" "}
      {turns.isPending
        ? "trying other distances and prices …"
        : turns.data?.length
          ? turns.data.map((t) => `${t.what} ${t.what.startsWith("distance") ? length(t.at, unit) : t.at}: ${t.then}`).join(" · ")
          : "not for distances from a tenth to ten times, nor for dearer modules."}
    </Box>
  );
}

interface DetailProps {
  option: OptionView;
  currency: string;
  onTake: () => void;
  replaced?: LinkSummary;
  onAside: () => void;
}

function Detail({ option, currency, onTake, replaced, onAside }: DetailProps) {
  const { unit } = useSettings();
  return (
    <Flex as="aside" direction="column" w={{ base: "100%", lg: "300px" }} flex="none" minH="0" overflowY={{ lg: "auto" }} gap="2" pb="4" aria-label="The option">
      <Heading as="h2" fontSize="18px" lineHeight="1.2">
        {option.label}
      </Heading>
      {option.links > 0 ? (
        <Button colorPalette="accent" onClick={onTake}>
          {replaced ? "Put it in the link’s place" : option.links === 1 ? "Take it: build the link" : `Take it: build ${option.links} links`}
        </Button>
      ) : (
        <Text fontSize="14px" color="fg.muted">
          Copper has no light path: there is nothing to build here.
        </Text>
      )}
      {replaced && (
        <Box bg="bg.panel" px="3" py="2" borderLeftWidth="4px" borderColor="accent.solid" fontSize="14px" data-replaces="">
          <b>{replaced.name}</b>
          <Text>
            {replaced.application}, {replaced.verdict}, margin {plus(replaced.margin_db)} → {option.verdict ?? "no light path"}, margin {plus(option.margin_db)} dB
          </Text>
          <Button size="xs" variant="ghost" colorPalette="accent" px="1" onClick={onAside}>
            Leave it, build a new link
          </Button>
        </Box>
      )}
      {option.length_m !== null && (
        <Text fontSize="14px">
          <Mono fontWeight="700">{length(option.length_m, unit)}</Mono> of glass{option.construction ? `, ${option.construction.toLowerCase()}` : ""}
        </Text>
      )}
      <Box>
        {option.bill.map((line) => (
          <Flex key={line.what} gap="2" fontSize="13px" borderTopWidth="1px" py="0.5">
            <Mono w="60px" flex="none" textAlign="end">
              {Math.round(line.quantity * 10) / 10} {line.unit === "m" ? "m" : "×"}
            </Mono>
            <Text flex="1">{line.what}</Text>
            <Mono color={line.each === null ? "warn.fg" : "fg"}>{line.each === null ? "no price" : Math.round(line.each * line.quantity)}</Mono>
          </Flex>
        ))}
        <Flex fontSize="13px" borderTopWidth="1px" py="0.5">
          <Text flex="1">work, {Math.round(option.minutes / 6) / 10} h</Text>
        </Flex>
        <Flex fontWeight="700" borderTopWidth="2px" borderColor="fg" py="0.5">
          <Text flex="1">Now</Text>
          <Mono>{money(option.total, currency)}</Mono>
        </Flex>
        {option.grows !== null && (
          <Flex fontSize="14px">
            <Text flex="1">{option.grows ? "Growing: new modules" : "Growing: all anew, one more visit"}</Text>
            <Mono>{money(option.later, currency)}</Mono>
          </Flex>
        )}
      </Box>
      {option.second_later !== null && (
        <Box bg="bg.panel" px="3" py="2" borderLeftWidth="4px" borderColor="border.emphasized" fontSize="14px">
          <b>A second cable:</b> {money(option.second_now, currency)} in the same pull, {money(option.second_later, currency)} in a visit of its own later.
        </Box>
      )}
      <Text fontSize="13px" color="fg.muted">
        Prices are the plan’s price book; those of the demo are invented.
      </Text>
    </Flex>
  );
}
