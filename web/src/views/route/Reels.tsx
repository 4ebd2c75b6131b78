/** The cut plan: which reel each cable comes from, what is left, what that would do for. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { idOf } from "../../api/client";
import { useChangePlant, usePlantReference, useReels, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { ChoiceOf, LengthOf, NumberOf, TextOf } from "../../forms/docFields";
import { length } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { useRemove } from "../../parts/RemoveSheet";
import { paint } from "../../theme";

export function Reels({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { refuse } = useNotice();
  const reels = useReels(plan.id, plan.revision);
  const change = useChangePlant(plan.id);
  const types = usePlantReference().data?.cable_types.map((t) => t.name) ?? [];
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const cuts = reels.data;
  const longest = Math.max(1, ...(cuts?.reels.map((r) => r.length_m) ?? []));
  const number = () => {
    let n = plant.reels.length + 1;
    while (plant.reels.some((r) => r.name === `Reel ${n}`)) n += 1;
    return `Reel ${n}`;
  };
  const add = () =>
    change
      .mutateAsync({
        what: "Add a reel",
        changes: [{ kind: "reel", id: null, doc: { name: number(), type: types[0] ?? "", length_m: 1000 } }],
      })
      .catch(refuse);
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
      <Heading as="h2" fontSize="20px">
        Cut plan by reel
      </Heading>
      <Text color="fg.muted" fontSize="14px" mb="2">
        {cuts?.proved === false
          ? "Longest cable first, each from the reel with the least that is just enough: too many to prove that no other plan opens fewer reels."
          : "As many cables as can be cut, from the fewest reels; then the longest single piece stays in the store. No other plan does better."}
      </Text>
      {cuts?.short.map((c) => (
        <Text key={c.cable} color="stop.fg" fontWeight="600">
          {c.cable}: no reel has {length(c.length_m, unit)} left.
        </Text>
      ))}
      {plant.reels.length === 0 && <Text mb="2">No reel is noted. Add those in the store to get a cut plan.</Text>}
      {plant.reels.map((reel) => {
        const made = cuts?.reels.find((r) => r.name === reel.name);
        const field = {
          doc: reel,
          store: (next: Record<string, unknown>) =>
            change.mutateAsync({ what: `Change ${reel.name}`, changes: [{ kind: "reel", id: idOf(reel), doc: { ...reel, ...next } }] }),
        };
        let at = 0;
        return (
          <Box key={reel.name} bg="bg.panel" px="3" py="2" mb="2" data-reel={reel.name}>
            <Flex gap="2" align="end" wrap="wrap">
              <TextOf {...field} at="name" label="Reel" width="104px" />
              <ChoiceOf {...field} at="type" label="Construction" width="330px" values={[...types, ...plant.cable_types.map((t) => t.name)]} needed />
              <NumberOf {...field} at="strands" label="Strands" width="64px" whole />
              <LengthOf {...field} at="length_m" label="On it" needed />
              <ChoiceOf {...field} at="place" label="Stands at" width="150px" values={plant.places.map((place) => place.name)} />
              <Button size="xs" variant="ghost" colorPalette="accent" ml="auto" onClick={() => remove("reel", reel)}>
                Delete
              </Button>
            </Flex>
            {made && (
              <>
                <svg width="100%" height="26" viewBox="0 0 1000 26" preserveAspectRatio="none" aria-hidden="true" style={{ marginTop: 6 }}>
                  <rect x="0" y="2" width={(reel.length_m / longest) * 1000} height="22" fill={paint("bg.emphasized")} />
                  {made.cuts.map((c) => {
                    const x = (at / longest) * 1000;
                    at += c.length_m;
                    return (
                      <rect key={c.cable} x={x + 1} y="2" width={Math.max(1, (c.length_m / longest) * 1000 - 2)} height="22" fill={paint("accent.solid")} />
                    );
                  })}
                </svg>
                <Text fontSize="14px">
                  {made.cuts.map((c) => `${c.cable} ${length(c.length_m, unit)}`).join(" + ") || "not used"} ·{" "}
                  <Mono fontWeight="700">{length(made.left_m, unit)}</Mono> left
                  {made.serves && <b> · enough for {made.serves}</b>}
                </Text>
              </>
            )}
          </Box>
        );
      })}
      <Button size="sm" variant="outline" colorPalette="accent" onClick={() => void add()}>
        Add a reel
      </Button>
      {sheet}
    </Box>
  );
}
