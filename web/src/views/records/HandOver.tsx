/** At hand-over: where glass ran short, where more is wanted, what to lay differently; answers become wishes. */
import { Box, Button, Flex, Heading, Link as ChakraLink, Text, Textarea } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useNoteFacts } from "../../api/facts";
import { useHandOver, type HandOverView } from "../../api/records";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice } from "../../forms/Field";
import { Head } from "./Head";

type Question = HandOverView["answers"][number]["question"];

export function HandOver() {
  const { plan } = useOpenPlan();
  const { data, error } = useHandOver(plan.id, plan.revision);
  if (!data) return <Head answer="Looking at what is left …" error={error} />;
  const of = data.signed + data.unsigned.length;
  const answered = new Set(data.answers.map((one) => one.question)).size;
  return (
    <>
      <Head
        answer={`${of === 0 ? "There is no link to sign off yet" : `${data.signed} of ${of} links signed off`}, ${answered} of 3 questions answered`}
        sub="What is said here helps whoever lays the next cable."
        error={error}
      />
      {(Object.keys(data.questions) as Question[]).map((question) => (
        <Asked key={question} question={question} words={data.questions[question] ?? ""} data={data} />
      ))}
      {data.unsigned.length > 0 && (
        <Box mt="4">
          <Heading as="h2" fontSize="16px">
            Not signed off
          </Heading>
          <Text fontSize="14px">
            {data.unsigned.slice(0, 40).join(", ")}
            {data.unsigned.length > 40 && ` and ${data.unsigned.length - 40} more`}
          </Text>
        </Box>
      )}
    </>
  );
}

function Asked({ question, words, data }: { question: Question; words: string; data: HandOverView }) {
  const { plan } = useOpenPlan();
  const note = useNoteFacts(plan.id);
  const { say, refuse } = useNotice();
  const [text, setText] = useState("");
  const [a, setA] = useState("");
  const [b, setB] = useState("");
  const places = [{ value: "", label: "–" }, ...data.places.map((name) => ({ value: name, label: name }))];
  const mine = data.answers.filter((one) => one.question === question);
  const keep = () => {
    if (!text.trim()) {
      refuse(new Error(`Answer “${words}” in a sentence first.`));
      return;
    }
    note([
      {
        about: { kind: "plan", id: data.plan },
        told: { kind: "hand-over", question, answer: text.trim().slice(0, 400), a_place: a || null, b_place: b || null, need: null },
      },
    ]).then(() => {
      setText("");
      say("Kept with the plan.");
    }, refuse);
  };
  return (
    <Box mt="4" maxW="760px" data-question={question}>
      <Heading as="h2" fontSize="17px">
        {words}
      </Heading>
      {question === "short" && data.short.length > 0 && (
        <Text fontSize="14px" color="fg.muted">
          By the records:{" "}
          {data.short
            .slice(0, 6)
            .map((one) => `${one.places.join(" – ")} (${one.free} of ${one.of} free)`)
            .join(", ")}
          .
        </Text>
      )}
      {mine.map((one) => (
        <Box key={one.id} borderLeftWidth="3px" borderColor="accent.fg" pl="3" my="1">
          <Text>
            {one.answer}
            {(one.a_place || one.b_place) && ` (${[one.a_place, one.b_place].filter(Boolean).join(" – ")})`}
          </Text>
          <Text fontSize="13px" color="fg.muted">
            {one.who}, {one.at.slice(0, 10)} ·{" "}
            <ChakraLink asChild color="accent.fg" fontWeight="600">
              <RouterLink to={`/plans/${plan.id}/need?${wish(one)}`}>Make it a need</RouterLink>
            </ChakraLink>
          </Text>
        </Box>
      ))}
      <Box className="no-print">
        <Textarea
          w="100%"
          borderWidth="1px"
          borderRadius="md"
          bg="bg.panel"
          p="2"
          rows={2}
          mt="1"
          aria-label={words}
          value={text}
          maxLength={400}
          onChange={(event) => setText(event.target.value)}
        />
        <Flex gap="3" align="end" mt="1" wrap="wrap">
          <Box w="180px">
            <Choice label="Between" value={a} options={places} onChange={setA} />
          </Box>
          <Box w="180px">
            <Choice label="and" value={b} options={places} onChange={setB} />
          </Box>
          <Button size="sm" minH="34px" colorPalette="accent" onClick={keep}>
            Keep the answer
          </Button>
        </Flex>
      </Box>
    </Box>
  );
}

/** A need that is half said: its places are known. */
const wish = (one: HandOverView["answers"][number]) =>
  new URLSearchParams({ ...(one.a_place && { from: one.a_place }), ...(one.b_place && { to: one.b_place }), need: "new" }).toString();
