/** Asks before done work is made to be done again: what, how long, and only then is it stored. */
import { Box, Button, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { askedBy, type DoneWork } from "../api/again";
import { Sheet } from "../parts/Sheet";

interface Asked {
  work: DoneWork;
  answer: (yes: boolean) => void;
}

export function AgainSheet() {
  const [asked, setAsked] = useState<Asked | null>(null);
  useEffect(
    () =>
      askedBy(
        (work) =>
          new Promise((answer) => {
            setAsked({ work, answer });
          }),
      ),
    [],
  );
  if (!asked) return null;
  const close = (yes: boolean) => {
    asked.answer(yes);
    setAsked(null);
  };
  return (
    <Sheet
      title="This is done already"
      open
      onClose={() => close(false)}
      footer={
        <>
          <Button variant="outline" colorPalette="accent" minH="44px" onClick={() => close(false)}>
            Leave the plan as it is
          </Button>
          <Button colorPalette="accent" minH="44px" onClick={() => close(true)}>
            Change it, and do it again
          </Button>
        </>
      }
    >
      <Text fontWeight="600">{asked.work.detail}</Text>
      <Box as="ul" pl="5" mt="2" maxH="300px" overflowY="auto" style={{ listStyle: "disc" }}>
        {asked.work.goes_with.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </Box>
    </Sheet>
  );
}
