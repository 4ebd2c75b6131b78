/** A new speed on old glass: what each link would come to, with what was measured of it. */
import { Box, Button, Flex, Link as ChakraLink, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import type { Verdict } from "../../api/client";
import { useSpeed } from "../../api/records";
import { useOpenPlan } from "../../app/planContext";
import { VerdictMark } from "../../drawing/Mark";
import { TextField } from "../../forms/Field";
import { Said } from "../../words/Said";
import { plus, typedSpeed } from "../../words/figures";
import { Head } from "./Head";

const PAGE = 60;

export function NewSpeed() {
  const { plan } = useOpenPlan();
  const [gbps, setGbps] = useState(25);
  const [start, setStart] = useState(0);
  const { data, error } = useSpeed(plan.id, plan.revision, gbps, start);
  const good = data?.rows.filter((one) => one.verdict === "works" || one.verdict === "tight").length ?? 0;
  const of = data?.rows.length ?? 0;
  return (
    <>
      <Head
        answer={
          data?.total === 0
            ? "There is no link to judge yet"
            : data
              ? `${good} of ${of} links carry ${gbps} Gb/s, with new modules where they need them`
              : "Judging the glass at another speed …"
        }
        sub={
          data && data.total > PAGE
            ? `Links ${start + 1} to ${start + of} of ${data.total}.`
            : "On the same glass and joints; ports and cages change with the modules."
        }
        error={error}
      />
      <Flex gap="3" align="end" mb="2" className="no-print">
        <Box w="140px">
          <TextField
            label="Speed, Gb/s"
            mono
            value={String(gbps)}
            invalid={(text) => (typedSpeed(text) === null ? `“${text}” is no speed; 25, or 100 Mb/s.` : null)}
            onCommit={(text) => {
              setGbps(typedSpeed(text) ?? gbps);
              setStart(0);
              return undefined;
            }}
          />
        </Box>
        {[10, 25, 100, 400].map((speed) => (
          <Button key={speed} size="sm" minH="34px" variant={speed === gbps ? "solid" : "outline"} colorPalette="accent" onClick={() => setGbps(speed)}>
            {speed}
          </Button>
        ))}
        {data && data.total > PAGE && (
          <>
            <Button size="sm" minH="34px" variant="outline" disabled={start === 0} onClick={() => setStart(Math.max(0, start - PAGE))}>
              Before
            </Button>
            <Button size="sm" minH="34px" variant="outline" disabled={start + PAGE >= data.total} onClick={() => setStart(start + PAGE)}>
              Next
            </Button>
          </>
        )}
      </Flex>
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            {["Link", "now, Gb/s", "by", "comes to", "margin, dB", "glass"].map((head) => (
              <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {data?.rows.map((one) => (
            <Table.Row key={one.id} data-speed={one.name}>
              <Table.Cell fontWeight="600">
                <ChakraLink asChild color="fg">
                  <RouterLink to={`/plans/${plan.id}/links/${one.id}`}>{one.name}</RouterLink>
                </ChakraLink>
              </Table.Cell>
              <Table.Cell fontFamily="mono">{one.now_gbps}</Table.Cell>
              <Table.Cell>{one.application ?? "–"}</Table.Cell>
              <Table.Cell>
                <Flex gap="1.5" align="center">
                  <VerdictMark verdict={one.verdict as Verdict} size={14} /> {one.verdict}
                </Flex>
                {one.why && (
                  <Text fontSize="13px" color="fg.muted">
                    <Said text={one.why} />
                  </Text>
                )}
              </Table.Cell>
              <Table.Cell fontFamily="mono">{one.margin_db === null ? "not known" : plus(one.margin_db)}</Table.Cell>
              <Table.Cell>{one.measured ? "measured" : "by tables"}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </>
  );
}
