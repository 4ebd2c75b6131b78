/** A task of one's own: what the plan cannot know. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useOpenPlan } from "../../app/planContext";
import { usePlant } from "../../api/plant";
import { Choice, options, TextField } from "../../forms/Field";
import { Problem } from "../../parts/Problem";
import { Sheet } from "../../parts/Sheet";
import { typed } from "../../words/figures";
import type { useTasks } from "./useTasks";

export function OwnTask({ acts, onClose }: { acts: ReturnType<typeof useTasks>; onClose: () => void }) {
  const { plan } = useOpenPlan();
  const plant = usePlant(plan.id, plan.revision);
  const [name, setName] = useState("");
  const [place, setPlace] = useState("");
  const [minutes, setMinutes] = useState("30");
  const [people, setPeople] = useState("1");
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (set: (text: string) => void) => (text: string) => {
    set(text);
    return undefined;
  };
  const store = () => {
    const took = typed(minutes);
    const many = typed(people);
    if (!name.trim()) return setProblem("What is to be done? The name is missing.");
    if (took === null || took <= 0) return setProblem(`Minutes: “${minutes}” is not a number over 0.`);
    if (many === null || !Number.isInteger(many) || many < 1 || many > 20) return setProblem(`People: “${people}” is not a whole number from 1 to 20.`);
    return acts
      .addOwn({ name: name.trim(), at: place ? [place] : [], minutes: took, people: many })
      .then(onClose, (error: unknown) => setProblem((error as Error).message));
  };
  return (
    <Sheet
      title="A task of your own"
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" minH="44px" onClick={() => void store()}>
          Add it
        </Button>
      }
    >
      <Text mb="2">It comes into the next proposal; until then it stands among the tasks in no visit.</Text>
      <Problem text={problem} mb="2" />
      <Flex gap="2" wrap="wrap">
        <TextField label="What is to be done" width="260px" value={name} onCommit={keep(setName)} />
        <Choice
          label="Where"
          width="190px"
          value={place}
          options={[{ value: "", label: "anywhere" }, ...options(plant.data?.places.map((one) => one.name) ?? [])]}
          onChange={setPlace}
        />
        <TextField label="Minutes, all together" width="130px" mono value={minutes} onCommit={keep(setMinutes)} />
        <TextField label="People" width="84px" mono value={people} onCommit={keep(setPeople)} />
      </Flex>
    </Sheet>
  );
}
