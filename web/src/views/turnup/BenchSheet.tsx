/** What is set of a device before it leaves, and in which order a live one is changed. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useBench } from "../../api/turnup";
import { useOpenPlan } from "../../app/planContext";
import { TextField } from "../../forms/Field";
import { FilesOf } from "../../parts/FilesOf";
import { Problem } from "../../parts/Problem";
import { Sheet } from "../../parts/Sheet";
import { useNarrow } from "../../parts/narrow";
import { List } from "./Points";
import { useTurning } from "./useTurning";

export function BenchSheet({ node, onClose }: { node: string; onClose: () => void }) {
  const { plan } = useOpenPlan();
  const narrow = useNarrow();
  const { data, error } = useBench(plan.id, plan.revision, node);
  const { tick } = useTurning("");
  const [change, setChange] = useState(false);
  const before = data?.points.find((point) => point.key === "before");
  return (
    <Sheet title={data ? `${data.name}: ${data.done} of ${data.of} set` : "Bench list"} open onClose={onClose} size="lg">
      <Problem text={error?.message ?? null} />
      {data && (
        <>
          {!data.recorded && (
            <Text mb="2" color="fg.muted">
              What stands here is not recorded as a device; name it at the ends of its links, and its list stands by itself.
            </Text>
          )}
          {data.only.length > 0 && (
            <Text mb="2" fontWeight="600">
              Its only way in is {data.only.at(-1)}: set it before it leaves.
            </Text>
          )}
          {narrow ? (
            <List
              label={data.name}
              points={[...data.points, ...data.ports.flatMap((port) => port.points.map((one) => ({ ...one, of: `${port.name}, ${port.port}` })))]}
              onTick={tick}
              onClose={onClose}
            />
          ) : (
            <>
              <List label={data.name} points={data.points} onTick={tick} onClose={onClose} />
              {data.ports.map((port) => (
                <Box key={`${port.link}${port.end}`} mt="3">
                  <Heading as="h3" fontSize="15px">
                    {port.port}: {port.name}, to {port.to}
                  </Heading>
                  <List label={`${port.name}, ${port.port}`} points={port.points} onTick={tick} onClose={onClose} />
                </Box>
              ))}
            </>
          )}
          {before && (
            <Box mt="4" maxW="520px">
              <TextField
                label="Settings as they were, as a note"
                value={before.note ?? ""}
                onCommit={(text) => (text.trim() ? tick(before, "done", text.trim().slice(0, 400)).then(() => undefined) : undefined)}
              />
            </Box>
          )}
          {data.device && (
            <Box mt="4">
              <Heading as="h3" fontSize="15px">
                Settings as they were
              </Heading>
              <FilesOf kind="device" id={data.device} name={data.name} />
            </Box>
          )}
          {data.change.length > 0 && (
            <Box mt="4" className="no-print">
              <Button size="sm" minH="34px" variant="outline" aria-expanded={change} onClick={() => setChange(!change)}>
                To change it once it is live
              </Button>
              {change && (
                <Box as="ol" mt="2" pl="5" listStyleType="decimal">
                  {data.change.map((step) => (
                    <Box as="li" key={step.do} py="1">
                      <Text fontWeight="600">{step.do}</Text>
                      <Text fontSize="14px" color="fg.muted">
                        {step.why}
                        {step.cuts && " From here on it cannot be reached."}
                      </Text>
                    </Box>
                  ))}
                </Box>
              )}
            </Box>
          )}
          <Flex mt="4" gap="2" className="no-print">
            <Button size="sm" minH="34px" variant="outline" onClick={() => window.location.assign(`/api/plans/${plan.id}/papers/turnup.pdf`)}>
              All lists as PDF
            </Button>
          </Flex>
        </>
      )}
    </Sheet>
  );
}
