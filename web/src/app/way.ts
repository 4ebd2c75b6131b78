/** Where the next act of a step is done: the address of the place on screen. */
import type { ActOfWay, StepOfWay } from "../api/looking";
import { whereStands } from "./where";

export const STEP_WORD: Record<StepOfWay["step"], string> = { survey: "Survey", need: "Need", route: "Route", light: "Light", polarity: "Polarity" };

/** An act about a thing leads to it; one about nothing yet leads to where such a thing is made. */
export function whereDone(home: string, step: StepOfWay["step"], act: ActOfWay): string {
  const made = step === "need" ? `${home}/need?need=new` : step === "light" || step === "polarity" ? home : `${home}/${step}`;
  return whereStands(home, act) ?? made;
}
