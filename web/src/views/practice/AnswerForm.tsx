/** The answer: one, several, an order, or a figure. Nothing says what is right before it is given. */
import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Posed } from "../../api/practice";
import { Mono } from "../../words/Mono";
import { shifted } from "./told";

interface Props {
  posed: Posed;
  busy: boolean;
  onAnswer: (answer: string[]) => void;
}

export function AnswerForm({ posed, busy, onAnswer }: Props) {
  const { how, choices } = posed;
  const [chosen, setChosen] = useState<string[]>(how === "order" ? choices.map((one) => one.id) : []);
  const [figure, setFigure] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const pick = (id: string) => setChosen(how === "one" ? [id] : chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  const give = () => {
    if (how === "number") {
      const value = figure
        .trim()
        .replace(",", ".")
        .replace(/\s*dB$/i, "");
      if (value === "" || !Number.isFinite(Number(value))) {
        setProblem(`“${figure}” is no figure in ${posed.unit}.`);
        return;
      }
      onAnswer([value]);
      return;
    }
    if (how === "one" && chosen.length === 0) {
      setProblem("Choose one answer.");
      return;
    }
    onAnswer(chosen);
  };
  return (
    <Box asChild mt="4" borderTopWidth="2px" borderColor="fg" pt="2">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          give();
        }}
      >
        <Heading as="h2" fontSize="17px" mb="1" id="asked">
          {posed.asked}
        </Heading>
        {how === "number" && (
          <Flex align="center" gap="2">
            <Input
              size="lg"
              w="140px"
              bg="bg.panel"
              fontFamily="mono"
              aria-labelledby="asked"
              inputMode="decimal"
              value={figure}
              aria-invalid={problem !== null}
              onChange={(event) => setFigure(event.target.value)}
            />
            <Text>{posed.unit}</Text>
          </Flex>
        )}
        {(how === "one" || how === "many") && (
          <Box role={how === "one" ? "radiogroup" : "group"} aria-labelledby="asked">
            {choices.map((one) => (
              <Flex
                asChild
                key={one.id}
                align="center"
                gap="2.5"
                py="1"
                minH={{ base: "46px", md: "32px" }}
                cursor="pointer"
                borderTopWidth="1px"
                data-choice={one.id}
              >
                <label>
                  <input
                    type={how === "one" ? "radio" : "checkbox"}
                    name="answer"
                    checked={chosen.includes(one.id)}
                    onChange={() => pick(one.id)}
                    style={{ accentColor: "var(--chakra-colors-accent-fg)", width: 20, height: 20, flex: "none" }}
                  />
                  <span>
                    {one.label}
                    {one.more && (
                      <Text as="span" color="fg.muted" fontSize="14px">
                        {" "}
                        {one.more}
                      </Text>
                    )}
                  </span>
                </label>
              </Flex>
            ))}
          </Box>
        )}
        {how === "order" && (
          <Box role="list" aria-labelledby="asked">
            {chosen.map((id, n) => {
              const label = choices.find((one) => one.id === id)?.label ?? id;
              return (
                <Flex key={id} role="listitem" align="center" gap="2" py="1" borderTopWidth="1px" data-place={n + 1}>
                  <Mono w="22px" flex="none" color="fg.muted">
                    {n + 1}
                  </Mono>
                  <Text flex="1" minW="0">
                    {label}
                  </Text>
                  <Button
                    type="button"
                    size="xs"
                    minH={{ base: "44px", md: "28px" }}
                    variant="outline"
                    aria-label={`Earlier: ${label}`}
                    disabled={n === 0}
                    onClick={() => setChosen(shifted(chosen, n, -1))}
                  >
                    ▲
                  </Button>
                  <Button
                    type="button"
                    size="xs"
                    minH={{ base: "44px", md: "28px" }}
                    variant="outline"
                    aria-label={`Later: ${label}`}
                    disabled={n === chosen.length - 1}
                    onClick={() => setChosen(shifted(chosen, n, 1))}
                  >
                    ▼
                  </Button>
                </Flex>
              );
            })}
          </Box>
        )}
        {problem && (
          <Text role="alert" color="stop.fg" fontWeight="600" mt="1">
            {problem}
          </Text>
        )}
        <Button type="submit" size="lg" minH="46px" mt="3" colorPalette="accent" loading={busy}>
          {how === "many" && chosen.length === 0 ? "Answer: none of them" : "Answer"}
        </Button>
      </form>
    </Box>
  );
}
