/** A stale change: both sides are shown, and the person decides. */
import { Box, Button, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import type { Conflict, Edit } from "../../api/client";
import { keys } from "../../api/plan";
import { Sheet } from "../../parts/Sheet";

export interface Clash {
  conflict: Conflict;
  edits: Edit[];
}

interface Props {
  clash: Clash;
  planId: number;
  linkId: number;
  onKeepTheirs: () => void;
  onMineOnTop: (base: number) => void;
}

function said(edit: Edit): string {
  switch (edit.op) {
    case "set-part": {
      const told = Object.entries(edit.part).filter(([, v]) => v !== null && v !== undefined);
      const words = told.map(([k, v]) => `${k} ${Array.isArray(v) ? v.join(" to ") : String(v)}`);
      return `part ${edit.at + 1}: ${words.join(", ")}`;
    }
    case "set-end":
      return `end ${edit.side}: ${edit.end.application}`;
    case "rename":
      return `name: ${edit.name}`;
    case "insert-segment":
      return `insert ${edit.what ?? edit.kind} after part ${edit.after + 1}`;
    case "split-segment":
      return `cut part ${edit.at + 1} with a ${edit.kind} joint`;
    case "remove-part":
      return `remove part ${edit.at + 1}`;
    case "move-segment":
      return `move part ${edit.at + 1} to ${edit.to + 1}`;
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
          <Button
            colorPalette="accent"
            onClick={() => onMineOnTop(current?.summary.changed_in ?? 0)}
          >
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
            <Text key={i}>{said(edit)}</Text>
          ))}
      </Box>
    </Sheet>
  );
}
