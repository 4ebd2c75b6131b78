/** Three plain records: day one against today, where parts are, modules by serial. */
import { Box, Link as ChakraLink, Table, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useParts, useSerials, useSince } from "../../api/records";
import { useOpenPlan } from "../../app/planContext";
import { whereStands } from "../../app/where";
import { db, plus } from "../../words/figures";
import { Head } from "./Head";

export function Since() {
  const { plan } = useOpenPlan();
  const { data, error } = useSince(plan.id, plan.revision);
  const changed = data?.filter((one) => one.changed).length ?? 0;
  const answer = !data
    ? "Comparing readings …"
    : data.length === 0
      ? "No run was read twice by one method yet"
      : changed
        ? `${changed} of ${data.length} changed by more than the readings’ doubt`
        : `None of ${data.length} changed by more than the readings’ doubt`;
  return (
    <>
      <Head answer={answer} sub="The first reading that stands against the newest, by run, wavelength and way." error={error} />
      {data && data.length > 0 && (
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row>
              {["Run", "nm", "way", "day one, dB", "newest", "change", "± dB", ""].map((head) => (
                <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {data.map((one) => (
              <Table.Row key={`${one.run} ${one.nm} ${one.direction}`} data-since={one.name}>
                <Table.Cell fontWeight="600">{one.name}</Table.Cell>
                <Table.Cell fontFamily="mono">{one.nm}</Table.Cell>
                <Table.Cell>{one.direction}</Table.Cell>
                <Table.Cell fontFamily="mono">
                  {db(one.first_db)} ({one.first_at.slice(0, 10)})
                </Table.Cell>
                <Table.Cell fontFamily="mono">
                  {db(one.newest_db)} ({one.newest_at.slice(0, 10)})
                </Table.Cell>
                <Table.Cell fontFamily="mono">{plus(one.change_db)}</Table.Cell>
                <Table.Cell fontFamily="mono">{one.sure_db === null ? "not known" : db(one.sure_db)}</Table.Cell>
                <Table.Cell>{one.changed === null ? "not judged" : one.changed ? "changed" : "within doubt"}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
      <Text mt="2" fontSize="14px" color="fg.muted">
        Levels of modules since day one stand with their link in Turn-up.
      </Text>
    </>
  );
}

export function WhereUsed() {
  const { plan } = useOpenPlan();
  const { data, error } = useParts(plan.id, plan.revision);
  const home = `/plans/${plan.id}`;
  return (
    <>
      <Head
        answer={data ? `${data.length} kinds of parts are in this plan` : "Counting parts …"}
        sub="A recall, a bad lot, a part that is no longer made: where is it?"
        error={error}
      />
      {data?.map((one) => (
        <Box key={one.sort + one.what} asChild borderBottomWidth="1px" py="1" data-part={one.what}>
          <details>
            <summary style={{ cursor: "pointer", minHeight: 34, paddingTop: 6 }}>
              <b>{one.what}</b> <span>({one.sort})</span>: {one.count}
            </summary>
            {one.at.map((spot, n) => {
              const to = whereStands(home, { kind: spot.kind, name: spot.name, id: spot.id });
              return (
                <Text key={`${spot.id}${n}`} pl="4">
                  {to ? (
                    <ChakraLink asChild color="accent.fg">
                      <RouterLink to={to}>{spot.name}</RouterLink>
                    </ChakraLink>
                  ) : (
                    spot.name
                  )}
                  {spot.place && `, ${spot.place}`}
                </Text>
              );
            })}
            {one.count > one.at.length && <Text pl="4">and {one.count - one.at.length} more</Text>}
          </details>
        </Box>
      ))}
    </>
  );
}

export function Modules() {
  const { plan } = useOpenPlan();
  const { data, error } = useSerials(plan.id, plan.revision);
  const moved = data?.filter((one) => one.moved).length ?? 0;
  const answer = !data
    ? "Looking for serials …"
    : data.length === 0
      ? "No module’s memory was read yet"
      : `${data.length} modules are known by serial${moved ? `, ${moved} moved` : ""}`;
  return (
    <>
      <Head answer={answer} sub="A serial comes from the module’s memory, read in Turn-up." error={error} />
      {data && data.length > 0 && (
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row>
              {["Serial", "part", "coded for", "where it was seen"].map((head) => (
                <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {data.map((one) => (
              <Table.Row key={one.serial} data-serial={one.serial}>
                <Table.Cell fontFamily="mono" fontWeight="600">
                  {one.serial}
                </Table.Cell>
                <Table.Cell>{one.part ?? "not told"}</Table.Cell>
                <Table.Cell>{one.coding ?? "not told"}</Table.Cell>
                <Table.Cell>
                  {one.moves.map((move, n) => (
                    <Text key={n}>
                      {move.at.slice(0, 10)}:{" "}
                      <ChakraLink asChild color="accent.fg">
                        <RouterLink to={`/plans/${plan.id}/links/${move.link_id}/turnup`}>{move.link}</RouterLink>
                      </ChakraLink>
                      , {move.place ?? `end ${move.end}`}
                    </Text>
                  ))}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
    </>
  );
}
