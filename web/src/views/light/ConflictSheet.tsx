/** A stale change: both sides are shown, and the person decides. */
import { Box, Button, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import type { Conflict, Edit, PartDoc } from "../../api/client";
import { keys } from "../../api/plan";
import { Sheet } from "../../parts/Sheet";

export interface Clash {
  conflict: Conflict;
  edits: Edit[];
}

interface Props {
  clash: Clash;
  planId: number;
  linkId: string;
  onKeepTheirs: () => void;
  onMineOnTop: (base: number) => void;
}

/** A figure or a word of a part; nothing for what is as usual. */
function shown(value: unknown): string {
  if (Array.isArray(value)) return value.map(shown).join(" to ");
  return typeof value === "number" || typeof value === "string" ? String(value) : "";
}

function said(edit: Edit, path: PartDoc[]): string {
  const number = (id: string | null) => path.findIndex((part) => part.id === id) + 1;
  switch (edit.op) {
    case "set-part": {
      const told = Object.entries(edit.part as unknown as Record<string, unknown>).filter(([key]) => key !== "id");
      const words = told.map(([key, value]) => `${key} ${shown(value)}`).filter((word) => !word.endsWith(" "));
      return `part ${number(edit.at)}: ${words.join(", ")}`;
    }
    case "set-end":
      return `end ${edit.side}: ${edit.end.application}`;
    case "rename":
      return `name: ${edit.name}`;
    case "insert-segment":
      return `insert ${edit.what ?? edit.kind} after part ${number(edit.after)}`;
    case "split-segment":
      return `cut part ${number(edit.at)} with a ${edit.kind} joint`;
    case "remove-part":
      return `remove part ${number(edit.at)}`;
    case "move-segment":
      return `move part ${number(edit.at)} to ${number(edit.to)}`;
  }
}

export function ConflictSheet({ clash, planId, linkId, onKeepTheirs, onMineOnTop }: Props) {
  const cache = useQueryClient();
  const current = clash.conflict.current;
  const showTheirs = () => {
    if (current) cache.setQueryData(keys.link(planId, linkId), current);
    void cache.invalidateQueries({ queryKey: keys.plan(planId) });
    onKeepTheirs();
  };
  return (
    <Sheet
      title="Somebody else saved in between"
      open
      onClose={showTheirs}
      footer={
        <>
          <Button variant="outline" colorPalette="accent" onClick={showTheirs}>
            Keep theirs
          </Button>
          <Button colorPalette="accent" onClick={() => onMineOnTop(current?.summary.changed_in ?? 0)}>
            Put mine on top
          </Button>
        </>
      }
    >
      <Box>
        <Text>{clash.conflict.detail}. Nothing of yours is stored yet.</Text>
        <Text mt="3" fontWeight="700">
          Theirs
        </Text>
        <Text>
          {clash.conflict.newest?.what} — {current?.answer ?? "the link as it is now"}
        </Text>
        <Text mt="3" fontWeight="700">
          Yours
        </Text>
        {clash.edits.map((edit, i) => (
          <Text key={i}>{said(edit, current?.doc.path ?? [])}</Text>
        ))}
      </Box>
    </Sheet>
  );
}
