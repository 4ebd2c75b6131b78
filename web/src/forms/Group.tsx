/** Fields that belong together, with the word for what they say. */
import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

export function Group({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box asChild borderTopWidth="1px" w="100%" minW="0" pt="1" pb="2" _first={{ borderTopWidth: 0 }}>
      <fieldset>
        <Box asChild fontSize="13px" fontWeight="700" color="fg.muted" pr="2">
          <legend>{name}</legend>
        </Box>
        <Flex wrap="wrap" gap="2" align="end">
          {children}
        </Flex>
      </fieldset>
    </Box>
  );
}
