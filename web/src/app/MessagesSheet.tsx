/** What was said and refused since the page was opened. */
import { Flex, Text } from "@chakra-ui/react";
import { Mono } from "../words/Mono";
import { Sheet } from "../parts/Sheet";
import { useNotice } from "./notice";

export function MessagesSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { said } = useNotice();
  return (
    <Sheet title="Messages since the page was opened" open={open} onClose={onClose}>
      {said.length === 0 && <Text color="fg.muted">Nothing was said yet.</Text>}
      {said.map((one, i) => (
        <Flex key={i} gap="3" py="1" borderTopWidth="1px" align="baseline">
          <Mono flex="none" color="fg.muted">
            {one.at.toTimeString().slice(0, 8)}
          </Mono>
          <Text color={one.bad ? "stop.fg" : "fg"} fontWeight={one.bad ? 600 : 400}>
            {one.bad ? "Refused: " : ""}
            {one.text}
          </Text>
        </Flex>
      ))}
    </Sheet>
  );
}
