/** Says what takes long, how far it is, and stops it. */
import { Box, Button, Flex, Progress, Text } from "@chakra-ui/react";
import { useWorking } from "../api/working";

export function WorkStrip() {
  const { work, stop } = useWorking();
  if (!work) return null;
  const said = work.kept ? `${work.what}; it is stored already` : work.what;
  return (
    <Box
      className="no-print"
      position="fixed"
      top="48px"
      left="50%"
      transform="translateX(-50%)"
      w="min(520px, 92vw)"
      zIndex="toast"
      bg="bg.panel"
      borderWidth="2px"
      borderColor="fg"
      borderRadius="md"
      px="4"
      py="2"
      role="status"
    >
      <Progress.Root value={work.of ? (100 * work.done) / work.of : null} size="sm" colorPalette="accent">
        <Flex justify="space-between" align="center" gap="3" mb="1.5" minH="32px">
          <Progress.Label fontWeight="600" fontSize="15px">
            {said} …
          </Progress.Label>
          <Flex align="center" gap="3">
            <Text fontSize="14px" color="fg.muted" whiteSpace="nowrap">
              {work.of ? `${work.done} of ${work.of}` : ""}
            </Text>
            {!work.kept && (
              <Button size="xs" h="32px" variant="outline" colorPalette="accent" onClick={stop}>
                Stop
              </Button>
            )}
          </Flex>
        </Flex>
        <Progress.Track>
          <Progress.Range />
        </Progress.Track>
      </Progress.Root>
    </Box>
  );
}
