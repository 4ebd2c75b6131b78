/** The fields of a joint: a mated pair with its grade, keys and coupler, or a splice. */
import type { JointDoc, PartDoc } from "../api/client";
import type { Choices } from "./choices";
import { Choice, options, TextField } from "./Field";
import { db, typed } from "../words/figures";

interface Props {
  part: JointDoc;
  reference: Choices;
  set: (next: PartDoc) => Promise<unknown>;
}

/** What a trace or a meter read, as it is said: 45 dB of return loss are −45 dB of reflectance. */
function reflectance(text: string): number | null {
  const value = typed(text.replace(/\s*dB$/i, ""));
  return value === null ? null : -Math.abs(value);
}

export function JointFields({ part, reference, set }: Props) {
  return (
    <>
      <Choice
        label="Joint"
        width="150px"
        value={part.joint}
        options={[
          { value: "adapter", label: "mated pair" },
          { value: "fusion", label: "fusion splice" },
          { value: "mechanical", label: "mechanical splice" },
        ]}
        onChange={(joint) =>
          set({
            ...part,
            joint: joint as JointDoc["joint"],
            grade: joint === "adapter" ? (part.grade ?? null) : null,
            keys: joint === "adapter" ? (part.keys ?? null) : null,
            coupler: joint === "adapter" ? (part.coupler ?? null) : null,
            crossed: joint === "adapter" ? false : part.crossed,
          })
        }
      />
      {part.joint === "adapter" && (
        <>
          <Choice
            label="Connector grade"
            width="120px"
            value={part.grade ?? "standard"}
            options={options(reference.grades)}
            onChange={(grade) => set({ ...part, grade })}
          />
          <Choice
            label="Keys"
            width="112px"
            value={part.keys ?? ""}
            options={[{ value: "", label: "not recorded" }, ...options(["opposed", "aligned"])]}
            onChange={(keys) => set({ ...part, keys: (keys || null) as NonNullable<JointDoc["keys"]> | null })}
          />
          <Choice
            label="Duplex coupler"
            width="124px"
            value={part.coupler ?? ""}
            options={[
              { value: "", label: "as usual: straight" },
              { value: "straight", label: "straight, looked at" },
              { value: "turned", label: "turned: A meets B" },
              { value: "unknown", label: "not known" },
            ]}
            onChange={(coupler) => set({ ...part, coupler: (coupler || null) as NonNullable<JointDoc["coupler"]> | null })}
          />
          <Choice
            label="Hybrid adapter"
            width="110px"
            value={part.hybrid ? "yes" : "no"}
            options={options(["no", "yes"])}
            onChange={(hybrid) => set({ ...part, hybrid: hybrid === "yes" })}
          />
        </>
      )}
      {part.joint !== "adapter" && (
        <Choice
          label="Strands"
          width="124px"
          value={part.crossed ? "yes" : "no"}
          options={[
            { value: "no", label: "by colour" },
            { value: "yes", label: "changed places" },
          ]}
          onChange={(value) => set({ ...part, crossed: value === "yes" })}
        />
      )}
      {part.joint !== "fusion" && (
        <TextField
          label="Reflectance, read"
          width="112px"
          suffix="dB"
          mono
          value={part.reflectance_db == null ? "" : db(part.reflectance_db, 1)}
          invalid={(text) => (text.trim() === "" || typed(text.replace(/\s*dB$/i, "")) !== null ? null : `${text} is not a number of dB`)}
          onCommit={(text) => set({ ...part, reflectance_db: reflectance(text) })}
        />
      )}
      <TextField label="Label" width="124px" value={part.label ?? ""} onCommit={(text) => set({ ...part, label: text.trim() || null })} />
    </>
  );
}
