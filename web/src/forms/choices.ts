/** What the forms offer: the tables' rows, and after them the plan's own parts. */
import type { OwnPart, Reference } from "../api/client";

export interface Choices extends Reference {
  cableFibers: string[];
  plainFibers: string[];
  boxes: OwnPart[];
  modules: OwnPart[];
}

const named = (parts: OwnPart[], ...kinds: OwnPart["kind"][]) => parts.filter((part) => kinds.includes(part.kind)).map((part) => part.name);

export function choicesOf(reference: Reference, own: OwnPart[]): Choices {
  const standard = reference.fibers.map((fiber) => fiber.name);
  const plain = [...standard, ...named(own, "fiber")];
  return {
    ...reference,
    plainFibers: plain,
    cableFibers: [...plain, ...named(own, "cable")],
    grades: [...reference.grades, ...named(own, "grade")],
    boxes: own.filter((part) => ["cassette", "inline", "multiplexer"].includes(part.kind)),
    modules: own.filter((part) => part.kind === "module"),
  };
}

/** Settings of forward error correction, as the screen calls them. */
export const FEC = [
  { value: "none", label: "off" },
  { value: "on", label: "on" },
  { value: "base-r", label: "BASE-R (74)" },
  { value: "rs528", label: "RS(528,514)" },
  { value: "rs544", label: "RS(544,514)" },
];
