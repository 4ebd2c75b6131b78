/** A form field that is stored when it is left or Enter is pressed, and keeps what was typed. */
import { Box, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { memo, useId, useState } from "react";

interface TextFieldProps {
  label: string;
  /** The label is for screen readers only: the column says it already. */
  hideLabel?: boolean | undefined;
  value: string;
  /** Stores; a rejected promise's message is shown under the field. */
  onCommit: (text: string) => Promise<unknown> | undefined;
  width?: string | undefined;
  suffix?: string | undefined;
  mono?: boolean | undefined;
  placeholder?: string | undefined;
  invalid?: (text: string) => string | null;
  list?: string | undefined;
}

function Frame(props: {
  id: string;
  label: string;
  hideLabel?: boolean | undefined;
  problem: string | null;
  width?: string | undefined;
  children: React.ReactNode;
}) {
  return (
    <Box w={props.width} minW="0" position="relative">
      <Text asChild fontSize="12px" color="fg.muted" lineHeight="1.2" srOnly={props.hideLabel}>
        <label htmlFor={props.id}>{props.label}</label>
      </Text>
      {props.children}
      {props.problem && (
        <Text id={`${props.id}-problem`} role="alert" fontSize="12px" color="stop.fg" fontWeight="600" maxW="260px">
          {props.problem}
        </Text>
      )}
    </Box>
  );
}

export function TextField(props: TextFieldProps) {
  const id = useId();
  const [text, setText] = useState(props.value);
  const [problem, setProblem] = useState<string | null>(null);
  const [shownFor, setShownFor] = useState(props.value);
  const [sent, setSent] = useState<string | null>(null);
  const [here, setHere] = useState(false);
  if (shownFor !== props.value) {
    // The stored value changed (an edit, undo, another part): show it, but never in place of what
    // somebody types just now, such as the next figure while the one before is being stored.
    const typing = here && text !== shownFor && text !== sent;
    setShownFor(props.value);
    setSent(null);
    setProblem(null);
    if (!typing) setText(props.value);
  }
  const commit = () => {
    setSent(text);
    if (text === props.value) {
      setProblem(null);
      return;
    }
    const wrong = props.invalid?.(text) ?? null;
    setProblem(wrong);
    if (wrong) return;
    props.onCommit(text)?.catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  };
  return (
    <Frame id={id} label={props.label} hideLabel={props.hideLabel} problem={problem} width={props.width}>
      <Flex align="center" gap="1">
        <Input
          id={id}
          size="xs"
          h="30px"
          fontSize="14px"
          px="2"
          bg="bg.panel"
          fontFamily={props.mono ? "mono" : undefined}
          value={text}
          list={props.list}
          placeholder={props.placeholder}
          aria-invalid={problem ? true : undefined}
          aria-describedby={problem ? `${id}-problem` : undefined}
          borderColor={problem ? "stop.fg" : undefined}
          onChange={(e) => setText(e.target.value)}
          onFocus={() => setHere(true)}
          onBlur={() => {
            setHere(false);
            // What Enter has sent already is not sent again when a dialog takes the focus.
            if (text !== sent) commit();
          }}
          onKeyDown={(e) => {
            if (e.key === "Enter") commit();
            if (e.key === "Escape") {
              setText(props.value);
              setProblem(null);
            }
          }}
        />
        {props.suffix && (
          <Text fontSize="13px" color="fg.muted">
            {props.suffix}
          </Text>
        )}
      </Flex>
    </Frame>
  );
}

interface ChoiceProps {
  label: string;
  hideLabel?: boolean | undefined;
  value: string;
  options: { value: string; label: string }[];
  /** Where it stores, a rejected promise's message is shown under the field. */
  onChange: (value: string) => unknown;
  width?: string | undefined;
}

/** Long lists are drawn again only when they differ: most edits leave them as they are. */
const Options = memo(
  function Options({ options: listed }: Pick<ChoiceProps, "options">) {
    return listed.map((o) => (
      <option key={o.value} value={o.value}>
        {o.label}
      </option>
    ));
  },
  (old, now) => old.options.length === now.options.length && old.options.every((o, i) => o.value === now.options[i]?.value && o.label === now.options[i].label),
);

export function Choice(props: ChoiceProps) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const known = props.options.some((o) => o.value === props.value);
  return (
    <Frame id={id} label={props.label} hideLabel={props.hideLabel} problem={problem} width={props.width}>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          id={id}
          h="30px"
          fontSize="14px"
          ps="2"
          bg="bg.panel"
          value={props.value}
          onChange={(e) => {
            setProblem(null);
            const stored = props.onChange(e.target.value);
            if (!(stored instanceof Promise)) return;
            stored.catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
          }}
        >
          {!known && <option value={props.value}>{props.value || "not recorded"}</option>}
          <Options options={props.options} />
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Frame>
  );
}

export const options = (values: readonly string[]) => values.map((v) => ({ value: v, label: v }));
