import { expect, test } from "vitest";
import { answerOfCables, isOpen } from "./answer";

const end = { kind: "pigtails" as const, first_port: 1 };
const whole = { name: "P-01", existing: false, wish: false, route: ["duct"], type: "t" as never, end_a: end, end_b: end };
const plan = (docs: object[], stops: string[] = []) =>
  answerOfCables({
    cables: docs.map((doc) => ({ doc: doc as typeof whole })),
    findings: stops.map((name) => ({ sort: "cable", name, severity: "stop" as const, step: "route" as const })),
  });

test("a cable is called buildable only when way, construction and ends are said", () => {
  expect(isOpen(whole)).toBe(false);
  expect(isOpen({ ...whole, route: [] })).toBe(true);
  expect(isOpen({ ...whole, type: null })).toBe(true);
  expect(isOpen({ ...whole, end_b: null })).toBe(true);
  expect(isOpen({ ...whole, existing: true, type: null, end_a: null, end_b: null })).toBe(false);
});

test("the headline says what is open beside what is wrong", () => {
  expect(plan([])).toBe("No cable is planned yet");
  expect(plan([whole])).toBe("The cable can be built as planned");
  expect(plan([whole, { ...whole, name: "P-02", type: null }])).toBe("1 of 2 cables is not decided yet");
  expect(plan([whole, { ...whole, name: "P-02", type: null }], ["P-01"])).toBe("1 of 2 cables cannot be built as planned, 1 not decided yet");
});
