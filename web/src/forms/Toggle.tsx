/** A few choices of which one is on. */
import { Button, Flex } from "@chakra-ui/react";

interface Props {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
}

export function Toggle({ label, value, options, onChange }: Props) {
  return (
    <Flex
      role="radiogroup"
      aria-label={label}
      borderWidth="1px"
      borderRadius="md"
      overflow="hidden"
      bg="bg.panel"
      wrap={{ base: "wrap", md: "nowrap" }}
      maxW="100%"
    >
      {options.map((option) => {
        const on = option.value === value;
        return (
          <Button
            key={option.value}
            role="radio"
            aria-checked={on}
            size="xs"
            h={{ base: "40px", md: "26px" }}
            px="2.5"
            borderRadius="0"
            variant="plain"
            fontSize="13px"
            fontWeight={on ? 700 : 500}
            bg={on ? "fg" : "transparent"}
            color={on ? "bg" : "fg"}
            onClick={() => onChange(option.value)}
          >
            {option.label}
          </Button>
        );
      })}
    </Flex>
  );
}
