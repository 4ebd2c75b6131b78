/** When a place can be worked at, and how long the ways to others take where nobody walks them. */
import { Button, Flex } from "@chakra-ui/react";
import type { PlaceDoc } from "../../api/plant";
import { ChoiceOf, NumberOf, TextOf } from "../../forms/docFields";
import { Group } from "../../forms/Group";

interface Props {
  place: PlaceDoc;
  places: string[];
  store: (change: Record<string, unknown>) => Promise<unknown>;
}

export function Access({ place, places, store }: Props) {
  const { windows, trips } = place;
  const others = places.filter((name) => name !== place.name && !trips.some((one) => one.to === name));
  const put = (key: string, list: readonly object[], at: number, change: Record<string, unknown>) =>
    store({ [key]: list.map((one, n) => (n === at ? { ...one, ...change } : one)) });
  const out = (key: string, list: readonly object[], at: number) => store({ [key]: list.filter((_, n) => n !== at) });
  const small = { size: "xs", variant: "outline", colorPalette: "accent" } as const;
  return (
    <Group name="Access and ways">
      {windows.map((one, at) => {
        const field = { doc: one, store: (change: Record<string, unknown>) => put("windows", windows, at, change) };
        return (
          <Flex key={at} gap="2" align="end" w="100%" wrap="wrap" data-window="">
            <TextOf {...field} at="opens" label="Open from" width="74px" />
            <TextOf {...field} at="closes" label="until" width="74px" />
            <NumberOf {...field} at="day" label="on day" width="62px" whole />
            <TextOf {...field} at="why" label="Why: tide, permit" width="120px" />
            <Button {...small} variant="ghost" aria-label={`Take out hours ${at + 1}`} onClick={() => void out("windows", windows, at)}>
              ✕
            </Button>
          </Flex>
        );
      })}
      {trips.map((one, at) => {
        const field = { doc: one, store: (change: Record<string, unknown>) => put("trips", trips, at, change) };
        return (
          <Flex key={one.to} gap="2" align="end" w="100%" wrap="wrap">
            <ChoiceOf {...field} at="to" label="Way to" width="150px" values={[one.to, ...others]} needed />
            <NumberOf {...field} at="minutes" label="takes" suffix="min" needed />
            <Button {...small} variant="ghost" aria-label={`Take out the way to ${one.to}`} onClick={() => void out("trips", trips, at)}>
              ✕
            </Button>
          </Flex>
        );
      })}
      <Button {...small} onClick={() => void store({ windows: [...windows, { opens: "10:00", closes: "14:00" }] })}>
        Add hours of access
      </Button>
      {others.length > 0 && (
        <Button {...small} onClick={() => void store({ trips: [...trips, { to: others[0], minutes: 15 }] })}>
          Add a way
        </Button>
      )}
    </Group>
  );
}
