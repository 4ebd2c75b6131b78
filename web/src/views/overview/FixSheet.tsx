/** Fix what remedies cure: the list first, with what each takes; then one change that can be undone. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Fix } from "../../api/client";
import { useApplyFixes, useFixes } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { money } from "../../words/figures";
import { Adds, difference } from "../../parts/FindingCard";
import { Sheet } from "../../parts/Sheet";
import { Problem } from "../../parts/Problem";

export function FixSheet({ onClose }: { onClose: () => void }) {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const fixes = useFixes(plan.id, plan.revision);
  const apply = useApplyFixes(plan.id);
  // Those whose tick the person turned: what needs no purchase begins ticked, what is bought does not.
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = (fixes.data ?? []).filter((f) => f.certain !== turned.has(f.link_id));
  const ticked = new Set(chosen.map((f) => f.link_id));
  const toggle = (id: string) => {
    const next = new Set(turned);
    if (!next.delete(id)) next.add(id);
    setTurned(next);
  };
  const store = () =>
    apply.mutate(
      chosen.map((f) => f.link_id),
      {
        onSuccess: () => {
          say(`Fixed ${chosen.length} link${chosen.length === 1 ? "" : "s"}. Undo with u.`);
          onClose();
        },
        onError: (error) => setProblem(error.message),
      },
    );
  return (
    <Sheet
      title="Fix what remedies cure"
      open
      onClose={onClose}
      size="lg"
      footer={
        <Button colorPalette="accent" disabled={chosen.length === 0} onClick={store}>
          {chosen.length === 1 ? "Fix 1 link" : `Fix ${chosen.length} links`}
        </Button>
      }
    >
      <Text color="fg.muted" mb="2">
        Links that remedies alone bring up. What needs no purchase is ticked; the rest waits for whoever pays. Links that need a choice are not listed.
      </Text>
      {fixes.isPending && <Text>Looking for remedies …</Text>}
      <Problem text={problem ?? fixes.error?.message ?? null} />
      {fixes.data?.length === 0 && <Text fontWeight="600">Nothing to fix without a choice.</Text>}
      {[true, false].map((certain) => {
        const rows = (fixes.data ?? []).filter((fix) => fix.certain === certain);
        return (
          rows.length > 0 && (
            <Box key={String(certain)} mb="3" data-certain={certain}>
              <Heading as="h3" fontSize="16px">
                {certain ? "Certain: nothing has to be bought" : "Needs parts: tick what is to be bought"}
              </Heading>
              {rows.map((fix) => (
                <Row key={fix.link_id} fix={fix} on={ticked.has(fix.link_id)} onToggle={() => toggle(fix.link_id)} />
              ))}
            </Box>
          )
        );
      })}
    </Sheet>
  );
}

function Row({ fix, on, onToggle }: { fix: Fix; on: boolean; onToggle: () => void }) {
  const { currency } = useOpenPlan().plan.house_rules;
  return (
    <Flex asChild gap="3" py="2" borderTopWidth="1px" align="start" cursor="pointer" data-fix={fix.link_id}>
      <label>
        <input type="checkbox" checked={on} onChange={onToggle} style={{ width: 20, height: 20, marginTop: 2 }} />
        <Box>
          <Text fontWeight="700">{fix.name}</Text>
          <Text>{fix.labels.join("; ")}</Text>
          <Text fontSize="13px" color="fg.muted">
            {difference(fix.before, fix.after)}
            {fix.buys.length > 0 && `; ${fix.buys.join(", ")}: ${money(fix.total, currency)}`}
          </Text>
          <Adds titles={fix.adds} />
        </Box>
      </label>
    </Flex>
  );
}
