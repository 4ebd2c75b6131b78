/** Who changed what and when, newest first; each change opens to what became of what, and can be taken back alone. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import { useChangesBetween, useOpenRevision } from "../api/papers";
import { useRevision, useRevisions, useTakeBack } from "../api/plan";
import { TextField } from "../forms/Field";
import { Mono } from "../words/Mono";
import { Compared } from "../parts/Compared";
import { Problem } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { whereAnswered } from "../views/looking/where";
import { told, type Step } from "./changed";
import { useNotice } from "./notice";
import { useOpenPlan } from "./planContext";

const time = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });
const MOST_STEPS = 12;
const MOST_THINGS = 20;

type Revision = NonNullable<ReturnType<typeof useRevisions>["data"]>[number];

function Rows({ onClose }: { onClose: () => void }) {
  const { plan } = useOpenPlan();
  const revisions = useRevisions(plan.id, plan.revision);
  if (revisions.error) return <Text color="stop.fg">{revisions.error.message}</Text>;
  if (!revisions.data) return <Text color="fg.muted">Reading the history …</Text>;
  return revisions.data.map((r) => <Row key={r.number} revision={r} onClose={onClose} />);
}

interface RowProps {
  revision: Revision;
  onClose: () => void;
}

function Row({ revision, onClose }: RowProps) {
  const [open, setOpen] = useState(false);
  return (
    <Box borderTopWidth="1px" data-revision={revision.number}>
      <Flex asChild gap="3" py="2" w="100%" textAlign="start" align="baseline" minH="44px" cursor="pointer">
        <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
          <Mono flex="none">{revision.number}</Mono>
          <Text flex="1" fontWeight="600">
            {revision.what}
          </Text>
          <Text flex="none" fontSize="14px">
            {revision.who}
          </Text>
          <Text flex="none" fontSize="14px" color="fg.muted">
            {time.format(new Date(revision.at))}
          </Text>
        </button>
      </Flex>
      {open && <Changes revision={revision} onClose={onClose} />}
    </Box>
  );
}

function Changes({ revision, onClose }: RowProps) {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const detail = useRevision(plan.id, revision.number, true);
  const back = useTakeBack(plan.id);
  const [problem, setProblem] = useState<string | null>(null);
  const changes = detail.data?.changes ?? [];
  return (
    <Box pb="3" ps="8" fontSize="14px">
      {detail.isPending && <Text color="fg.muted">Reading what changed …</Text>}
      <Problem text={problem ?? detail.error?.message ?? null} />
      {changes.slice(0, MOST_THINGS).map((one) => {
        const steps = told(one.steps as unknown as Step[]);
        const to = one.name === null ? null : whereAnswered(`/plans/${plan.id}`, { kind: one.kind, name: one.name, id: one.id, at: null, links: [], rule: "" });
        return (
          <Box key={one.id} mb="1.5">
            <Text fontWeight="600">
              {to ? (
                <RouterLink to={to} onClick={onClose} style={{ textDecoration: "underline" }}>
                  {one.name}
                </RouterLink>
              ) : (
                (one.name ?? "gone now")
              )}{" "}
              <Text as="span" fontWeight="400" color="fg.muted">
                {one.kind}
              </Text>
            </Text>
            {steps.slice(0, MOST_STEPS).map((step, at) => (
              <Text key={at}>
                {step.where}: {step.from} → <b>{step.to}</b>
              </Text>
            ))}
            {steps.length > MOST_STEPS && <Text color="fg.muted">and {steps.length - MOST_STEPS} more</Text>}
          </Box>
        );
      })}
      {changes.length > MOST_THINGS && <Text color="fg.muted">and {changes.length - MOST_THINGS} things more</Text>}
      <Since revision={revision} onClose={onClose} />
      {revision.number > 1 && (
        <Button
          size="xs"
          variant="outline"
          colorPalette="accent"
          onClick={() =>
            back.mutate(revision.number, {
              onSuccess: () => say(`Took back ${revision.number}: ${revision.what}. Undo with u.`),
              onError: (error) => setProblem(error.message),
            })
          }
        >
          Take back this change alone
        </Button>
      )}
    </Box>
  );
}

/** From this revision to another one, or to now; or the plan as it was, opened as a copy. */
function Since({ revision, onClose }: RowProps) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const copy = useOpenRevision(plan.id);
  const [asked, setAsked] = useState(false);
  const [until, setUntil] = useState<number | null>(null);
  return (
    <Box my="2">
      <Flex gap="2" wrap="wrap" align="end">
        <Button size="xs" variant="outline" colorPalette="accent" aria-expanded={asked} onClick={() => setAsked(!asked)}>
          What became of it since
        </Button>
        {asked && (
          <TextField
            label="Until revision"
            width="104px"
            mono
            value={until === null ? "" : String(until)}
            placeholder="now"
            invalid={(text) => {
              const number = Number(text);
              if (text.trim() === "") return null;
              return Number.isInteger(number) && number >= revision.number && number <= plan.revision
                ? null
                : `A number from ${revision.number} to ${plan.revision}`;
            }}
            onCommit={(text) => {
              setUntil(text.trim() === "" ? null : Number(text));
              return undefined;
            }}
          />
        )}
        <Button
          size="xs"
          variant="ghost"
          colorPalette="accent"
          onClick={() =>
            copy.mutate(revision.number, {
              onSuccess: (made) => {
                say(`Opened as a plan of its own: ${made.name}.`);
                onClose();
                void navigate(`/plans/${made.id}`);
              },
              onError: refuse,
            })
          }
        >
          Open the plan as it was then as a copy
        </Button>
      </Flex>
      {asked && <Between number={revision.number} until={until} />}
    </Box>
  );
}

function Between({ number, until }: { number: number; until: number | null }) {
  const { plan } = useOpenPlan();
  const { data, error } = useChangesBetween(plan.id, number, until, plan.revision);
  return <Compared data={data} error={error} />;
}

export function HistorySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Sheet title="History" open={open} onClose={onClose} size="lg">
      <Rows onClose={onClose} />
    </Sheet>
  );
}
