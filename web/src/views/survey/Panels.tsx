/** The panels of a place: which hang there already, and how many positions they have. */
import { Button, Flex } from "@chakra-ui/react";
import type { PlaceDoc } from "../../api/plant";
import { NumberOf, TextOf, YesNoOf } from "../../forms/docFields";
import { Group } from "../../forms/Group";

export function Panels({ place, store }: { place: PlaceDoc; store: (change: Record<string, unknown>) => Promise<unknown> }) {
  const { panels } = place;
  const keep = (next: PlaceDoc["panels"]) => store({ panels: next });
  const named = new Set(panels.map((one) => one.name));
  const fresh = "ABCDEFGHIJKLMNOPQRSTUVWXYZ".split("").find((letter) => !named.has(letter)) ?? `panel ${panels.length + 1}`;
  return (
    <Group name="Panels">
      {panels.map((panel, at) => {
        const field = {
          doc: panel,
          store: (change: Record<string, unknown>) => keep(panels.map((one, n) => (n === at ? { ...one, ...change } : one))),
        };
        return (
          <Flex key={at} gap="2" align="end" w="100%" wrap="wrap" data-panel={panel.name}>
            <TextOf {...field} at="name" label="Panel" width="86px" />
            <YesNoOf {...field} at="existing" label="Hangs there already" width="130px" />
            <NumberOf {...field} at="positions" label="Positions" width="68px" whole />
            <Button
              size="xs"
              variant="ghost"
              colorPalette="accent"
              aria-label={`Take out panel ${panel.name}`}
              onClick={() => void keep(panels.filter((_, n) => n !== at))}
            >
              ✕
            </Button>
          </Flex>
        );
      })}
      <Button size="xs" variant="outline" colorPalette="accent" onClick={() => void keep([...panels, { name: fresh, existing: null, positions: null }])}>
        Add a panel
      </Button>
    </Group>
  );
}
