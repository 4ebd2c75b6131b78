/** A labelled line of a dialog: a text or a choice; Enter stores. */
import { Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex asChild align="center" gap="3" mb="2">
      <label>
        <Text w="110px" fontWeight="600" flex="none">
          {label}
        </Text>
        {children}
      </label>
    </Flex>
  );
}

interface TextProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  onEnter: () => void;
  placeholder?: string;
  mono?: boolean;
  autoFocus?: boolean;
}

export function SheetText({ label, value, onChange, onEnter, placeholder, mono, autoFocus }: TextProps) {
  return (
    <Row label={label}>
      <Input
        size="sm"
        value={value}
        placeholder={placeholder}
        autoFocus={autoFocus}
        fontFamily={mono ? "mono" : undefined}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => e.key === "Enter" && onEnter()}
      />
    </Row>
  );
}

export function SheetChoice({ label, value, values, onChange }: { label: string; value: string; values: string[]; onChange: (value: string) => void }) {
  return (
    <Row label={label}>
      <NativeSelect.Root size="sm">
        <NativeSelect.Field aria-label={label} value={value} onChange={(e) => onChange(e.target.value)} bg="bg.panel">
          {values.map((v) => (
            <option key={v}>{v}</option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Row>
  );
}
