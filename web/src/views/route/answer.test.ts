import { expect, test } from "vitest";
import { answerOfCables } from "./answer";

const whole = { doc: { name: "P-01" }, open: [] };
const lacking = { doc: { name: "P-02" }, open: ["construction" as const] };
const stop = (name: string) => ({ sort: "cable", name, severity: "stop" as const, step: "route" as const });

test("the headline says what is open beside what is wrong", () => {
  expect(answerOfCables({ cables: [], findings: [] })).toBe("No cable is planned yet");
  expect(answerOfCables({ cables: [whole], findings: [] })).toBe("The cable can be built as planned");
  expect(answerOfCables({ cables: [whole, lacking], findings: [] })).toBe("1 of 2 cables is not decided yet");
  expect(answerOfCables({ cables: [whole, lacking], findings: [stop("P-01")] })).toBe("1 of 2 cables cannot be built as planned, 1 not decided yet");
});

test("a cable that is wrong is not called open too", () => {
  expect(answerOfCables({ cables: [lacking], findings: [stop("P-02")] })).toBe("1 of 1 cable cannot be built as planned");
});
