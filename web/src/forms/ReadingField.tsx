/** What a measured loss holds besides the glass, by its reference method. */
import { Choice } from "./Field";

export type Reading = "none" | "run" | "a" | "b" | "both" | "run-a" | "run-b";

const READINGS: { value: Reading | ""; label: string }[] = [
  { value: "", label: "not recorded" },
  { value: "both", label: "both end connections (one-cord)" },
  { value: "a", label: "the a end's, and the glass (trace)" },
  { value: "b", label: "the b end's, and the glass (trace)" },
  { value: "run-a", label: "panel to panel with the a end's (two-cord)" },
  { value: "run-b", label: "panel to panel with the b end's (two-cord)" },
  { value: "run", label: "panel to panel without them (three-cord)" },
  { value: "none", label: "the glass alone (drum, markers)" },
];

interface Props {
  value: Reading | null;
  onChange: (value: Reading | null) => Promise<unknown> | undefined;
}

export function ReadingField({ value, onChange }: Props) {
  return (
    <Choice label="The reading holds" width="250px" value={value ?? ""} options={READINGS} onChange={(text) => onChange((text || null) as Reading | null)} />
  );
}
