/** What is known of a place. */
import { Button, Flex, Text } from "@chakra-ui/react";
import type { PlaceDoc } from "../../api/plant";
import { ChoiceOf, LengthOf, NumberOf, TextOf } from "../../forms/docFields";
import { Group } from "../../forms/Group";
import { FilesOf } from "../../parts/FilesOf";
import { Access } from "./Access";
import { Panels } from "./Panels";

interface Props {
  place: PlaceDoc;
  places: string[];
  onStore: (next: PlaceDoc) => Promise<unknown>;
  onRemove: () => void;
}

export function PlaceForm({ place, places, onStore, onRemove }: Props) {
  const store = (change: Record<string, unknown>) => onStore({ ...place, ...change });
  const field = { doc: place, store };
  // Whoever types a position has it from somewhere: it is no longer the one that was put on the map by hand.
  const surveyed = { doc: place, store: (change: Record<string, unknown>) => store({ ...change, drawn: false }) };
  const inDegrees = place.latitude != null;
  return (
    <Flex direction="column" gap="1" align="start">
      <Group name="What">
        <TextOf {...field} at="name" label="Name" width="180px" />
        <TextOf {...field} at="kind" label="Kind" width="130px" list="place-kinds" />
        <ChoiceOf {...field} at="inside" label="Inside of" width="150px" values={places.filter((n) => n !== place.name)} />
        <TextOf {...field} at="floor" label="Floor" width="84px" />
        <TextOf {...field} at="code" label="On labels" width="84px" />
      </Group>
      <Group name="Where">
        {inDegrees ? (
          <>
            <NumberOf {...surveyed} at="latitude" label="Latitude" suffix="°" width="110px" />
            <NumberOf {...surveyed} at="longitude" label="Longitude" suffix="°" width="110px" />
          </>
        ) : (
          <>
            <LengthOf {...surveyed} at="x_m" label="East" />
            <LengthOf {...surveyed} at="y_m" label="North" />
          </>
        )}
        {place.drawn && (
          <Text fontSize="13px" color="warn.fg" w="100%" data-drawn="">
            Put on the map by hand, surveyed by nobody.{" "}
            <Button size="xs" variant="ghost" colorPalette="accent" px="1" onClick={() => void store({ drawn: false })}>
              This is where it is
            </Button>
          </Text>
        )}
      </Group>
      <Group name="Surroundings and power">
        <ChoiceOf {...field} at="surroundings" label="Surroundings" width="124px" values={["indoor", "unheated", "outdoor", "wet", "salt"]} />
        <ChoiceOf {...field} at="space" label="Flame class of the space" width="150px" values={["plenum", "riser", "general"]} />
        <ChoiceOf {...field} at="power" label="Power at hand" width="124px" values={["mains", "none", "composite", "over a pair"]} />
        <TextOf {...field} at="supply" label="Fed by supply" width="130px" />
      </Group>
      <Panels place={place} store={store} />
      <Access place={place} places={places} store={store} />
      <TextOf {...field} at="notes" label="Notes" width="320px" />
      {place.id && <FilesOf kind="place" id={place.id} name={place.name} />}
      <datalist id="place-kinds">
        {["building", "floor", "room", "rack", "cabinet", "chamber", "pole", "hut", "provider entry"].map((k) => (
          <option key={k} value={k} />
        ))}
      </datalist>
      <Button size="xs" variant="outline" colorPalette="accent" onClick={onRemove}>
        Delete place
      </Button>
    </Flex>
  );
}
