/** Asks before something goes that others use: what goes or changes with it. */
import { Box, Button, Text } from "@chakra-ui/react";
import { useState } from "react";
import { StillUsed, useChangePlant, type ItemKind } from "../api/plant";
import { useNotice } from "../app/notice";
import { Sheet } from "./Sheet";

interface Named {
  id?: string | undefined;
  name: string;
}

interface Asked extends Named {
  kind: ItemKind;
  goesWith: string[];
}

/** `remove` deletes at once where nothing uses the thing, and asks otherwise. */
export function useRemove(plan_id: number, onGone: () => void) {
  const change = useChangePlant(plan_id);
  const { say, refuse } = useNotice();
  const [asked, setAsked] = useState<Asked | null>(null);
  const run = (kind: ItemKind, { id = "", name }: Named, cascade: boolean) =>
    change
      .mutateAsync({ what: `Delete ${kind} ${name}`, changes: [{ kind, id, doc: null }], cascade })
      .then(() => {
        setAsked(null);
        onGone();
        say(`Deleted ${name}. Undo with u.`);
      })
      .catch((error: unknown) => {
        if (error instanceof StillUsed) setAsked({ kind, id, name, goesWith: error.goesWith });
        else refuse(error);
      });
  const sheet = asked && (
    <Sheet
      title={`Delete ${asked.name}?`}
      open
      onClose={() => setAsked(null)}
      footer={
        <Button colorPalette="accent" onClick={() => void run(asked.kind, asked, true)}>
          Delete all of it
        </Button>
      }
    >
      <Text>It is used. With it these go, or let go of it:</Text>
      <Box as="ul" pl="5" mt="2" maxH="300px" overflowY="auto" style={{ listStyle: "disc" }}>
        {asked.goesWith.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </Box>
    </Sheet>
  );
  return { remove: (kind: ItemKind, thing: Named) => void run(kind, thing, false), sheet };
}
