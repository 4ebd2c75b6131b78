/** Ways to test multi-fiber plant side by side, with what each counts, takes and costs here. */
import { Box, Button, Table, Text } from "@chakra-ui/react";
import { useChangePlan } from "../../api/plan";
import { useWays, type WayView } from "../../api/testing";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Sheet } from "../../parts/Sheet";
import { money } from "../../words/figures";

const db = (value: number | null) => (value === null ? "not known" : value.toFixed(2));

export function Ways({ onClose }: { onClose: () => void }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const made = useWays(plan.id, plan.revision);
  const change = useChangePlan(plan.id);
  const view = made.data;
  const take = (way: WayView) =>
    change.mutate(
      { house_rules: { ...plan.house_rules, multifiber_way: way.key } },
      { onSuccess: () => say(`Multi-fiber plant is tested by ${way.title}. Undo with u.`), onError: refuse },
    );
  return (
    <Sheet title="Ways to test multi-fiber plant" open onClose={onClose} size="xl">
      {!view && <Text>{made.error?.message ?? "Working them out …"}</Text>}
      {view && (
        <Text mb="2">
          {view.runs === 0
            ? "No run of this plan ends on a multi-fiber plug."
            : `For the ${view.runs} multi-fiber runs of this plan, at every wavelength and direction that is read. The cheapest stands first; prices are those of the price book.`}
        </Text>
      )}
      {view && view.runs > 0 && (
        <Box overflowX="auto" tabIndex={0}>
          <Table.Root size="sm">
            <Table.Header>
              <Table.Row>
                {["Way", "Limit, dB", "± dB", "Readings", "References", "Matings", "Hours", "Kit", "Kit and work", ""].map((one) => (
                  <Table.ColumnHeader key={one}>{one}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {view.ways.map((way) => (
                <Table.Row key={way.key} bg={way.now ? "accent.subtle" : undefined} data-way={way.key}>
                  <Table.Cell minW="220px" whiteSpace="normal">
                    <b>{way.title}</b>
                    <Text fontSize="13px" color="fg.muted">
                      {way.trap}
                      {!way.sure && " Check the data sheet of the kit."}
                    </Text>
                  </Table.Cell>
                  <Table.Cell fontFamily="mono">{db(way.limit_db)}</Table.Cell>
                  <Table.Cell fontFamily="mono">{db(way.doubt_db)}</Table.Cell>
                  <Table.Cell fontFamily="mono">{way.readings}</Table.Cell>
                  <Table.Cell fontFamily="mono">{way.references}</Table.Cell>
                  <Table.Cell fontFamily="mono" title={`${way.worn_percent} % of a test plug's rated life`}>
                    {way.plug_matings} + {way.single_matings}
                  </Table.Cell>
                  <Table.Cell fontFamily="mono">{way.hours.toFixed(1)}</Table.Cell>
                  <Table.Cell fontFamily="mono">{money(way.kit, "")}</Table.Cell>
                  <Table.Cell fontFamily="mono">{money(way.cost, view.currency)}</Table.Cell>
                  <Table.Cell>
                    {way.now ? (
                      "in use"
                    ) : (
                      <Button size="xs" colorPalette="accent" variant="outline" onClick={() => take(way)}>
                        Test so
                      </Button>
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
