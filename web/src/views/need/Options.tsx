/** Options in order with their reasons, what rules the others out, and the one that is looked at. */
import { Box, Button, Flex, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { LinkSummary } from "../../api/client";
import type { ChoiceView, Need, OptionView, Weights } from "../../api/choice";
import { useTurns } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, money, plus, rate } from "../../words/figures";
import { VerdictMark } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import type { Draft } from "./draft";
import { OptionDetail } from "./OptionDetail";
import { Schools } from "./Schools";
import { Said } from "../../words/Said";

interface Props {
  view: ChoiceView;
  need: Need;
  weights: Weights | null;
  /** Changes the need: another termination, another connector. */
  onNeed: (change: Partial<Draft>) => void;
  current: string | null;
  onPick: (key: string) => void;
  onTake: (option: OptionView) => void;
  /** The link that the option would take the place of. */
  replaced?: LinkSummary | undefined;
  onAside: () => void;
}

export function Options({ view, need, weights, current, onPick, onNeed, onTake, replaced, onAside }: Props) {
  const shown = view.options.find((o) => o.key === current) ?? view.options[0];
  return (
    <Flex gap="4" flex={{ base: "none", lg: "1" }} minH="0" minW="0" direction={{ base: "column", lg: "row" }} className="print-whole print-column">
      <Box flex="1" minW="0" overflowY={{ lg: "auto" }} pb="4" className="print-whole">
        <SecondRoute view={view} />
        {view.there && (
          <Text mb="2" fontSize="14px" data-there="">
            <b>{view.there.fiber} that is there</b>{" "}
            {view.there.gbps === null
              ? "carries none of the speeds of the tables that far."
              : `carries ${rate(view.there.gbps)} at most that far, with ${view.there.application ?? ""}.`}
          </Text>
        )}
        <Table.Root size="sm" variant="line" aria-label="Options" css={{ "& td, & th": { py: "1.5", verticalAlign: "top" } }}>
          <Table.Header>
            <Table.Row bg="bg">
              {["Option", "Left dB", "Now", "Growing", "Strands"].map((h, i) => (
                <Table.ColumnHeader key={h} textAlign={i ? "end" : "start"} whiteSpace="nowrap">
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
        <Modes view={view} />
        <Schools need={need} weights={weights} currency={view.currency} />
        <Sensitivity need={need} weights={weights} />
        {view.ruled_out.length > 0 && (
          <Box asChild mt="3">
            <details open={view.options.length === 0} data-ruled-out="">
              <summary style={{ cursor: "pointer", fontWeight: 700 }}>{view.ruled_out.length} ruled out</summary>
              {view.ruled_out.map((r) => (
                <Text key={r.label} fontSize="14px" mt="1">
                  <b>{r.label}.</b> <Said text={r.reason} />
                </Text>
              ))}
            </details>
          </Box>
        )}
      </Box>
      {shown && (
        <OptionDetail
          option={shown}
          need={need}
          currency={view.currency}
          view={view}
          onNeed={onNeed}
          onTake={() => onTake(shown)}
          replaced={replaced}
          onAside={onAside}
        />
      )}
    </Flex>
  );
}

/** Two routes are wanted and one is known: said where the options stand, before one is taken. */
function SecondRoute({ view }: { view: ChoiceView }) {
  if (!view.second_route) return null;
  const { said, total } = view.second_route;
  return (
    <Box mt="2" mb="2" px="3" py="2" bg="bg.panel" borderLeftWidth="4px" borderColor="warn.fg" fontSize="14px" data-second-route="">
      <b>One route of two.</b> <Said text={said} />{" "}
      {total === null
        ? "What a second costs is not known: a price is missing."
        : `As long as the first, a second costs ${money(total, view.currency)} or more.`}
    </Box>
  );
}

function Modes({ view }: { view: ChoiceView }) {
  const modes = Object.entries(view.by_mode);
  if (modes.length < 2) return null;
  return (
    <Text mt="3" fontSize="14px" data-modes="">
      <b>Cheapest of each school:</b> {modes.map(([mode, total]) => `${mode} ${money(total, view.currency)}`).join(" · ")}
    </Text>
  );
}

function Sensitivity({ need, weights }: { need: Need; weights: Weights | null }) {
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
