/** Ways that stand in for a link and are none: what they share is what the person states. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useChangePlant, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options, TextField } from "../../forms/Field";
import { typedSpeed } from "../../words/figures";
import { listed } from "../../words/listed";

type GroupDoc = PlantView["groups"][number];
type Way = NonNullable<GroupDoc["others"]>[number];
const KINDS = ["radio hop", "copper run", "service", "chain"] as const;

export function OtherWays({ plant, name, said }: { plant: PlantView; name: string; said: Record<string, string> }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const group = plant.groups.find((g) => g.name === name);
  const [adding, setAdding] = useState(false);
  const [texts, setTexts] = useState({ name: "", kind: "radio hop", places: "", pathways: "", links: "", supplies: "", gbps: "" });
  if (!group) return null;
  const others = group.others;
  const store = (next: Way[], told: string) =>
    change
      .mutateAsync({ what: `Other ways of ${name}`, changes: [{ kind: "group", id: group.id ?? null, doc: { ...group, others: next } }] })
      .then(() => {
        setAdding(false);
        say(told);
      })
      .catch(refuse);
  const set = (key: keyof typeof texts) => (text: string) => {
    setTexts({ ...texts, [key]: text });
    return Promise.resolve();
  };
  const places = listed(texts.places);
  return (
    <Flex direction="column" gap="1" mt="1" className="no-print">
      {others.map((way) => (
        <Flex key={way.name} gap="2" align="center" fontSize="14px" wrap="wrap">
          <Text>
            <b>{way.name}</b>, {way.kind}: {said[way.name]}
          </Text>
          <Button
            size="2xs"
            h="24px"
            variant="outline"
            colorPalette="accent"
            onClick={() =>
              void store(
                others.filter((one) => one !== way),
                `Removed ${way.name}. Undo with u.`,
              )
            }
          >
            Remove
          </Button>
        </Flex>
      ))}
      {!adding && (
        <Button size="xs" variant="ghost" colorPalette="accent" alignSelf="start" px="1" onClick={() => setAdding(true)}>
          Another way stands in: radio, copper, a second service …
        </Button>
      )}
      {adding && (
        <Flex gap="2" align="end" wrap="wrap">
          <TextField label="Name" width="150px" value={texts.name} onCommit={set("name")} />
          <Choice label="What it is" width="120px" value={texts.kind} options={options(KINDS)} onChange={set("kind")} />
          <TextField label="Its two ends, then places it passes: place; …" width="320px" value={texts.places} onCommit={set("places")} />
          <TextField label="Pathways: name; …" width="220px" value={texts.pathways} onCommit={set("pathways")} />
          <TextField label="Links of the chain: name; …" width="220px" value={texts.links} onCommit={set("links")} />
          <TextField label="Power supplies: name; …" width="180px" value={texts.supplies} onCommit={set("supplies")} />
          <TextField
            label="Carries"
            width="90px"
            mono
            placeholder="300 Mb/s"
            value={texts.gbps}
            invalid={(text) => (text.trim() === "" || typedSpeed(text) !== null ? null : `“${text}” is not a speed, as 300 Mb/s or 1 G`)}
            onCommit={set("gbps")}
          />
          <Button
            size="xs"
            h="30px"
            colorPalette="accent"
            onClick={() =>
              void store(
                [
                  ...others,
                  {
                    name: texts.name,
                    kind: texts.kind as Way["kind"],
                    ends: places.slice(0, 2),
                    places,
                    pathways: listed(texts.pathways),
                    links: listed(texts.links),
                    supplies: listed(texts.supplies),
                    gbps: typedSpeed(texts.gbps),
                  },
                ],
                `Added ${texts.name}. Undo with u.`,
              )
            }
          >
            Add this way
          </Button>
        </Flex>
      )}
    </Flex>
  );
}
