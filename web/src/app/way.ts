/** Where the next act of a step is done: the address of the place on screen. */
import type { ActOfWay, StepOfWay } from "../api/looking";

export const STEP_WORD: Record<StepOfWay["step"], string> = { survey: "Survey", need: "Need", route: "Route", light: "Light", polarity: "Polarity" };

export function whereDone(home: string, step: StepOfWay["step"], act: ActOfWay): string {
  const query = (pairs: Record<string, string>) => new URLSearchParams(pairs).toString();
  switch (act.kind) {
    case "place":
    case "pathway":
      return `${home}/survey?${query({ sort: act.kind, name: act.name })}`;
    case "cable":
      return `${home}/route?${query({ cable: act.name })}`;
    case "group":
      return `${home}/route?${query({ show: "failures" })}`;
    case "reel":
      return `${home}/route?${query({ show: "reels" })}`;
    case "feed":
      return `${home}/survey?${query({ show: "power" })}`;
    case "copper":
    case "device":
      return `${home}/devices`;
    case "need":
      return act.id ? `${home}/need?${query({ need: act.id })}` : `${home}/need`;
    case "link":
      return act.id ? `${home}/links/${act.id}` : home;
    case "strands of link":
      return act.id ? `${home}/links/${act.id}/polarity` : home;
    default:
      return step === "need" ? `${home}/need?need=new` : step === "light" || step === "polarity" ? home : `${home}/${step}`;
  }
}
