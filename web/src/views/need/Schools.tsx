/** What the other schools would cost: the first option under each house rule that decides it. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useSchoolCosts, type Need, type SchoolCost, type Weights } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { money } from "../../words/figures";
import { Mono } from "../../words/Mono";

interface Props {
  need: Need;
  weights: Weights | null;
  currency: string;
}

export function Schools({ need, weights, currency }: Props) {
  const { plan } = useOpenPlan();
  const [open, setOpen] = useState(false);
  const costs = useSchoolCosts(plan.id, plan.revision, need, weights, open);
  const byKey = new Map<string, SchoolCost[]>();
  for (const one of costs.data ?? []) byKey.set(one.key, [...(byKey.get(one.key) ?? []), one]);
  const groups = [...byKey.values()];
  const differs = (rows: SchoolCost[]) => rows.some((r) => r.label !== rows[0]!.label || r.total !== rows[0]!.total);
  const alike = groups.filter((rows) => !differs(rows)).map((rows) => rows[0]!.title.toLowerCase());
  return (
    <Box asChild mt="2" fontSize="14px" data-schools="">
      <details onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary style={{ cursor: "pointer", fontWeight: 700 }}>What the other schools would cost</summary>
        {costs.isPending && <Text color="fg.muted">Trying every school …</Text>}
        {costs.error && <Text color="stop.fg">{costs.error.message}</Text>}
        {groups.filter(differs).map((rows) => (
          <Box key={rows[0]!.key} mt="1.5">
            <Text fontWeight="600">{rows[0]!.title}</Text>
            {rows.map((row) => (
              <School key={String(row.value)} row={row} base={rows.find((r) => r.taken)?.total ?? null} currency={currency} />
            ))}
          </Box>
        ))}
        {costs.data && alike.length > 0 && (
          <Text color="fg.muted" mt="1.5">
            The first option stays the same for: {alike.join("; ")}.
          </Text>
        )}
        {costs.data && (
          <Link asChild color="accent.fg" fontWeight="600">
            <RouterLink to={`/plans/${plan.id}/rules`}>House rules of the plan</RouterLink>
          </Link>
        )}
      </details>
    </Box>
  );
}

function School({ row, base, currency }: { row: SchoolCost; base: number | null; currency: string }) {
  const more = row.taken || base === null || row.total === null ? null : row.total - base;
  return (
    <Flex gap="2" borderTopWidth="1px" py="0.5" align="baseline" fontWeight={row.taken ? 700 : 400}>
      <Text w="210px" flex="none">
        {row.words}
        {row.taken ? " · followed" : ""}
      </Text>
      <Text flex="1">{row.label ?? "nothing meets the need"}</Text>
      <Mono w="70px" textAlign="end">
        {row.label ? money(row.total, "") : ""}
      </Mono>
      <Mono w="90px" textAlign="end" color="fg.muted">
        {more === null ? (row.taken ? currency : "") : Math.abs(more) < 0.5 ? "the same" : more >= 0 ? `+${money(more, "")}` : `−${money(-more, "")}`}
      </Mono>
    </Flex>
  );
}
