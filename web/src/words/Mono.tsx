/** A number or code: mono type with tabular figures. */
import { Text, type TextProps } from "@chakra-ui/react";

export function Mono(props: TextProps) {
  return <Text as="span" fontFamily="mono" fontVariantNumeric="tabular-nums" {...props} />;
}
