/** Everything that leaves the screen: papers, labels, tables, requests for prices, copies. */
import { Box, Button, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { Link as RouterLink } from "react-router";
import { saveFile, useIssued, usePapers, useTables } from "../../api/papers";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options } from "../../forms/Field";
import { Toggle } from "../../forms/Toggle";
import { Problem } from "../../parts/Problem";
import { Backups } from "./Backups";
import { Issued } from "./Issued";
import { Labels } from "./Labels";

const SIZES = [
  { value: "a4", label: "A4" },
  { value: "us-letter", label: "Letter" },
];

export function Papers() {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const papers = usePapers(plan.id, plan.revision);
  const tables = useTables(plan.id, plan.revision);
  const [size, setSize] = useState(() => localStorage.getItem("passerelle.paper") ?? "a4");
  const [busy, setBusy] = useState<string | null>(null);
  const issued = useIssued(plan.id);
  const [since, setSince] = useState("");
  const [pictures, setPictures] = useState(false);
  const more = `${since ? `&since=${encodeURIComponent(since)}` : ""}${pictures ? "&pictures=true" : ""}`;
  const home = `/api/plans/${plan.id}/papers`;
  const save = (url: string, body?: unknown) => {
    if (busy) return;
    setBusy(url);
    saveFile(url, body)
      .then((name) => say(`Saved ${name}.`), refuse)
      .finally(() => setBusy(null));
  };
  const choose = (value: string) => {
    localStorage.setItem("passerelle.paper", value);
    setSize(value);
  };
  const made = papers.data?.filter((one) => one.sheets > 0) ?? [];
  return (
    <Box flex="1" minH="0" overflowY="auto" px={{ base: "3", md: "4" }} pt="2" pb="6" className="print-whole">
      <Heading as="h1" fontSize={{ base: "24px", md: "28px" }} lineHeight="1.15" mb="1" data-answer="">
        {papers.data ? `${made.length} papers of this plan, revision ${plan.revision}` : "Counting sheets …"}
      </Heading>
      <Problem text={papers.error?.message ?? tables.error?.message ?? null} />
      <Flex direction={{ base: "column", lg: "row" }} gap={{ base: "5", lg: "8" }} align="start">
        <Box flex="1" minW="0" w="100%">
          <Part title="Papers as PDF" beside={<Toggle label="Paper" value={size} options={SIZES} onChange={choose} />}>
            <Flex gap="4" align="center" wrap="wrap" minH="40px" fontSize="14px">
              <Flex asChild align="center" gap="1.5" minH="32px">
                <label>
                  <input type="checkbox" checked={pictures} onChange={() => setPictures(!pictures)} style={{ width: 18, height: 18 }} />
                  <span>with pictures</span>
                </label>
              </Flex>
              {(issued.data?.length ?? 0) > 0 && (
                <Choice
                  label="Mark what changed since"
                  width="180px"
                  value={since}
                  options={[{ value: "", label: "nothing marked" }, ...options(issued.data?.map((one) => one.name) ?? [])]}
                  onChange={setSince}
                />
              )}
            </Flex>
            {papers.data?.map((one) => (
              <Row
                key={one.kind}
                title={one.title}
                told={one.sheets === 0 ? "nothing for it yet" : one.sheets === 1 ? "1 sheet" : `${one.sheets} sheets`}
                strong={one.kind === "book"}
                acts={[["PDF", one.sheets > 0 ? () => save(`${home}/${one.kind}.pdf?size=${size}${more}`) : null]]}
              />
            ))}
          </Part>
          <Part title="Ask for prices">
            <Text mb="1">
              Send the request out, and{" "}
              <Link asChild color="accent.fg" fontWeight="600">
                <RouterLink to={`/plans/${plan.id}/lists`}>bring the filled one back in</RouterLink>
              </Link>
              : every price is looked at before any is stored.
            </Text>
            <Row
              title="Everything to buy"
              acts={[
                ["XLSX", () => save(`${home}/quotation.xlsx`)],
                ["CSV", () => save(`${home}/quotation.csv`)],
              ]}
            />
            <Row
              title="Only what has no price"
              acts={[
                ["XLSX", () => save(`${home}/quotation.xlsx?unpriced=true`)],
                ["CSV", () => save(`${home}/quotation.csv?unpriced=true`)],
              ]}
            />
          </Part>
          <Part title="The plan for others">
            <Row title="Workbook, a sheet for each table" acts={[["XLSX", () => save(`${home}/workbook.xlsx`)]]} />
            <Row title="Summary for a mail or a ticket" acts={[["Markdown", () => save(`${home}/summary.md`)]]} />
            <Row title="Plan file, to open elsewhere or to keep" acts={[["Plan file", () => window.location.assign(`/api/plans/${plan.id}/export`)]]} />
            <Row title="Package: the plan with its pictures and files" acts={[["Package", () => window.location.assign(`/api/plans/${plan.id}/package`)]]} />
            <details>
              <summary style={{ cursor: "pointer", fontWeight: 600, minHeight: "32px" }}>Single tables as CSV</summary>
              {tables.data?.map((one) => (
                <Row
                  key={one.key}
                  title={one.title}
                  told={one.rows === 1 ? "1 row" : `${one.rows} rows`}
                  acts={[["CSV", () => save(`${home}/tables/${one.key}.csv`)]]}
                />
              ))}
            </details>
          </Part>
        </Box>
        <Box flex="1" minW="0" w="100%">
          <Labels onSave={save} />
          <Part title="Issued states">
            <Issued />
          </Part>
          <Part title="Copies of the data folder">
            <Backups />
          </Part>
        </Box>
      </Flex>
    </Box>
  );
}

export function Part({ title, beside, children }: { title: string; beside?: ReactNode; children: ReactNode }) {
  return (
    <Box as="section" mt="3" aria-label={title}>
      <Flex align="center" gap="3" borderBottomWidth="2px" borderColor="fg" pb="1" mb="1">
        <Heading as="h2" fontSize="18px" flex="1">
          {title}
        </Heading>
        {beside}
      </Flex>
      {children}
    </Box>
  );
}

interface RowProps {
  title: string;
  told?: string;
  strong?: boolean;
  acts: [string, (() => void) | null][];
}

export function Row({ title, told, strong, acts }: RowProps) {
  return (
    <Flex align="center" gap="2" minH="44px" borderBottomWidth="1px" py="1">
      <Box flex="1" minW="0">
        <Text fontWeight={strong ? 700 : 500}>{title}</Text>
        {told && (
          <Text fontSize="13px" color="fg.muted">
            {told}
          </Text>
        )}
      </Box>
      {acts.map(([label, act]) => (
        <Button
          key={label}
          size="sm"
          minH="36px"
          variant={strong ? "solid" : "outline"}
          colorPalette="accent"
          aria-disabled={act === null}
          aria-label={`${title}: ${label}`}
          onClick={() => act?.()}
        >
          {label}
        </Button>
      ))}
    </Flex>
  );
}
