import { describe, expect, it } from "vitest";
import { createOutbox, type Letter } from "./outbox";

class Refused extends Error {}

function made(stored?: string) {
  const shelf = new Map(stored ? [["passerelle not sent yet", stored]] : []);
  const came: string[] = [];
  const state = { there: true, refuses: "" };
  const box = createOutbox<string>(
    { getItem: (key) => shelf.get(key) ?? null, setItem: (key, value) => void shelf.set(key, value) },
    (letter: Letter<string>) => {
      if (!state.there) return Promise.reject(new TypeError("no way out"));
      if (letter.facts.includes(state.refuses)) return Promise.reject(new Refused("no"));
      came.push(...letter.facts);
      return Promise.resolve();
    },
    (error) => error instanceof Refused,
  );
  return { box, came, state, shelf };
}

const letter = (...facts: string[]) => ({ plan_id: 1, facts });

describe("the outbox", () => {
  it("sends at once while the server is there", async () => {
    const { box, came } = made();
    expect(await box.put(letter("a"))).toBe("sent");
    expect([came, box.count()]).toEqual([["a"], 0]);
  });
  it("keeps what cannot be sent, also over a new start, and sends it in order", async () => {
    const { box, state, shelf } = made();
    state.there = false;
    expect([await box.put(letter("a")), await box.put(letter("b", "c"))]).toEqual(["kept", "kept"]);
    expect(box.count()).toBe(3);
    const again = made(shelf.get("passerelle not sent yet"));
    expect(again.box.count()).toBe(3);
    expect(await again.box.put(letter("d"))).toBe("sent");
    expect([again.came, again.box.count()]).toEqual([["a", "b", "c", "d"], 0]);
  });
  it("says a refusal to who wrote it, and sends what is behind it", async () => {
    const { box, came, state } = made();
    state.refuses = "bad";
    state.there = false;
    expect(await box.put(letter("bad"))).toBe("kept");
    const lost: string[] = [];
    box.onLost((one, error) => lost.push(`${one.facts.join()}: ${String(error)}`));
    state.there = true;
    expect(await box.put(letter("good"))).toBe("sent");
    expect([came, box.count(), lost]).toEqual([["good"], 0, ["bad: Error: no"]]);
    await expect(box.put(letter("bad"))).rejects.toThrow("no");
  });
  it("two at the same time both go out", async () => {
    const { box, came } = made();
    expect(await Promise.all([box.put(letter("a")), box.put(letter("b"))])).toEqual(["sent", "sent"]);
    expect(came).toEqual(["a", "b"]);
  });
  it("begins empty where what was kept cannot be read", () => {
    expect(made("{rubbish").box.count()).toBe(0);
  });
});
