/** Services: what runs over several devices and links, and the step that holds each up. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { ServiceView } from "../../api/beside";
import { useCopper } from "../../api/choice";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";
import { Choice, options, TextField } from "../../forms/Field";
import { rate, typedSpeed } from "../../words/figures";
import { SeverityMark, severityOf } from "../../drawing/Mark";
import { useRemove } from "../../parts/RemoveSheet";
import { Said } from "../../words/Said";

type Service = ServiceView["doc"];
type Step = Service["steps"][number];
const KINDS = ["device", "link", "copper", "other"] as const;
const KIND_WORDS = { device: "a device", link: "a link", copper: "a copper run", other: "of others" };

const kindOf = (step: Step) => KINDS.find((kind) => step[kind] != null) ?? "other";

export function Services({ services }: { services: ServiceView[] }) {
  const { plan, links } = useOpenPlan();
  const { say } = useNotice();
  const change = useChangePlant(plan.id);
  const runs = useCopper(plan.id, plan.revision).data ?? [];
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const [adding, setAdding] = useState(false);
  const names = {
    device: plan.devices.map((d) => d.name),
    link: links.map((l) => l.name),
    copper: runs.map((r) => r.name),
  };
  const store = (doc: Service) => change.mutateAsync({ what: `Change service ${doc.name}`, changes: [{ kind: "service", id: doc.id ?? null, doc }] });
  return (
    <Box mt="4">
      <Heading as="h2" fontSize="20px" mb="1">
        Services
      </Heading>
      <Text color="fg.muted" fontSize="14px" mb="2" maxW="72ch">
        What crosses several devices, step by step: a camera to its recorder, an uplink to a provider. The slowest step decides; what a service sends counts at
        uplinks instead of the speed of its ports.
      </Text>
      {services.map(({ doc, steps, slowest, finding }) => (
        <Box key={doc.name} as="section" bg="bg.panel" borderLeftWidth="4px" borderColor="border.emphasized" px="3" py="2" mb="2" data-service={doc.name}>
          <Flex gap="2" wrap="wrap" align="end">
            <TextField label="Service" width="220px" value={doc.name} onCommit={(name) => store({ ...doc, name: name.trim() })} />
            <TextField
              label="Sends at most"
              width="110px"
              mono
              placeholder="40 Mb/s"
              value={doc.sends_gbps == null ? "" : rate(doc.sends_gbps)}
              invalid={(text) => (text.trim() === "" || typedSpeed(text) !== null ? null : `“${text}” is not a speed, as 40 Mb/s or 1 G`)}
              onCommit={(text) => store({ ...doc, sends_gbps: typedSpeed(text) })}
            />
            <Button size="xs" variant="outline" colorPalette="accent" h="30px" onClick={() => void store({ ...doc, steps: [...doc.steps, {}] })}>
              Add a step
            </Button>
            <Button size="xs" variant="ghost" colorPalette="accent" ml="auto" onClick={() => remove("service", doc)}>
              Delete
            </Button>
          </Flex>
          {doc.steps.map((step, at) => (
            <StepRow
              key={at}
              at={at}
              step={step}
              passes={steps[at]?.gbps ?? null}
              slowest={slowest !== null && steps[at]?.name === slowest}
              names={names}
              onSet={(next) => store({ ...doc, steps: doc.steps.map((one, i) => (i === at ? next : one)) })}
              onRemove={doc.steps.length > 1 ? () => void store({ ...doc, steps: doc.steps.filter((_, i) => i !== at) }) : null}
            />
          ))}
          <Flex gap="2" mt="1.5" align="start" fontSize="14px" data-finding={finding.rule}>
            <Box pt="1" color={`${severityOf(finding.severity).tone}.fg`}>
              <SeverityMark severity={finding.severity} size={13} />
            </Box>
            <Text>
              <b>
                <Said text={finding.message} />
              </b>{" "}
              <Said text={finding.do} />
            </Text>
          </Flex>
        </Box>
      ))}
      <Button size="sm" variant="outline" colorPalette="accent" onClick={() => setAdding(true)}>
        Add a service
      </Button>
      {adding && (
        <AskSheet
          title="Add a service"
          label="Name of the service"
          value=""
          onClose={() => setAdding(false)}
          onStore={async (name) => {
            await change.mutateAsync({ what: `Add service ${name}`, changes: [{ kind: "service", id: null, doc: { name, steps: [{}] } }] });
            say(`Added ${name}. Undo with u.`);
          }}
        />
      )}
      {sheet}
    </Box>
  );
}

interface StepProps {
  at: number;
  step: Step;
  passes: number | null;
  slowest: boolean;
  names: Record<"device" | "link" | "copper", string[]>;
  onSet: (next: Step) => Promise<unknown>;
  onRemove: (() => void) | null;
}

function StepRow({ at, step, passes, slowest, names, onSet, onRemove }: StepProps) {
  const [kind, setKind] = useState(kindOf(step));
  const name = step[kind] ?? "";
  const put = (text: string) => onSet({ gbps: step.gbps ?? null, [kind]: text.trim() || null });
  return (
    <Flex gap="2" wrap="wrap" align="end" mt="1" data-step={at + 1}>
      <Choice
        label={`Step ${at + 1} is`}
        width="110px"
        value={kind}
        options={KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
        onChange={(next) => {
          setKind(next as typeof kind);
          return Promise.resolve();
        }}
      />
      {kind === "other" ? (
        <TextField label="Called" width="260px" value={name} onCommit={put} />
      ) : (
        <Choice label="Which" width="260px" value={name} options={[{ value: "", label: "not said" }, ...options(names[kind])]} onChange={put} />
      )}
      <TextField
        label="Passes"
        width="104px"
        mono
        placeholder={step.gbps == null && passes !== null ? rate(passes) : "not known"}
        value={step.gbps == null ? "" : rate(step.gbps)}
        invalid={(text) => (text.trim() === "" || typedSpeed(text) !== null ? null : `“${text}” is not a speed, as 40 Mb/s or 1 G`)}
        onCommit={(text) => onSet({ ...step, gbps: typedSpeed(text) })}
      />
      {slowest && (
        <Text fontSize="14px" fontWeight="700" pb="1.5">
          ◀ the slowest
        </Text>
      )}
      {onRemove && (
        <Button size="xs" variant="ghost" colorPalette="accent" onClick={onRemove}>
          Remove
        </Button>
      )}
    </Flex>
  );
}
