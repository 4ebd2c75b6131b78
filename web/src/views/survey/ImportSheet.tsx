/** Places and pathways from a file: row by row what would happen, and only then is it taken. */
import { Box, Button, Flex, Link, Table, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { Link as RouterLink } from "react-router";
import { previewSiteFile, useImportSiteFile, type ImportPreview } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Mono } from "../../words/Mono";
import { Sheet } from "../../parts/Sheet";
import { Problem } from "../../parts/Problem";

const TONES = { added: "fine.fg", changed: "note.fg", unchanged: "fg.muted", refused: "stop.fg" } as const;
const SHOWN = 300;

export function ImportSheet({ onClose }: { onClose: () => void }) {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const take = useImportSiteFile(plan.id);
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const failed = (error: unknown) => setProblem(error instanceof Error ? error.message : String(error));
  const look = (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(chosen);
    setPreview(null);
    setProblem(null);
    previewSiteFile(plan.id, chosen).then(setPreview, failed);
  };
  const good = preview ? preview.added + preview.changed : 0;
  const accept = () =>
    file &&
    take.mutateAsync(file).then(() => {
      say(`Took ${good} rows of ${file.name}. Undo with u.`);
      onClose();
    }, failed);
  const rows = preview ? [...preview.rows].sort((a, b) => Number(b.outcome === "refused") - Number(a.outcome === "refused")) : [];
  return (
    <Sheet
      title="A drawing of the site, in and out"
      open
      onClose={onClose}
      size="xl"
      footer={
        preview && (
          <Button colorPalette="accent" aria-disabled={good === 0} onClick={() => good > 0 && void accept()}>
            {good === 0 ? "Nothing to take" : `Take ${good} rows${preview.refused ? `, leave ${preview.refused}` : ""}`}
          </Button>
        )
      }
    >
      <Text mb="2">
        GeoJSON comes in here; nothing is stored until you have seen what would change.{" "}
        <Link asChild color="accent.fg" fontWeight="600">
          <RouterLink to={`/plans/${plan.id}/lists`}>Lists from a spreadsheet</RouterLink>
        </Link>{" "}
        have a page of their own. Out:{" "}
        {["places.csv", "pathways.csv", "site.geojson"].map((name, i) => (
          <span key={name}>
            {i > 0 && ", "}
            <Link color="accent.fg" fontWeight="600" href={`/api/plans/${plan.id}/plant/export/${name}`}>
              {name}
            </Link>
          </span>
        ))}
        .
      </Text>
      <Button size="sm" variant="outline" colorPalette="accent" onClick={() => input.current?.click()}>
        Choose a file …
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".json,.geojson,application/geo+json"
        aria-label="File of places or pathways"
        onChange={(e) => look(e.target.files?.[0])}
      />
      <Problem text={problem} mt="2" />
      {preview && (
        <Box mt="3" data-preview="">
          <Flex gap="4" mb="2" fontWeight="700" wrap="wrap">
            {(["added", "changed", "unchanged", "refused"] as const).map((kind) => (
              <Text key={kind} color={preview[kind] ? TONES[kind] : "fg.muted"}>
                <Mono>{preview[kind]}</Mono> {kind}
              </Text>
            ))}
          </Flex>
          <Table.Root size="sm" variant="line" aria-label="Rows of the file">
            <Table.Header>
              <Table.Row bg="bg.panel">
                <Table.ColumnHeader>Row</Table.ColumnHeader>
                <Table.ColumnHeader>Name</Table.ColumnHeader>
                <Table.ColumnHeader>Becomes</Table.ColumnHeader>
                <Table.ColumnHeader>Why, or what</Table.ColumnHeader>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {rows.slice(0, SHOWN).map((row) => (
                <Table.Row key={`${row.kind} ${row.line}`} bg="bg.panel">
                  <Table.Cell>
                    <Mono>{row.line}</Mono>
                  </Table.Cell>
                  <Table.Cell fontWeight="600">{row.name}</Table.Cell>
                  <Table.Cell color={TONES[row.outcome]} fontWeight="600" whiteSpace="nowrap">
                    {row.outcome}
                  </Table.Cell>
                  <Table.Cell>{row.said}</Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
          {rows.length > SHOWN && <Text color="fg.muted">and {rows.length - SHOWN} more rows</Text>}
        </Box>
      )}
    </Sheet>
  );
}
