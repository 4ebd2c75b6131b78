/** A trace in words. */
import type { PredictionView, StudyView } from "../../api/tracing";

const KIND: Record<StudyView["faults"][number]["kind"], string> = {
  bend: "A bend",
  break: "A break",
  "bad joint": "A bad joint",
  "dirty end": "A dirty or worn connection",
  "wrong glass": "Other glass than planned",
  length: "Another length than planned",
};

export function headlineOf(planned: PredictionView | undefined, study: StudyView | undefined, taken: boolean, waiting = false): string {
  const first = study?.faults[0];
  if (first) return `${first.sure ? "" : "Likely: "}${first.sure ? KIND[first.kind] : KIND[first.kind].toLowerCase()}${first.where ? `, ${first.where}` : ""}`;
  if (study) {
    const missing = study.missing.filter((one) => one.why !== "it loses too little to be seen").length;
    return missing ? `As planned, but ${missing === 1 ? "one part is" : `${missing} parts are`} not seen` : "Every part is where it is planned";
  }
  if (taken) return "Reading the trace …";
  return planned
    ? "No trace taken yet: this is what it should look like"
    : waiting
      ? "Working out what it should look like …"
      : "There is no run to trace here";
}

export function verdictOf(event: StudyView["events"][number]): string {
  if (event.kind !== "end" && event.loss_db === null) return "seen, its loss not measured";
  if (event.verdict === "low") return (event.loss_db ?? 0) < 0 ? "low: a gainer, unlike glasses; the mean of both ends tells" : "low";
  return event.verdict;
}
