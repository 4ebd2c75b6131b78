import { Button, Flex } from "@chakra-ui/react";
import type { LinkSummary } from "../../api/client";
import { useOpenPlan } from "../../app/planContext";

/** Which verdicts are shown: each with its number. */
export function Verdicts() {
  const { links, verdict, setVerdict } = useOpenPlan();
  const kinds = (["fails", "unknown", "tight", "works"] as const).filter((kind) => links.some((l) => l.verdict === kind));
  if (kinds.length < 2) return null;
  const chip = (value: LinkSummary["verdict"] | null, label: string, count: number) => (
    <Button
      key={label}
      size="xs"
      h={{ base: "40px", md: "28px" }}
      px="2.5"
      fontSize="14px"
      variant={verdict === value ? "solid" : "outline"}
      bg={verdict === value ? "fg" : undefined}
      color={verdict === value ? "bg" : "fg"}
      borderColor="border.emphasized"
      aria-pressed={verdict === value}
      onClick={() => setVerdict(value)}
    >
      {label} {count}
    </Button>
  );
  return (
    <Flex gap="1.5" mb="2" wrap="wrap" className="no-print" role="group" aria-label="Which verdicts">
      {chip(null, "all", links.length)}
      {kinds.map((kind) => chip(kind, kind === "unknown" ? "not known" : kind, links.filter((l) => l.verdict === kind).length))}
    </Flex>
  );
}
