/** What was noted here and is not sent yet, said until it is. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { outbox, useNotSent } from "../api/facts";
import { useSettled } from "../api/plan";
import { useNotice } from "./notice";

const SOON_MS = 700;

export function NotSent() {
  const count = useNotSent();
  const cache = useQueryClient();
  const { refuse } = useNotice();
  const before = useRef(count);
  useEffect(() => {
    // What went out late is seen in every view.
    if (before.current > 0 && count === 0) void cache.invalidateQueries({ queryKey: ["plan"] });
    before.current = count;
  }, [count, cache]);
  useEffect(() => {
    outbox.onLost((letter, error) => {
      const told = letter.facts.map((fact) => ("task" in fact ? `${fact.state}: ${fact.task}${fact.note ? `, ${fact.note}` : ""}` : fact.kind)).join("; ");
      refuse(`A note that was kept here is not taken (${told}): ${error instanceof Error ? error.message : String(error)}`);
    });
  }, [refuse]);
  useEffect(() => {
    const send = () => void outbox.flush();
    if (outbox.count() > 0) send();
    window.addEventListener("online", send);
    return () => window.removeEventListener("online", send);
  }, []);
  // What goes out at once is not worth a word, and nothing moves for it.
  const late = useSettled(count, SOON_MS);
  if (count === 0 || late === 0) return null;
  return (
    <Flex
      className="no-print"
      role="status"
      data-not-sent=""
      align="center"
      gap="3"
      px={{ base: "3", md: "4" }}
      py="1"
      borderLeftWidth="4px"
      borderColor="open.fg"
      bg="bg.panel"
    >
      <Text flex="1" fontWeight="600">
        {count === 1 ? "1 note is" : `${count} notes are`} kept here, not sent yet
      </Text>
      <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => void outbox.flush()}>
        Send now
      </Button>
    </Flex>
  );
}
