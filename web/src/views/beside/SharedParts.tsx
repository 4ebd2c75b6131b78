/** Parts that several links pass, each one thing: where it is, and which links pass it. */
import { Box, Button, Heading, Table, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useSharedParts, type SharedPartView } from "../../api/beside";
import { idOf } from "../../api/client";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options, TextField } from "../../forms/Field";
import { useRemove } from "../../parts/RemoveSheet";

const NOWHERE = { value: "", label: "not recorded" };

export function SharedParts() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const shared = useSharedParts(plan.id, plan.revision);
  const change = useChangePlant(plan.id);
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const places = plan.places.map((p) => p.name);
  const store = (one: SharedPartView["doc"], next: Partial<SharedPartView["doc"]>) =>
    change
      .mutateAsync({ what: `Change ${one.name}`, changes: [{ kind: "shared part", id: idOf(one), doc: { ...one, ...next } }] })
      .then(() => say(`Stored ${next.name ?? one.name}. Undo with u.`));
  const rows = shared.data ?? [];
  return (
    <Box mt="4" maxW="960px" data-shared-parts="">
      <Heading as="h2" fontSize="20px" mb="1">
        Parts that several links pass
      </Heading>
      <Text color="fg.muted" fontSize="14px" mb="2">
        A cassette, a breakout cord or a multiplexer is one thing, however many links pass it: what is changed through one link changes for all, and it is
        counted once. A part becomes one on a link’s Light page, under More.
      </Text>
      {shared.error && <Text color="stop.fg">{shared.error.message}</Text>}
      {shared.data && rows.length === 0 && <Text color="fg.muted">None yet.</Text>}
      {rows.length > 0 && (
        <Box overflowX="auto" position="relative">
          <Table.Root size="sm" variant="line" aria-label="Shared parts" minW="680px">
            <Table.Header>
              <Table.Row bg="bg">
                <Table.ColumnHeader>Name</Table.ColumnHeader>
                <Table.ColumnHeader>What</Table.ColumnHeader>
                <Table.ColumnHeader>Place</Table.ColumnHeader>
                <Table.ColumnHeader>Links that pass it</Table.ColumnHeader>
                <Table.ColumnHeader>
                  <Box as="span" srOnly>
                    Delete
                  </Box>
                </Table.ColumnHeader>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {rows.map(({ doc, links }) => (
                <Table.Row key={idOf(doc)} bg="bg" verticalAlign="top">
                  <Table.Cell>
                    <TextField label={`Name of ${doc.name}`} hideLabel width="190px" value={doc.name} onCommit={(name) => store(doc, { name: name.trim() })} />
                  </Table.Cell>
                  <Table.Cell>{doc.part.segment}</Table.Cell>
                  <Table.Cell>
                    <Choice
                      label={`Place of ${doc.name}`}
                      hideLabel
                      width="150px"
                      value={doc.place ?? ""}
                      options={[NOWHERE, ...options(places)]}
                      onChange={(place) => store(doc, { place: place || null })}
                    />
                  </Table.Cell>
                  <Table.Cell>
                    {links.length === 0 && <Text color="fg.muted">none</Text>}
                    {links.map((one) => (
                      <Box key={one.id}>
                        <RouterLink to={`/plans/${plan.id}/links/${one.id}`} style={{ textDecoration: "underline" }}>
                          {one.name}
                        </RouterLink>
                        {one.port != null && `, port ${one.port}`}
                        {one.lane != null && `, lane ${one.lane}`}
                      </Box>
                    ))}
                  </Table.Cell>
                  <Table.Cell textAlign="end">
                    <Button
                      size="xs"
                      variant="ghost"
                      colorPalette="accent"
                      onClick={() => remove("shared part", { id: idOf(doc), name: doc.name })}
                      aria-label={`Delete ${doc.name}`}
                    >
                      Delete
                    </Button>
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
      {sheet}
    </Box>
  );
}
