/** One line of text is asked for; a refusal is shown and what was typed stays. */
import { Box, Button, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Sheet } from "../parts/Sheet";
import { Problem } from "../parts/Problem";

interface Props {
  title: string;
  label: string;
  value: string;
  onClose: () => void;
  onStore: (text: string) => Promise<unknown>;
}

export function AskSheet({ title, label, value, onClose, onStore }: Props) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  const store = () => {
    setProblem(null);
    onStore(text.trim()).then(onClose, (error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  };
  return (
    <Sheet
      title={title}
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" onClick={store}>
          Store
        </Button>
      }
    >
      <Box>
        <Text fontWeight="600">
          <label htmlFor="ask">{label}</label>
        </Text>
        <Input id="ask" value={text} autoFocus onChange={(e) => setText(e.target.value)} onKeyDown={(e) => e.key === "Enter" && store()} />
        <Problem text={problem} mt="1" />
      </Box>
    </Sheet>
  );
}
