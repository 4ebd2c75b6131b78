/** Find anything of the plan from anywhere: typed with an error in it, or scanned off a label. */
import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { useScanned, useSearch, type Hit } from "../api/records";
import { Sheet } from "../parts/Sheet";
import { useOpenPlan } from "./planContext";
import { whereFound } from "./where";

const KIND: Record<string, string> = { "panel port": "panel port", "shared part": "shared part" };
const LATE_MS = 90;

export function FindSheet({ onClose }: { onClose: () => void }) {
  const { plan } = useOpenPlan();
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const [asked, setAsked] = useState("");
  const [at, setAt] = useState(0);
  const list = useRef<HTMLDivElement>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const timer = setTimeout(() => setAsked(typed.trim()), LATE_MS);
    return () => clearTimeout(timer);
  }, [typed]);
  const found = useSearch(plan.id, plan.revision, asked);
  const scanned = useScanned(plan.id, plan.revision, asked.length > 1 ? asked : "");
  const hits = asked === "" ? [] : [...(scanned.data ?? []), ...(found.data ?? [])];
  const chosen = Math.min(at, Math.max(0, hits.length - 1));
  const open = (hit: Hit) => {
    const to = whereFound(`/plans/${plan.id}`, hit);
    if (to === null) return;
    onClose();
    void navigate(to);
  };
  const keys = (event: React.KeyboardEvent) => {
    const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (step) {
      event.preventDefault();
      setAt(Math.max(0, Math.min(hits.length - 1, chosen + step)));
      list.current?.querySelectorAll("[data-hit]")[chosen + step]?.scrollIntoView({ block: "nearest" });
    } else if (event.key === "Enter" && hits[chosen]) {
      event.preventDefault();
      open(hits[chosen]);
    }
  };
  return (
    <Sheet title="Find anything" open onClose={onClose} size="lg" focus={() => field.current}>
      <Input
        ref={field}
        h="44px"
        fontSize="18px"
        aria-label="Find anything"
        placeholder="a place, port, label, serial, note …"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={keys}
      />
      <Box ref={list} mt="2" minH="240px" role="list" aria-label="Found">
        {hits.map((hit, n) => (
          <Flex
            key={`${hit.kind}${hit.id}${hit.name}${n}`}
            role="listitem"
            data-hit={hit.kind}
            align="baseline"
            gap="2"
            px="2"
            bg={n === chosen ? "accent.subtle" : undefined}
          >
            <button
              type="button"
              onClick={() => open(hit)}
              style={{
                display: "flex",
                gap: 10,
                alignItems: "baseline",
                width: "100%",
                textAlign: "start",
                padding: "7px 0",
                minHeight: 36,
                cursor: "pointer",
              }}
            >
              <b style={{ flex: "none", maxWidth: "60%" }}>{hit.name}</b>
              <Text as="span" fontSize="14px" color="fg.muted" truncate flex="1">
                {hit.what}
              </Text>
              <Text as="span" fontSize="13px" color="fg.muted" flex="none">
                {hit.off === 2 ? "nearly · " : ""}
                {KIND[hit.kind] ?? hit.kind}
              </Text>
            </button>
          </Flex>
        ))}
        {asked !== "" && found.isSuccess && !found.isPlaceholderData && hits.length === 0 && (
          <Text p="2">Nothing of the plan is called so, nor nearly so.</Text>
        )}
        {found.error && (
          <Text p="2" color="stop.fg" role="alert">
            {found.error.message}
          </Text>
        )}
        {asked === "" && (
          <Text p="2" color="fg.muted">
            Places, pathways, cables, panel ports, links, devices and their ports, serials of modules, notes; or the code off a label. One error in a word is
            forgiven. Enter opens, arrows choose.
          </Text>
        )}
      </Box>
    </Sheet>
  );
}
