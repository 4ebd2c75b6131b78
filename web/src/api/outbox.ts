/** What was noted and is not sent yet: kept on this device, in order, until the server has it. */

export interface Letter<Told> {
  plan_id: number;
  facts: Told[];
}

export type Became = "sent" | "kept";

interface Storage {
  getItem: (key: string) => string | null;
  setItem: (key: string, value: string) => void;
}

const KEY = "passerelle not sent yet";
const AGAIN_MS = 3_000;

/**
 * `send` rejects where the server cannot be reached; `refused` tells that from a refusal, which no
 * second try would change. A letter that is refused does not hold up those behind it.
 */
export function createOutbox<Told>(storage: Storage, send: (letter: Letter<Told>) => Promise<void>, refused: (error: unknown) => boolean) {
  let letters = read<Told>(storage);
  let sending: Promise<void> | null = null;
  const watching = new Set<() => void>();
  const failed = new Map<Letter<Told>, unknown>();
  const awaited = new Set<Letter<Told>>();
  let tellLost: (letter: Letter<Told>, error: unknown) => void = () => undefined;
  const set = (next: Letter<Told>[]) => {
    letters = next;
    try {
      storage.setItem(KEY, JSON.stringify(letters));
    } catch {
      // A browser that keeps nothing still sends what the page has.
    }
    watching.forEach((tell) => tell());
  };
  const flush = (): Promise<void> => {
    sending ??= (async () => {
      for (let first = letters[0]; first; first = letters[0]) {
        try {
          await send(first);
        } catch (error) {
          if (!refused(error)) return;
          if (awaited.has(first)) failed.set(first, error);
          else tellLost(first, error);
        }
        set(letters.slice(1));
      }
    })().finally(() => {
      sending = null;
      if (letters.length) setTimeout(() => void flush(), AGAIN_MS);
    });
    return sending;
  };
  return {
    /** Keep it, and send it if the server is there. Rejects with a refusal. */
    put: async (letter: Letter<Told>): Promise<Became> => {
      awaited.add(letter);
      set([...letters, letter]);
      await flush();
      // What came in while another letter was on its way goes with the next round.
      if (letters.includes(letter) && letters[0] === letter) await flush();
      awaited.delete(letter);
      if (failed.has(letter)) {
        const why = failed.get(letter);
        failed.delete(letter);
        throw why;
      }
      return letters.includes(letter) ? "kept" : "sent";
    },
    flush,
    /** Who is told what the server refused of what was kept, and its reason. */
    onLost: (tell: (letter: Letter<Told>, error: unknown) => void) => {
      tellLost = tell;
    },
    count: () => letters.reduce((sum, one) => sum + one.facts.length, 0),
    watch: (tell: () => void) => {
      watching.add(tell);
      return () => {
        watching.delete(tell);
      };
    },
  };
}

function read<Told>(storage: Storage): Letter<Told>[] {
  try {
    const found: unknown = JSON.parse(storage.getItem(KEY) ?? "[]");
    return Array.isArray(found) ? (found as Letter<Told>[]) : [];
  } catch {
    return [];
  }
}
