/** A list from elsewhere: what every cell was understood as, what is faulty, and all of it or nothing. */
import { Box, Button, Flex, Heading, Link, NativeSelect, Text, Textarea } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { previewList, readList, useTakeList, type ListKind, type ListPreview } from "../../api/lists";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Problem } from "../../parts/Problem";
import { asCsv, asRemembered, corrected, kept, listedOf, only, remapped, remember, type Listed } from "./listed";
import { ListTable } from "./ListTable";

const KINDS: [ListKind, string][] = [
  ["place", "places"],
  ["pathway", "pathways"],
  ["cable", "cables"],
  ["strand", "strands"],
  ["need", "needs"],
  ["link", "links as built"],
  ["price", "prices"],
  ["stock", "stock at hand"],
  ["reading", "readings"],
];
/** Where the rows of a kind stand once they are taken. */
const STANDS: Record<ListKind, string> = {
  place: "/survey",
  pathway: "/survey?show=pathways",
  cable: "/route",
  strand: "/route",
  need: "/need?show=many",
  link: "",
  price: "/materials",
  stock: "/materials",
  reading: "/test",
};
const TYPING_MS = 300;

/** Rows that are pasted while the page is open begin it anew. */
export function ListPage() {
  const [asked] = useSearchParams();
  return <TheList key={asked.get("pasted") ?? ""} />;
}

function TheList() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const navigate = useNavigate();
  const take = useTakeList(plan.id);
  const input = useRef<HTMLInputElement>(null);
  const [list, setList] = useState<Listed | null>(() => kept.get(plan.id) ?? null);
  const [seen, setSeen] = useState<{ of: Listed; preview: ListPreview } | null>(null);
  const [pasted, setPasted] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const failed = (error: unknown) => setProblem(error instanceof Error ? error.message : String(error));
  const show = (next: Listed | null) => {
    setList(next);
    setProblem(null);
    if (next) kept.set(plan.id, next);
    else kept.delete(plan.id);
  };
  const read = (data: Blob, sheet?: string) =>
    void readList(plan.id, data, undefined, sheet).then((found) => show(asRemembered(listedOf(found, data))), failed);
  const asKind = (kind: ListKind) =>
    list &&
    void readList(plan.id, new Blob([asCsv({ ...list, rows: [] })]), kind).then(
      (sheet) => show(asRemembered({ ...list, kind, columns: sheet.columns })),
      failed,
    );
  useEffect(() => {
    if (list === null) return;
    let gone = false;
    const timer = setTimeout(() => {
      previewList(plan.id, { kind: list.kind, columns: list.columns, rows: list.rows }).then(
        (preview) => {
          if (!gone) setSeen({ of: list, preview });
        },
        (error: unknown) => {
          if (!gone) failed(error);
        },
      );
    }, TYPING_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [list, plan.id, plan.revision]);
  const preview = list === null ? null : (seen?.preview ?? null);
  const settled = seen?.of === list;
  const accept = (places: number[], left: number[]) => {
    if (!list) return;
    const part = only(list, places);
    take.mutateAsync({ kind: part.kind, columns: part.columns, rows: part.rows, lines: part.lines }).then(() => {
      say(`Took ${places.length === 1 ? "1 row" : `${places.length} rows`}. Undo with u.`);
      if (left.length > 0) return show(only(list, left));
      show(null);
      void navigate(`/plans/${plan.id}${STANDS[list.kind]}`);
    }, failed);
  };
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" className="print-whole">
      <Flex gap="3" align="center" wrap="wrap" mb="2">
        <Heading as="h1" fontSize={{ base: "24px", md: "28px" }} lineHeight="1.15" data-answer="">
          {preview && list ? told(preview, list.rows.length) : "Bring in a list"}
        </Heading>
        {list && (
          <Button size="sm" variant="ghost" colorPalette="accent" ml="auto" onClick={() => show(null)}>
            Another list
          </Button>
        )}
      </Flex>
      <Problem text={problem} mb="2" />
      {list === null ? (
        <Begin pasted={pasted} onPaste={setPasted} onRead={() => read(new Blob([pasted]))} onFile={() => input.current?.click()} planId={plan.id} />
      ) : (
        <>
          <Flex gap="3" align="center" wrap="wrap" mb="2">
            <NativeSelect.Root size="sm" w="200px">
              <NativeSelect.Field aria-label="What the rows are" value={list.kind} onChange={(e) => asKind(e.target.value as ListKind)} bg="bg.panel">
                {list.kinds.map((one) => (
                  <option key={one.kind} value={one.kind}>
                    {one.label}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            {list.sheets.length > 1 && (
              <NativeSelect.Root size="sm" w="200px">
                <NativeSelect.Field
                  aria-label="Sheet of the workbook"
                  value={list.sheet ?? ""}
                  onChange={(e) => list.file && read(list.file, e.target.value)}
                  bg="bg.panel"
                >
                  {list.sheets.map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </NativeSelect.Field>
                <NativeSelect.Indicator />
              </NativeSelect.Root>
            )}
            {preview && <Acts list={list} preview={preview} ready={settled} onTake={accept} />}
          </Flex>
          {preview && preview.new_places.length > 0 && (
            <Text fontSize="14px" mb="2" data-new-places="">
              <b>New places come with it:</b> {preview.new_places.slice(0, 12).join(", ")}
              {preview.new_places.length > 12 ? ` and ${preview.new_places.length - 12} more` : ""}.
            </Text>
          )}
          <ListTable
            list={list}
            preview={preview}
            onColumn={(at, field) => {
              remember(list, at, field);
              show(remapped(list, at, field));
            }}
            onCell={(row, column, text) => show(corrected(list, row, column, text))}
          />
        </>
      )}
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,.tsv,.txt,.xlsx,text/csv,text/plain"
        aria-label="List to bring in"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) read(file);
        }}
      />
    </Flex>
  );
}

function told(preview: ListPreview, rows: number): string {
  const parts = (["added", "changed", "unchanged"] as const).filter((key) => preview[key]).map((key) => `${preview[key]} ${key}`);
  if (preview.refused) parts.push(`${preview.refused} to correct`);
  return `${rows === 1 ? "1 row" : `${rows} rows`}: ${parts.join(", ") || "nothing in them"}`;
}

interface BeginProps {
  pasted: string;
  onPaste: (text: string) => void;
  onRead: () => void;
  onFile: () => void;
  planId: number;
}

function Begin({ pasted, onPaste, onRead, onFile, planId }: BeginProps) {
  return (
    <Box maxW="720px">
      <Text mb="3">
        Places, pathways, cables, needs, links as built, prices or stock, from anybody’s spreadsheet. Headings are matched by what they mean; lengths may be in
        metres or feet, in the heading or in the cell. You see what every cell was understood as before anything is stored.
      </Text>
      <Button size="lg" minH="52px" colorPalette="accent" onClick={onFile}>
        Choose a file …
      </Button>
      <Text mt="4" fontWeight="600" asChild>
        <label htmlFor="pasted">Or paste the cells here, headings first</label>
      </Text>
      <Textarea id="pasted" value={pasted} onChange={(e) => onPaste(e.target.value)} rows={6} fontFamily="mono" bg="bg.panel" maxLength={4_000_000} />
      <Button mt="2" variant="outline" colorPalette="accent" aria-disabled={!pasted.trim()} onClick={() => pasted.trim() && onRead()}>
        Read what is pasted
      </Button>
      <Text mt="4" fontSize="14px" color="fg.muted">
        XLSX, or CSV with commas, semicolons or tabs. Empty lists with every column:{" "}
        {KINDS.map(([kind, label], i) => (
          <span key={kind}>
            {i > 0 && ", "}
            <Link color="accent.fg" fontWeight="600" href={`/api/plans/${planId}/lists/empty/${kind}.csv`}>
              {label}
            </Link>
          </span>
        ))}
        . A drawing of the site as GeoJSON comes in at Survey, Files.
      </Text>
    </Box>
  );
}

interface ActsProps {
  list: Listed;
  preview: ListPreview;
  ready: boolean;
  onTake: (places: number[], left: number[]) => void;
}

function Acts({ list, preview, ready, onTake }: ActsProps) {
  const all = preview.rows.map((_, at) => at);
  const bad = all.filter((at) => preview.rows[at]!.outcome === "refused");
  const good = all.filter((at) => preview.rows[at]!.outcome !== "refused");
  const does = preview.added + preview.changed;
  const save = () => {
    const url = URL.createObjectURL(new Blob([asCsv(only(list, bad))], { type: "text/csv" }));
    const link = Object.assign(document.createElement("a"), { href: url, download: "rows-to-correct.csv" });
    link.click();
    URL.revokeObjectURL(url);
  };
  if (bad.length === 0)
    return (
      <Button size="sm" colorPalette="accent" aria-disabled={!ready || does === 0} onClick={() => ready && does > 0 && onTake(good, [])}>
        {does === 0 ? "Nothing to take" : does === 1 ? "Take 1 row" : `Take ${does} rows`}
      </Button>
    );
  return (
    <>
      <Text fontSize="14px">
        <b>All of it is taken, or nothing.</b> Correct what is red, or:
      </Text>
      {does > 0 && (
        <Button size="sm" variant="outline" colorPalette="accent" aria-disabled={!ready} onClick={() => ready && onTake(good, bad)}>
          Leave {bad.length} out, take {does}
        </Button>
      )}
      <Button size="sm" variant="ghost" colorPalette="accent" onClick={save}>
        Save the {bad.length} as a file
      </Button>
    </>
  );
}
