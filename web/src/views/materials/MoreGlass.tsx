/** Twice the glass: what more strands cost now against a second visit, in a line; taken with one key. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useCallback } from "react";
import type { MaterialLine, MaterialsView } from "../../api/materials";
import { useChangePlant, usePlant } from "../../api/plant";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { cents } from "../../words/figures";
import { Mono } from "../../words/Mono";

type Twice = MaterialsView["twice"][number];

export function MoreGlass({ line, view }: { line: MaterialLine; view: MaterialsView }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const plant = usePlant(plan.id, plan.revision).data;
  const names = new Set(line.reasons.map((one) => one.name));
  const found = view.twice.filter((one) => names.has(one.beside));
  const larger = found.filter((one) => one.instead_of > 0);
  const take = useCallback(
    (which: Twice[]) => {
      const changes = which.flatMap((one) => {
        const doc = plant?.cables.find((cable) => cable.doc.name === one.beside)?.doc;
        return doc ? [{ kind: "cable" as const, id: doc.id ?? null, doc: { ...doc, strands: one.strands } }] : [];
      });
      if (changes.length === 0) return;
      const what = which.length === 1 ? `${which[0]!.strands} strands in ${which[0]!.beside}` : `More strands in ${which.length} cables`;
      change.mutate({ what, changes }, { onSuccess: () => say(`${what}. Undo with u.`), onError: refuse });
    },
    [plant, change, say, refuse],
  );
  useKeys({ t: () => larger.length > 0 && take(larger) });
  if (found.length === 0) return null;
  return (
    <Box borderLeftWidth="4px" borderColor="accent.solid" bg="bg.panel" px="3" py="2" data-twice="" className="print-whole">
      <Flex align="center" gap="2">
        <Text fontWeight="700" flex="1">
          Twice the glass now?
        </Text>
        {larger.length > 1 && (
          <Button size="xs" h="32px" variant="outline" colorPalette="accent" className="no-print" onClick={() => take(larger)}>
            Take for all {larger.length} <Mono ml="1">t</Mono>
          </Button>
        )}
      </Flex>
      {found.map((one) => (
        <Flex key={one.kind + one.beside} align="center" gap="2" minH="36px">
          <Text flex="1" fontSize="15px">
            <Said one={one} currency={view.currency} />
          </Text>
          {one.instead_of > 0 && (
            <Button
              size="xs"
              h="32px"
              variant="outline"
              colorPalette="accent"
              className="no-print"
              aria-label={`${one.beside}: take ${one.strands} strands`}
              onClick={() => take([one])}
            >
              Take{larger.length === 1 && <Mono ml="1">t</Mono>}
            </Button>
          )}
        </Flex>
      ))}
    </Box>
  );
}

function Said({ one, currency }: { one: Twice; currency: string }) {
  const what = one.instead_of > 0 ? `${one.strands} strands instead of ${one.instead_of}` : `${one.strands} strands beside it, unended`;
  if (one.now === null || one.later === null)
    return (
      <>
        <b>{one.beside}</b>: {what}: no price for {one.lacking.join(", ") || "an hour of work"}
      </>
    );
  return (
    <>
      <b>{one.beside}</b>: {what}: <Mono fontWeight="700">{cents(one.now)}</Mono> more now, <Mono fontWeight="700">{cents(one.later)}</Mono> {currency} in a
      visit later
    </>
  );
}
