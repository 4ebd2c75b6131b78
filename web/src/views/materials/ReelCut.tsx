/** The reel is cut: its cables are cut, and what stays on it becomes stock with its length and place. */
import { Button, Flex, NativeSelect, Text } from "@chakra-ui/react";
import { useId, useState } from "react";
import { useCutReel, type MaterialReel } from "../../api/materials";
import { usePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { TextField } from "../../forms/Field";
import { Problem } from "../../parts/Problem";
import { lengthField, typedLength } from "../../words/figures";

export function ReelCut({ reel }: { reel: MaterialReel }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { say } = useNotice();
  const cut = useCutReel(plan.id);
  const plant = usePlant(plan.id, plan.revision).data;
  const before = plant?.reels.find((one) => one.name === reel.reel)?.place ?? "";
  const [left, setLeft] = useState<number | null>(null);
  const [place, setPlace] = useState<string | null>(null);
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const store = () =>
    cut.mutate(
      { reel: reel.reel, left_m: left, place: (place ?? before) || null },
      {
        onSuccess: () => say(`${reel.reel} is cut, its rest is stock. Undo with u.`),
        onError: (error) => setProblem(error instanceof Error ? error.message : String(error)),
      },
    );
  return (
    <details className="no-print">
      <summary style={{ cursor: "pointer", fontSize: "14px", minHeight: "28px" }}>It is cut …</summary>
      <Flex gap="2" align="end" wrap="wrap" mt="1">
        <TextField
          label="Left on it"
          width="110px"
          mono
          suffix={unit}
          value={lengthField(left ?? reel.left_m, unit)}
          invalid={(text) => (typedLength(text, unit) === null ? `“${text}” is not a length in ${unit}` : null)}
          onCommit={(text) => {
            setLeft(typedLength(text, unit));
            return Promise.resolve();
          }}
        />
        <div>
          <Text asChild fontSize="12px" color="fg.muted">
            <label htmlFor={id}>It stands at</label>
          </Text>
          <NativeSelect.Root size="sm" width="160px">
            <NativeSelect.Field id={id} h="30px" bg="bg.panel" value={place ?? before} onChange={(e) => setPlace(e.target.value)}>
              <option value="">not recorded</option>
              {plant?.places.map((one) => (
                <option key={one.name}>{one.name}</option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </div>
        <Button size="xs" h="32px" colorPalette="accent" onClick={store}>
          Keep the rest
        </Button>
      </Flex>
      <Problem text={problem} />
    </details>
  );
}
