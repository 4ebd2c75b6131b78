/** The methods for this path: which is followed, what each wants, and which angled faces exclude. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Edit, PolarityView } from "../../api/client";

interface Props {
  view: PolarityView;
  onFollow: (edits: Edit[], label: string) => void;
}

export function Methods({ view, onFollow }: Props) {
  return (
    <Box mt="4" className="no-print">
      <Heading as="h2" fontSize="18px">
        Methods
      </Heading>
      {view.methods.map((method) => (
        <Flex key={method.name} gap="3" py="1" borderTopWidth="1px" align="center" data-method={method.name}>
          <Text fontWeight="700" w="34px">
            {method.name}
          </Text>
          <Box flex="1" minW="0">
            <Text fontSize="14px">{method.excluded ?? method.wants}</Text>
            <Text fontSize="13px" color="fg.muted">
              {method.source}
              {!method.sure && " · check the data sheet of the cassettes"}
            </Text>
          </Box>
          {method.follows && (
            <Text color="fine.fg" fontWeight="700">
              followed
            </Text>
          )}
          {!method.follows && !method.excluded && (
            <Button size="xs" variant="outline" colorPalette="accent" onClick={() => onFollow(method.edits, `method ${method.name}`)}>
              Follow it: {method.edits.length} part{method.edits.length === 1 ? "" : "s"}
            </Button>
          )}
        </Flex>
      ))}
    </Box>
  );
}
