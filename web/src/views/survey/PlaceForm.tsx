/** What is known of a place. */
import { Button, Flex } from "@chakra-ui/react";
import type { PlaceDoc } from "../../api/plant";
import { ChoiceOf, NumberOf, TextOf } from "../../parts/docFields";

interface Props {
  place: PlaceDoc;
  places: string[];
  onStore: (next: PlaceDoc) => Promise<unknown>;
  onRemove: () => void;
}

export function PlaceForm({ place, places, onStore, onRemove }: Props) {
  const store = (change: Record<string, unknown>) => onStore({ ...place, ...change });
  const field = { doc: place, store };
  const inDegrees = place.latitude != null;
  return (
    <Flex wrap="wrap" gap="2" align="end">
      <TextOf {...field} at="name" label="Name" width="180px" />
      <TextOf {...field} at="kind" label="Kind" width="130px" list="place-kinds" />
      {inDegrees ? (
        <>
          <NumberOf {...field} at="latitude" label="Latitude" suffix="°" width="110px" />
          <NumberOf {...field} at="longitude" label="Longitude" suffix="°" width="110px" />
        </>
      ) : (
        <>
          <NumberOf {...field} at="x_m" label="East" suffix="m" />
          <NumberOf {...field} at="y_m" label="North" suffix="m" />
        </>
      )}
      <ChoiceOf {...field} at="surroundings" label="Surroundings" width="124px" values={["indoor", "unheated", "outdoor", "wet", "salt"]} />
      <ChoiceOf {...field} at="space" label="Flame class of the space" width="150px" values={["plenum", "riser", "general"]} />
      <ChoiceOf {...field} at="power" label="Power at hand" width="124px" values={["mains", "none", "composite", "over a pair"]} />
      <TextOf {...field} at="supply" label="Fed by supply" width="130px" />
      <TextOf {...field} at="floor" label="Floor" width="84px" />
      <ChoiceOf {...field} at="inside" label="Inside of" width="150px" values={places.filter((n) => n !== place.name)} />
      <TextOf {...field} at="notes" label="Notes" width="320px" />
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
