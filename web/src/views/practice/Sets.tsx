/** Sets of drills: brought in, put together, handed on. The same seed makes the same drill anywhere. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { drillAddress, usePracticeActs, type DrillSet, type Practice } from "../../api/practice";
import { useNotice } from "../../app/notice";
import { useSettings } from "../../app/settings";
import { Choice, TextField } from "../../forms/Field";
import { Sheet } from "../../parts/Sheet";

interface Props {
  sets: DrillSet[];
  kinds: Practice["kinds"];
}

export function Sets({ sets, kinds }: Props) {
  const { bring, remove } = usePracticeActs();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [making, setMaking] = useState(false);
  const name = (kind: string) => kinds.find((one) => one.kind === kind)?.name ?? kind;
  return (
    <>
      <Heading as="h2" fontSize="18px" mt="5" mb="1">
        Sets of a trainer
      </Heading>
      {sets.length === 0 && <Text color="fg.muted">None yet. A set is a small file; its seeds make the same drills on every machine.</Text>}
      {sets.map((set) => (
        <Box key={set.id} borderTopWidth="1px" py="2" data-set={set.name}>
          <Text fontWeight="700">{set.name}</Text>
          {set.by && (
            <Text fontSize="13px" color="fg.muted">
              by {set.by}
            </Text>
          )}
          <Flex gap="1.5" wrap="wrap" mt="1">
            {set.drills.map((one, n) => (
              <Button
                key={n}
                size="xs"
                minH={{ base: "44px", md: "30px" }}
                variant="outline"
                colorPalette="accent"
                onClick={() => void navigate(drillAddress({ ...one, plan_id: null, link_id: null }))}
              >
                {n + 1} {name(one.kind)} {one.level}
              </Button>
            ))}
          </Flex>
          <Flex gap="2" mt="1.5">
            <Button size="xs" minH="30px" variant="outline" onClick={() => window.location.assign(`/api/practice/sets/${set.id}`)}>
              Export
            </Button>
            <Button
              size="xs"
              minH="30px"
              variant="outline"
              aria-label={`Remove ${set.name}`}
              onClick={() => remove.mutate(set.id, { onSuccess: () => say(`${set.name} is removed.`), onError: refuse })}
            >
              Remove
            </Button>
          </Flex>
        </Box>
      ))}
      <Flex gap="2" mt="2" wrap="wrap">
        <Button size="sm" minH="36px" variant="outline" onClick={() => file.current?.click()}>
          Bring a set in …
        </Button>
        <Button size="sm" minH="36px" variant="outline" onClick={() => setMaking(true)}>
          Put a set together …
        </Button>
      </Flex>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label="Set of drills"
        hidden
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) bring.mutate(chosen, { onSuccess: (set) => say(`${set.name}: ${set.drills.length} drills.`), onError: refuse });
        }}
      />
      {making && <MakeSheet kinds={kinds} onClose={() => setMaking(false)} />}
    </>
  );
}

interface Row {
  kind: string;
  level: number;
  seed: string;
  note: string;
}

function MakeSheet({ kinds, onClose }: { kinds: Practice["kinds"]; onClose: () => void }) {
  const { make } = usePracticeActs();
  const { say, refuse } = useNotice();
  const { who } = useSettings();
  const [name, setName] = useState("");
  const [rows, setRows] = useState<Row[]>([{ kind: kinds[0]!.kind, level: 1, seed: "1", note: "" }]);
  const change = (n: number, more: Partial<Row>) => setRows(rows.map((row, at) => (at === n ? { ...row, ...more } : row)));
  const store = () => {
    const drills = rows.map((row) => ({ kind: row.kind as Practice["kinds"][number]["kind"], level: row.level, seed: Number(row.seed), note: row.note }));
    make.mutate(
      { name, by: who, drills },
      {
        onSuccess: (set) => {
          say(`${set.name} is kept; export it to hand it on.`);
          onClose();
        },
        onError: refuse,
      },
    );
  };
  const text = (set: (value: string) => void) => (value: string) => {
    set(value);
    return undefined;
  };
  return (
    <Sheet
      title="Put a set together"
      open
      size="lg"
      onClose={onClose}
      footer={
        <>
          <Button variant="outline" onClick={() => setRows([...rows, { ...rows.at(-1)!, seed: String(Number(rows.at(-1)!.seed) + 1) }])}>
            One more drill
          </Button>
          <Button colorPalette="accent" loading={make.isPending} onClick={store}>
            Keep the set
          </Button>
        </>
      }
    >
      <TextField label="Name of the set" value={name} onCommit={text(setName)} />
      {rows.map((row, n) => (
        <Flex key={n} gap="2" mt="2" align="end" wrap="wrap">
          <Choice
            label={`Drill ${n + 1}`}
            width="200px"
            value={row.kind}
            options={kinds.map((one) => ({ value: one.kind, label: one.name }))}
            onChange={(kind) => change(n, { kind })}
          />
          <Choice
            label="Level"
            width="80px"
            value={String(row.level)}
            options={["1", "2", "3", "4", "5"].map((value) => ({ value, label: value }))}
            onChange={(level) => change(n, { level: Number(level) })}
          />
          <TextField
            label="Seed"
            width="110px"
            mono
            value={row.seed}
            invalid={(value) => (/^\d{1,9}$/.test(value.trim()) ? null : `“${value}” is no seed; it is a whole number from 0`)}
            onCommit={text((seed) => change(n, { seed: seed.trim() }))}
          />
          <TextField label="Shown after the answer" width="220px" value={row.note} onCommit={text((note) => change(n, { note }))} />
          {rows.length > 1 && (
            <Button size="xs" minH="30px" variant="outline" aria-label={`Leave drill ${n + 1} out`} onClick={() => setRows(rows.filter((_, at) => at !== n))}>
              Leave out
            </Button>
          )}
        </Flex>
      ))}
    </Sheet>
  );
}
