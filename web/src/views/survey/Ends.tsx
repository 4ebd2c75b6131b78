/** The two ends of a cable or cord that somebody looks at: what they are, and what follows from it. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, taken } from "../../api/client";
import { usePlantReference } from "../../api/plant";
import type { components } from "../../api/schema";
import { useSettings } from "../../app/settings";
import { Choice, options, TextField } from "../../forms/Field";
import { db, typedLength } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";

type EndSeen = components["schemas"]["EndSeenBody"];
export type Ending = components["schemas"]["EndingView"];

export interface Looked {
  what: "cord" | "cable";
  a: EndSeen;
  b: EndSeen;
  length: string;
}

const UNSEEN: EndSeen = { plug: null, colour: null, joined: null, owner: null };
export const NOTHING_LOOKED: Looked = { what: "cable", a: UNSEEN, b: UNSEEN, length: "" };

const BLANK = { value: "", label: "not looked" };

interface Asked extends Looked {
  grade: string | null;
  proved: boolean;
  strands: number | null;
}

export function useEnding({ what, a, b, length, grade, proved, strands }: Asked) {
  const { unit } = useSettings();
  const metres = typedLength(length, unit);
  const body = { what, a, b, grade, proved, strands, length_m: metres !== null && metres > 0 ? metres : null };
  return useQuery({
    queryKey: ["ending", body],
    queryFn: () => taken(client.POST("/api/reference/ending", { body })),
    placeholderData: keepPreviousData,
  }).data;
}

interface Props {
  looked: Looked;
  onChange: (looked: Looked) => void;
}

export function EndsForm({ looked, onChange }: Props) {
  const { unit } = useSettings();
  const reference = usePlantReference().data;
  const done = (next: Looked) => {
    onChange(next);
    return Promise.resolve();
  };
  return (
    <Box mt="2" px="2" borderTopWidth="1px" pt="2" data-ends="">
      <Flex gap="2" align="end" wrap="wrap" mb="1">
        <Choice
          label="It is a"
          width="96px"
          value={looked.what}
          options={options(["cable", "cord"])}
          onChange={(what) => done({ ...looked, what: what as Looked["what"] })}
        />
        <TextField
          label="Length wanted, plug to plug"
          width="150px"
          mono
          suffix={unit}
          value={looked.length}
          invalid={(text) => (text.trim() === "" || (typedLength(text, unit) ?? 0) > 0 ? null : `${text} is not a length`)}
          onCommit={(length) => done({ ...looked, length })}
        />
      </Flex>
      {(["a", "b"] as const).map((side) => {
        const end = looked[side];
        const set = (change: Partial<EndSeen>) => done({ ...looked, [side]: { ...end, ...change } });
        return (
          <Flex key={side} gap="2" align="end" wrap="wrap" mb="1" role="group" aria-label={`End ${side}`} data-end={side}>
            <Text fontWeight="700" w="44px">
              End {side}
            </Text>
            <Choice
              label="Plug"
              width="92px"
              value={end.plug ?? ""}
              options={[BLANK, ...options(reference?.plugs ?? [])]}
              onChange={(plug) => set({ plug: plug || null })}
            />
            <Choice
              label="Its colour"
              width="92px"
              value={end.colour ?? ""}
              options={[BLANK, ...options(reference?.plug_colours ?? [])]}
              onChange={(colour) => set({ colour: colour || null })}
            />
            <Choice
              label="Plugs"
              width="96px"
              value={end.joined ?? ""}
              options={[BLANK, { value: "joined", label: "joined pair" }, { value: "single", label: "single" }]}
              onChange={(joined) => set({ joined: (joined || null) as NonNullable<EndSeen["joined"]> | null })}
            />
            <Choice
              label="Whose"
              width="104px"
              value={end.owner ?? ""}
              options={[
                { value: "", label: "not asked" },
                { value: "own", label: "ours" },
                { value: "provider", label: "the provider’s" },
              ]}
              onChange={(owner) => set({ owner: (owner || null) as NonNullable<EndSeen["owner"]> | null })}
            />
          </Flex>
        );
      })}
    </Box>
  );
}

interface OutcomeProps {
  ending: Ending;
  what: Looked["what"];
  /** The least margin of the links on it; null where none is known. [dB] */
  margin: number | null;
}

/** Order the same or a longer one, or mend it; noting it stands beside. */
export function EndingOutcome({ ending, what, margin }: OutcomeProps) {
  return (
    <Box mt="3" fontSize="14px" data-ending="">
      {ending.warnings.map((warning) => (
        <Text key={warning} color="warn.fg" fontWeight="600" mb="1">
          {warning}
        </Text>
      ))}
      <Text fontWeight="700">Order one like it</Text>
      <Text userSelect="all">
        <Said text={ending.order} />
      </Text>
      <Text color={ending.first.length ? "warn.fg" : "fg.muted"}>
        {ending.first.length ? `Read first: ${ending.first.join("; ")}.` : "Everything that an order names was looked at."}
      </Text>
      <Text fontWeight="700" mt="2">
        Or mend it
      </Text>
      {what === "cord" ? (
        <Text color="fg.muted">A cord is not mended: a new one costs less than a splice, and is measured.</Text>
      ) : (
        ending.repairs.map((one) => (
          <Text key={one.what}>
            {one.what}: <Mono>{db(one.worst_db)} dB</Mono> at worst, <Mono>{db(one.typical_db)}</Mono> usually
            {margin !== null && (
              <b> {margin - one.worst_db < 0 ? `over the limit by ${db(one.worst_db - margin)} dB` : `leaves ${db(margin - one.worst_db)} dB`}</b>
            )}
            . Takes {one.needs}.
          </Text>
        ))
      )}
    </Box>
  );
}
