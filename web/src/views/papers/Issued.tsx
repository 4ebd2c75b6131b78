/** States of the plan that were issued: name one now, see what changed since, open one as a copy. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useChangesSince, useIssue, useIssued, useOpenIssued } from "../../api/papers";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";
import { Compared } from "../../parts/Compared";

const when = (at: string) => new Date(at).toLocaleDateString(undefined, { dateStyle: "medium" });

export function Issued() {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const issued = useIssued(plan.id);
  const issue = useIssue(plan.id);
  const copy = useOpenIssued(plan.id);
  const [asking, setAsking] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const states = [...(issued.data ?? [])].reverse();
  return (
    <>
      <Text mb="2">Name what you hand out: later this page says what became of it, part by part, and what is to be bought or taken back.</Text>
      <Button variant="outline" colorPalette="accent" minH="40px" onClick={() => setAsking(true)}>
        Issue revision {plan.revision} …
      </Button>
      {issued.data && states.length === 0 && <Text mt="2">Nothing is issued yet.</Text>}
      {states.map((one) => (
        <Box key={one.name} borderBottomWidth="1px" py="1" data-issued={one.name}>
          <Flex align="center" gap="2" minH="44px" wrap="wrap">
            <Text flex="1" minW="150px">
              <b>{one.name}</b>, revision {one.revision}, {when(one.at)}, {one.who}
            </Text>
            <Button
              size="sm"
              minH="36px"
              variant="outline"
              colorPalette="accent"
              aria-expanded={open === one.name}
              onClick={() => setOpen(open === one.name ? null : one.name)}
            >
              What changed
            </Button>
            <Button
              size="sm"
              minH="36px"
              variant="ghost"
              colorPalette="accent"
              onClick={() =>
                copy.mutate(one.name, {
                  onSuccess: (made) => {
                    say(`Opened as a plan of its own: ${made.name}.`);
                    void navigate(`/plans/${made.id}`);
                  },
                  onError: refuse,
                })
              }
            >
              Open as a copy
            </Button>
          </Flex>
          {open === one.name && <Changes name={one.name} />}
        </Box>
      ))}
      {asking && (
        <AskSheet
          title={`Issue revision ${plan.revision}`}
          label="What it is called, as on the papers"
          value=""
          onClose={() => setAsking(false)}
          onStore={(name) => issue.mutateAsync(name).then(() => say(`Issued as ${name}.`))}
        />
      )}
    </>
  );
}

function Changes({ name }: { name: string }) {
  const { plan } = useOpenPlan();
  const { data, error } = useChangesSince(plan.id, name, plan.revision);
  return <Compared data={data} error={error} />;
}
