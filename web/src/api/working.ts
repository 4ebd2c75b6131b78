/** Requests that take long: each has a token, by which the server says how far it is and stops it. */
import { useEffect, useState } from "react";

export const HEADER = "x-passerelle-work";
const LOOK_EVERY_MS = 250;
/** From here on a person wonders whether anything happens. */
const LONG_MS = 900;

export interface Work {
  what: string;
  done: number;
  of: number;
  kept: boolean;
}

const running = new Map<string, number>();

/** A token for a request that begins now. */
export function begun(): string {
  const token = crypto.randomUUID();
  running.set(token, performance.now());
  return token;
}

export function ended(token: string | null): void {
  if (token) running.delete(token);
}

/** The request that has run longest, once it has run for long. */
function longest(): string | null {
  const first = [...running].sort((x, y) => x[1] - y[1])[0];
  return first && performance.now() - first[1] > LONG_MS ? first[0] : null;
}

async function asked(token: string, method: "GET" | "DELETE"): Promise<Work | null> {
  try {
    const response = await fetch(`/api/work/${token}`, { method });
    return response.ok ? ((await response.json()) as Work | null) : null;
  } catch {
    return null;
  }
}

/** What takes long just now, and a way to stop it. */
export function useWorking(): { work: Work | null; stop: () => void } {
  const [now, setNow] = useState<{ token: string; work: Work } | null>(null);
  useEffect(() => {
    let looking = false;
    const timer = setInterval(() => {
      const token = longest();
      if (!token) {
        setNow(null);
        return;
      }
      if (looking) return;
      looking = true;
      void asked(token, "GET").then((work) => {
        looking = false;
        setNow(work && running.has(token) ? { token, work } : null);
      });
    }, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  return { work: now?.work ?? null, stop: () => now && void asked(now.token, "DELETE") };
}
