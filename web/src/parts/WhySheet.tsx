/** How a figure was made: its terms, the table rows, the sources. */
import { Box, Button, Flex, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Explanation } from "../api/client";
import { db } from "../words/figures";
import { Mono } from "../words/Mono";
import { Sheet } from "./Sheet";

interface Props {
  figure: string | null;
  figures: Record<string, Explanation> | undefined;
  problem: Error | null;
  onFigure: (figure: string) => void;
  onClose: () => void;
}

const RELATED = [
  ["margin", "margin"],
  ["loss.worst-case", "worst case"],
  ["loss.typical", "typical"],
  ["loss.statistical", "statistical"],
  ["limit", "limit"],
  ["received.min", "weakest light"],
  ["received.max", "strongest light"],
  ["dispersion", "dispersion"],
] as const;

export function WhySheet({ figure, figures, problem, onFigure, onClose }: Props) {
  const [copied, setCopied] = useState<string | null>(null);
  const shown = figure ? figures?.[figure] : undefined;
  const side = figure?.startsWith("b.") ? "b" : "a";
  const copy = async () => {
    if (!shown) return;
    await navigator.clipboard.writeText(shown.text);
    setCopied(shown.figure);
  };
  return (
    <Sheet
      title={shown ? shown.title : "How this figure was made"}
      open={figure !== null}
      onClose={onClose}
      size="xl"
      footer={
        <Button size="sm" variant="outline" colorPalette="accent" onClick={() => void copy()} disabled={!shown}>
          {copied === shown?.figure ? "Copied" : "Copy as text"}
        </Button>
      }
    >
      <Flex gap="1" wrap="wrap" mb="3">
        {RELATED.filter(([key]) => !figures || figures[`${side}.${key}`]).map(([key, label]) => (
          <Button
            key={key}
            size="xs"
            variant={figure === `${side}.${key}` ? "solid" : "outline"}
            colorPalette="accent"
            onClick={() => onFigure(`${side}.${key}`)}
          >
            {label}
          </Button>
        ))}
        <Button size="xs" variant={figure === "length" ? "solid" : "outline"} colorPalette="accent" onClick={() => onFigure("length")}>
          length
        </Button>
        <Button size="xs" variant={figure === "reach" ? "solid" : "outline"} colorPalette="accent" onClick={() => onFigure("reach")}>
          reach
        </Button>
      </Flex>
      {problem && <Text color="stop.fg">{problem.message}</Text>}
      {!shown && !problem && <Text color="fg.muted">Working it out …</Text>}
      {shown && (
        <Box>
          <Flex align="baseline" gap="2" mb="1">
            <Mono fontSize="28px" fontWeight="700">
              {db(shown.value)}
            </Mono>
            <Text fontWeight="600">{shown.value === null ? "not known" : shown.unit}</Text>
          </Flex>
          <Text color="fg.muted" mb="2">
            = {shown.formula}
          </Text>
          <Table.Root size="sm" variant="line">
            <Table.Header>
              <Table.Row bg="bg.panel">
                <Table.ColumnHeader>Term</Table.ColumnHeader>
                <Table.ColumnHeader>How</Table.ColumnHeader>
                <Table.ColumnHeader textAlign="end">Amount</Table.ColumnHeader>
                <Table.ColumnHeader>Source</Table.ColumnHeader>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {shown.lines.map((line, i) => (
                <Table.Row key={i} bg="bg.panel">
                  <Table.Cell fontWeight="600">{line.label}</Table.Cell>
                  <Table.Cell>{line.how}</Table.Cell>
                  <Table.Cell textAlign="end" whiteSpace="nowrap">
                    <Mono>
                      {db(line.value)} {line.unit}
                    </Mono>
                  </Table.Cell>
                  <Table.Cell color="fg.muted" fontSize="13px">
                    {line.source}
                    {!line.sure && (
                      <Text as="span" color="warn.fg" fontWeight="700">
                        {" "}
                        · check the data sheet
                      </Text>
                    )}
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
    </Sheet>
  );
}
