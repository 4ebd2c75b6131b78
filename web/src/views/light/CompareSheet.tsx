/** What if: the link as it is beside up to three variants of it; one can be kept. */
import { Box, Button, Flex, Grid, NativeSelect, Text } from "@chakra-ui/react";
import { Fragment, useState } from "react";
import type { Edit, Variant, VariantView } from "../../api/client";
import { useVariants } from "../../api/beside";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import type { Choices } from "../../forms/choices";
import { db, dbm, length, plus, said } from "../../words/figures";
import { VerdictMark, verdictOf } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { Sheet } from "../../parts/Sheet";
import { Problem } from "../../parts/Problem";

interface Props {
  linkId: string;
  choices: Choices;
  onKeep: (edits: Edit[], label: string) => void;
  onClose: () => void;
}

const AS_IS: Variant = { fiber: null, grade: null, application: null };

export function CompareSheet({ linkId, choices, onKeep, onClose }: Props) {
  const { plan } = useOpenPlan();
  const [asked, setAsked] = useState<Variant[] | null>(null);
  const answer = useVariants(plan.id, linkId, plan.revision, asked);
  const columns = answer.data ?? [];
  const variants = asked ?? columns.slice(1).map((column) => column.variant);
  const change = (at: number, next: Partial<Variant>) => setAsked(variants.map((one, i) => (i === at ? { ...one, ...next } : one)));
  return (
    <Sheet title="What if: variants side by side" open onClose={onClose} size="xl">
      <Text color="fg.muted" mb="3">
        Nothing is stored until one is kept. Entered losses are left out where the glass changes.
      </Text>
      <Problem text={answer.error?.message ?? null} />
      {columns.length === 0 && !answer.error && <Text color="fg.muted">Working it out …</Text>}
      <Grid templateColumns={`104px repeat(${columns.length}, minmax(150px, 1fr))`} columnGap="3" rowGap="1.5" data-compare="">
        <Box />
        {columns.map((_, i) => (
          <Text key={i} fontWeight="700" borderBottomWidth="2px" borderColor={i === 0 ? "border.emphasized" : "accent.solid"}>
            {i === 0 ? "As it is" : `Variant ${i}`}
          </Text>
        ))}
        <Label>Change</Label>
        {columns.map((_, i) =>
          i === 0 ? (
            <Box key={i} />
          ) : (
            <Pickers
              key={i}
              at={i}
              variant={variants[i - 1] ?? AS_IS}
              choices={choices}
              onChange={(next) => change(i - 1, next)}
              onDrop={() => setAsked(variants.filter((_, at) => at !== i - 1))}
            />
          ),
        )}
        <Rows columns={columns} />
        <Box />
        {columns.map((column, i) =>
          i === 0 ? (
            <Box key={i} />
          ) : (
            <Button key={i} size="sm" colorPalette="accent" mt="1" disabled={column.edits.length === 0} onClick={() => onKeep(column.edits, column.label)}>
              Keep variant {i}
            </Button>
          ),
        )}
      </Grid>
      {variants.length < 3 && columns.length > 0 && (
        <Button size="sm" variant="outline" colorPalette="accent" mt="3" onClick={() => setAsked([...variants, AS_IS])}>
          Add a variant
        </Button>
      )}
    </Sheet>
  );
}

function Label({ children }: { children: string }) {
  return (
    <Text color="fg.muted" fontSize="14px" fontWeight="600">
      {children}
    </Text>
  );
}

interface PickersProps {
  at: number;
  variant: Variant;
  choices: Choices;
  onChange: (next: Partial<Variant>) => void;
  onDrop: () => void;
}

function Pickers({ at, variant, choices, onChange, onDrop }: PickersProps) {
  const picks = [
    ["fiber", "glass", "glass as it is", choices.cableFibers],
    ["grade", "connectors", "connectors as they are", choices.grades],
    ["application", "modules", "modules as they are", choices.applications.map((a) => a.name)],
  ] as const;
  return (
    <Flex direction="column" gap="1">
      {picks.map(([key, label, kept, values]) => (
        <NativeSelect.Root key={key} size="xs">
          <NativeSelect.Field
            aria-label={`${label} of variant ${at}`}
            h="28px"
            fontSize="14px"
            value={variant[key] ?? ""}
            onChange={(e) => onChange({ [key]: e.target.value || null })}
          >
            <option value="">{kept}</option>
            {values.map((value) => (
              <option key={value} value={value}>
                {value}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      ))}
      <Button size="2xs" variant="ghost" colorPalette="accent" alignSelf="start" onClick={onDrop}>
        Drop variant {at}
      </Button>
    </Flex>
  );
}

function Rows({ columns }: { columns: VariantView[] }) {
  const { unit } = useSettings();
  const rows: [string, (column: VariantView) => React.ReactNode][] = [
    ["Verdict", (c) => <Verdict column={c} />],
    ["Left", (c) => <Mono fontWeight="700">{plus(c.brief.margin_db)} dB</Mono>],
    ["Loss", (c) => <Mono>{`${db(c.loss_db)} of ${db(c.limit_db)} dB`}</Mono>],
    ["Arrives", (c) => <Mono fontSize="13px">{`${dbm(c.received_min_dbm)} to ${dbm(c.received_max_dbm)} dBm`}</Mono>],
    ["Reach", (c) => <Mono>{c.reach_m === null ? "not known" : length(c.reach_m, unit)}</Mono>],
    ["Findings", (c) => <Listed items={c.causes} none="none" />],
    ["Grows to", (c) => <Listed items={c.carries.slice(0, 4)} none={said(c.next_stopped_by ?? "nothing faster", unit)} />],
  ];
  return rows.map(([label, cell]) => (
    <Fragment key={label}>
      <Label>{label}</Label>
      {columns.map((column, i) => (
        <Box key={i} fontSize="14px" borderTopWidth="1px" pt="1">
          {cell(column)}
        </Box>
      ))}
    </Fragment>
  ));
}

function Verdict({ column }: { column: VariantView }) {
  const mark = verdictOf(column.brief.verdict);
  if (column.problem) {
    return (
      <Text color="stop.fg" fontWeight="600">
        {column.problem}
      </Text>
    );
  }
  return (
    <Flex gap="1.5" align="start" color={`${mark.tone}.fg`} fontWeight="600">
      <Box pt="1">
        <VerdictMark verdict={column.brief.verdict} />
      </Box>
      <Text lineHeight="1.3">{column.answer}</Text>
    </Flex>
  );
}

function Listed({ items, none }: { items: string[]; none: string }) {
  if (items.length === 0) return <Text color="fg.muted">{none}</Text>;
  return items.map((item) => (
    <Text key={item} lineHeight="1.3">
      {item}
    </Text>
  ));
}
