/** What is wrong, in a sentence, said aloud as well. */
import { Text, type TextProps } from "@chakra-ui/react";

export function Problem({ text, ...rest }: { text: string | null } & TextProps & { "data-wide"?: "" }) {
  if (!text) return null;
  return (
    <Text role="alert" color="stop.fg" fontWeight="600" {...rest}>
      {text}
    </Text>
  );
}
