/** The strand table of a cable: colour and word, tube, state, who uses it, where it goes on. */
import { Box, Button, Flex, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useStrands, useTake, type CableView, type StrandRow, type TakerView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice } from "../../forms/Field";
import { db } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { paint } from "../../theme";

interface Props {
  cable: CableView;
  onNote: (strand: number, state: "free" | "dark" | "bad" | "reserved") => Promise<unknown>;
}

const STATES: Record<string, string> = { free: "free", used: "in use", dark: "dark", bad: "bad", reserved: "reserved" };

/** A strand's colour; a stripe for the second dozen. Every one has a rim, so that white shows. */
function Swatch({ base, striped }: { base: string; striped: boolean }) {
  return (
    <svg width="26" height="12" aria-hidden="true" style={{ flex: "none" }}>
      <rect x="0.75" y="0.75" width="24.5" height="10.5" rx="5" fill={paint(`strand.${base}`)} stroke={paint("fg")} strokeWidth="1" />
      {striped && <path d="M13 1v10" stroke={paint(base === "black" ? "strand.yellow" : "strand.black")} strokeWidth="3" />}
    </svg>
  );
}

export function StrandGrid({ cable, onNote }: Props) {
  const { plan } = useOpenPlan();
  const strands = useStrands(plan.id, plan.revision, cable.doc.name);
  const take = useTake(plan.id);
  const { say, refuse } = useNotice();
  const [chosen, setChosen] = useState<number[]>([]);
  const [link, setLink] = useState("");
  const view = strands.data;
  if (!view) return <Text color="fg.muted">{strands.error ? strands.error.message : "Reading the strands …"}</Text>;
  const taker = view.takers.find((t) => t.id === link);
  const offered = taker ? (view.next_free[String(taker.needed)] ?? []) : (view.next_free["2"] ?? []);
  const picked = chosen.length ? chosen : offered;
  const toggle = (row: StrandRow) =>
    setChosen((old) => (old.includes(row.number) ? old.filter((n) => n !== row.number) : [...old, row.number].sort((a, b) => a - b)));
  const put = (to: TakerView) =>
    take.mutateAsync({ link_id: to.id, part: to.part, cable: cable.doc.name, strands: picked }).then(() => {
      setChosen([]);
      say(`${to.name} runs on ${cable.doc.name}, strands ${picked.join(", ")}. Undo with u.`);
    }, refuse);
  const spliced = view.strands.some((s) => s.spliced_to);
  const waves = view.strands.find((s) => s.run.losses.length)?.run.losses.map((l) => l.nm) ?? [];
  const guesses = [...new Set(view.strands.flatMap((s) => s.run.guesses))];
  const tubes = new Set(view.strands.map((s) => s.tube)).size;
  return (
    <Box data-strands="">
      <Flex gap="2" align="end" wrap="wrap" mb="2" className="no-print">
        <Choice
          label="Put a link on strands"
          width="320px"
          value={link}
          options={[
            { value: "", label: view.takers.length ? "choose a link" : "no link ends at these two places" },
            ...view.takers.map((t) => ({
              value: t.id,
              label: `${t.name}${t.cable ? ` (now ${t.cable}${t.strands.length ? ` ${t.strands.join(", ")}` : ", no strands"})` : ""}`,
            })),
          ]}
          onChange={(value) => {
            setChosen([]);
            setLink(value);
            return undefined;
          }}
        />
        <Button
          size="xs"
          h="30px"
          colorPalette="accent"
          aria-disabled={!taker || picked.length === 0}
          onClick={() => taker && picked.length > 0 && void put(taker)}
        >
          {picked.length ? `On ${picked.length === 1 ? "strand" : "strands"} ${picked.join(", ")}` : "No free strands in one tube"}
        </Button>
        {taker?.cable === cable.doc.name && (
          <Button
            size="xs"
            h="30px"
            variant="outline"
            colorPalette="accent"
            onClick={() =>
              void take
                .mutateAsync({ link_id: taker.id, part: taker.part, cable: null, strands: [] })
                .then(() => say(`${taker.name} is off its strands. Undo with u.`), refuse)
            }
          >
            Off its strands
          </Button>
        )}
        <Text fontSize="13px" color="fg.muted" pb="1.5">
          {chosen.length ? "As chosen below." : "The next free ones, side by side in one tube; choose others below."} Loss: worst case from panel to panel
          {waves.length > 0 && ` at ${waves.join(" / ")} nm`}, without the end connections.
        </Text>
      </Flex>
      <Table.Root size="sm" variant="line" aria-label={`Strands of ${cable.doc.name}`} css={{ "& td, & th": { py: "1" }, "& th": { whiteSpace: "nowrap" } }}>
        <Table.Header>
          <Table.Row bg="bg">
            <Table.ColumnHeader>Strand</Table.ColumnHeader>
            <Table.ColumnHeader>Colour</Table.ColumnHeader>
            {tubes > 1 && <Table.ColumnHeader>Tube</Table.ColumnHeader>}
            <Table.ColumnHeader>State</Table.ColumnHeader>
            <Table.ColumnHeader>Link, or note</Table.ColumnHeader>
            {cable.doc.end_a?.panel && <Table.ColumnHeader>{cable.doc.end_a.panel}</Table.ColumnHeader>}
            {cable.doc.end_b?.panel && <Table.ColumnHeader>{cable.doc.end_b.panel}</Table.ColumnHeader>}
            {spliced && <Table.ColumnHeader>Spliced to</Table.ColumnHeader>}
            <Table.ColumnHeader>Loss dB</Table.ColumnHeader>
            <Table.ColumnHeader className="only-print-cell">measured dB</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {view.strands.map((row) => {
            const on = picked.includes(row.number) && !!taker;
            const clash = row.links.length > 1;
            return (
              <Table.Row key={row.number} bg={on ? "accent.subtle" : "bg"} data-strand={row.number}>
                <Table.Cell>
                  <Button
                    size="xs"
                    h="24px"
                    minW="40px"
                    className="print-text"
                    variant={chosen.includes(row.number) ? "solid" : "outline"}
                    colorPalette="accent"
                    fontFamily="mono"
                    aria-pressed={chosen.includes(row.number)}
                    aria-label={`Choose strand ${row.number}`}
                    onClick={() => toggle(row)}
                  >
                    {row.number}
                  </Button>
                </Table.Cell>
                <Table.Cell>
                  <Flex gap="2" align="center">
                    <Swatch base={row.colour_base} striped={row.colour !== row.colour_base} />
                    {row.colour}
                  </Flex>
                </Table.Cell>
                {tubes > 1 && (
                  <Table.Cell>
                    <Flex gap="2" align="center">
                      <Mono>{row.tube}</Mono>
                      <Swatch base={row.tube_base} striped={row.tube_colour !== row.tube_base} />
                      {row.tube_colour}
                    </Flex>
                  </Table.Cell>
                )}
                <Table.Cell>
                  {row.state === "used" ? (
                    <Text as="span" fontWeight="600" color={clash ? "stop.fg" : "fg"}>
                      {clash ? "two links" : "in use"}
                    </Text>
                  ) : (
                    <select
                      aria-label={`State of strand ${row.number}`}
                      value={row.state}
                      onChange={(e) => void onNote(row.number, e.target.value as "free").catch(refuse)}
                      style={{
                        background: "transparent",
                        color: row.state === "bad" ? paint("stop.fg") : undefined,
                        fontWeight: row.state === "free" ? 400 : 600,
                      }}
                    >
                      {Object.entries(STATES)
                        .filter(([key]) => key !== "used")
                        .map(([key, word]) => (
                          <option key={key} value={key}>
                            {word}
                          </option>
                        ))}
                    </select>
                  )}
                </Table.Cell>
                <Table.Cell minW="140px">
                  {row.links.map((l, i) => (
                    <span key={l.id}>
                      {i > 0 && " and "}
                      <RouterLink to={`/plans/${plan.id}/links/${l.id}`} style={{ textDecoration: "underline" }}>
                        {l.name}
                      </RouterLink>
                    </span>
                  ))}
                  {row.note && (
                    <Text as="span" color="fg.muted">
                      {row.links.length ? ` · ${row.note}` : row.note}
                    </Text>
                  )}
                </Table.Cell>
                {cable.doc.end_a?.panel && (
                  <Table.Cell>
                    <Mono>{row.port_a ?? ""}</Mono>
                  </Table.Cell>
                )}
                {cable.doc.end_b?.panel && (
                  <Table.Cell>
                    <Mono>{row.port_b ?? ""}</Mono>
                  </Table.Cell>
                )}
                {spliced && (
                  <Table.Cell whiteSpace="nowrap">
                    <Mono>{row.spliced_to ?? ""}</Mono>
                  </Table.Cell>
                )}
                <Table.Cell>
                  {row.run.unknown ?? (
                    <Mono title={row.run.guesses.join("; ") || undefined}>
                      {row.run.guesses.length > 0 && "about "}
                      {row.run.losses.map((l) => db(l.worst_case_db)).join("/")}
                    </Mono>
                  )}
                </Table.Cell>
                <Table.Cell className="only-print-cell" whiteSpace="nowrap">
                  ☐ ______
                </Table.Cell>
              </Table.Row>
            );
          })}
        </Table.Body>
      </Table.Root>
      {guesses.length > 0 && (
        <Text mt="1" fontSize="14px" data-guesses="">
          About: {guesses.join("; ")}. Measure it, then the loss stands.
        </Text>
      )}
    </Box>
  );
}
