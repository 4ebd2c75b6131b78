/** Power at the far end: each device with every way to feed it, and which works. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useCopper } from "../../api/choice";
import { useChangePlant, usePlantReference, usePower, type FeedDoc, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";
import { AreaOf, ChoiceOf, LengthOf, NumberOf, TextOf } from "../../forms/docFields";
import { VerdictMark } from "../../drawing/Mark";
import { useRemove } from "../../parts/RemoveSheet";
import { Said } from "../../words/Said";

const WAYS: Record<string, string> = { mains: "mains on site", pair: "over a twisted pair", composite: "copper in a cable", local: "a battery at the place" };

export function Power({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const judged = usePower(plan.id, plan.revision).data;
  const reference = usePlantReference().data;
  const runs = useCopper(plan.id, plan.revision).data ?? [];
  const change = useChangePlant(plan.id);
  const { say } = useNotice();
  const [adding, setAdding] = useState(false);
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const places = plant.places.map((p) => p.name);
  const store = ({ id, name }: FeedDoc, doc: FeedDoc) =>
    change.mutateAsync({ what: `Change power of ${name}`, changes: [{ kind: "feed", id: id ?? null, doc }] });
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
      <Text color="fg.muted" fontSize="14px" mb="2" maxW="820px">
        Direct current to a load of constant power: V = (V₀ + √(V₀² − 4 P R)) / 2, R = 2 L ρ / A at the copper’s temperature.{" "}
        <b>Power is for licensed electricians; the local code decides.</b>
      </Text>
      {plant.feeds.length === 0 && <Text mb="2">No device far away is noted yet.</Text>}
      {plant.feeds.map((feed) => {
        const set = (next: Record<string, unknown>) => store(feed, { ...feed, ...next });
        const field = { doc: feed, store: set };
        const ways = judged?.find((j) => j.name === feed.name)?.ways ?? [];
        return (
          <Box key={feed.name} as="section" bg="bg.panel" borderLeftWidth="4px" borderColor="border.emphasized" px="3" py="2" mb="2.5" data-feed={feed.name}>
            <Flex gap="2" wrap="wrap" align="end">
              <TextOf {...field} at="name" label="Device" width="190px" />
              <ChoiceOf {...field} at="place" label="Place" width="150px" values={places} needed />
              {plan.devices.length > 0 && <ChoiceOf {...field} at="device" label="It is the device" width="150px" values={plan.devices.map((d) => d.name)} />}
              <NumberOf {...field} at="load_w" label="Takes" suffix="W" />
              <NumberOf {...field} at="peak_w" label="At peak" suffix="W" />
              <ChoiceOf {...field} at="way" label="Fed by" width="116px" values={["mains", "pair", "composite", "local"]} needed />
              {feed.way === "local" && <NumberOf {...field} at="battery_wh" label="Holds" suffix="Wh" />}
              {(feed.way === "pair" || feed.way === "composite") && <LengthOf {...field} at="length_m" label="Copper length" />}
              {feed.way === "composite" && (
                <>
                  <ChoiceOf {...field} at="cable" label="or that of cable" width="124px" values={plant.cables.map((c) => c.doc.name)} />
                  <NumberOf {...field} at="source_v" label="Source" suffix="V" />
                  <NumberOf {...field} at="least_v" label="Needs at least" suffix="V" />
                  <AreaOf {...field} at="area_mm2" label="Conductor" />
                  <NumberOf {...field} at="copper_c" label="Copper at" suffix="°C" />
                </>
              )}
              {feed.way === "pair" && (
                <>
                  <ChoiceOf {...field} at="run" label="or that of run" width="150px" values={runs.map((run) => run.name)} />
                  <LengthOf {...field} at="cords_m" label="Cords, both ends" />
                  <ChoiceOf {...field} at="power_class" label="Class of the source" width="120px" values={reference?.power_classes ?? []} />
                </>
              )}
              <Button size="xs" variant="ghost" colorPalette="accent" ml="auto" onClick={() => remove("feed", feed)}>
                Delete
              </Button>
            </Flex>
            {ways.map((way, i) => (
              <Flex
                key={way.way}
                gap="2"
                mt="1.5"
                align="center"
                fontSize={i === 0 ? "15px" : "13px"}
                fontWeight={i === 0 ? 600 : 400}
                color={i === 0 ? "fg" : "fg.muted"}
              >
                <VerdictMark verdict={way.verdict} size={i === 0 ? 15 : 12} />
                <Text>
                  {i > 0 && `${WAYS[way.way]}: `}
                  <Said text={way.said} />
                </Text>
              </Flex>
            ))}
          </Box>
        );
      })}
      <Button size="sm" variant="outline" colorPalette="accent" onClick={() => setAdding(true)} aria-disabled={!places.length}>
        Add a device
      </Button>
      {adding && (
        <AskSheet
          title="Add a device that needs power"
          label="Name of the device"
          value=""
          onClose={() => setAdding(false)}
          onStore={(name) =>
            change
              .mutateAsync({
                what: `Add power of ${name}`,
                changes: [{ kind: "feed", id: null, doc: { name, place: places[0], way: "mains" } }],
              })
              .then(() => say(`Added ${name}. Undo with u.`))
          }
        />
      )}
      {sheet}
    </Box>
  );
}
