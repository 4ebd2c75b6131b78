/** The answer of a record, and what may be wrong with it. */
import { Heading, Text } from "@chakra-ui/react";
import { Problem } from "../../parts/Problem";

export function Head({ answer, sub, error }: { answer: string; sub?: string; error?: Error | null }) {
  return (
    <>
      <Heading as="h1" fontSize={{ base: "22px", md: "28px" }} lineHeight="1.15" data-answer="">
        {answer}
      </Heading>
      {sub && (
        <Text color="fg.muted" mb="2">
          {sub}
        </Text>
      )}
      <Problem text={error?.message ?? null} />
    </>
  );
}
