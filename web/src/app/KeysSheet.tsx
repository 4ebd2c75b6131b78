/** The keys, listed. */
import { Flex, Text } from "@chakra-ui/react";
import { Mono } from "../words/Mono";
import { Sheet } from "../parts/Sheet";

const KEYS: [string, string][] = [
  ["0", "all links"],
  ["1", "Survey: places and pathways"],
  ["2", "Need: what is wanted, and every way to do it"],
  ["3", "Route: cables and strands"],
  ["4", "Light"],
  ["5", "Polarity"],
  ["6", "Materials: what to buy and to cut"],
  ["7", "Visits: who goes where, when, with what; v proposes anew"],
  ["8", "Test: limits, readings and what they mean; x opens the number pad"],
  ["9", "Turn-up: lists, levels, the hunt, signatures; x reads an end, b shows all"],
  ["1 2 3, 0, ⌫", "answer the next look of a hunt, another look, take back"],
  ["Enter, ↑ ↓", "keep a reading and go on; the strand above or below, in Test"],
  ["← → + − 0, a b", "move, zoom, whole; set markers, with the trace in focus"],
  ["Alt ↑ ↓ ← →", "the task in focus earlier, later, to the visit before or after, in Visits"],
  ["↑ ↓", "one strand after the other, in Polarity"],
  ["n", "a new need"],
  ["j / k", "next, previous link; cable, in Route"],
  ["Enter", "open the marked link"],
  ["f", "fix all that is certain, in All links"],
  ["/", "find anything: places, ports, labels, serials, notes"],
  ["z", "records: as built, free strands, before a cut"],
  ["+ − arrows", "zoom and move the map, in Survey"],
  ["← →", "walk along the path, with a part in focus"],
  ["Delete", "remove the selected part"],
  ["d", "other direction"],
  ["t", "worst case, typical, both; in Materials: more strands now"],
  ["l", "papers, labels, files, copies"],
  ["w", "why this margin"],
  ["c", "compare variants of the link"],
  ["u, Ctrl Z", "undo"],
  ["Shift U, Ctrl Y", "redo"],
  ["m", "metres or feet"],
  ["h", "history"],
  ["y", "the way: what each step needs"],
  ["r", "house rules"],
  ["g", "field guide and own parts"],
  ["e", "devices and spares"],
  ["o", "find out next: what is open"],
  ["Esc", "leave a field; let go"],
  ["p", "to the path of the link, in Light"],
  ["?", "these keys"],
];

export function KeysSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Sheet title="Keys" open={open} onClose={onClose}>
      {KEYS.map(([key, what]) => (
        <Flex key={key} gap="4" py="0.5">
          <Mono w="150px" flex="none" fontWeight="700">
            {key}
          </Mono>
          <Text>{what}</Text>
        </Flex>
      ))}
    </Sheet>
  );
}
