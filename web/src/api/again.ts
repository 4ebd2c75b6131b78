/** Work that is done would be to be done again: whoever changes the plan is asked before it is stored. */
import type { Middleware } from "openapi-fetch";

export interface DoneWork {
  detail: string;
  goes_with: string[];
}

type Ask = (work: DoneWork) => Promise<boolean>;

/** Nobody can be asked: it is refused. */
let ask: Ask = () => Promise.resolve(false);

/** Who asks the person; gives back what ends that. */
export function askedBy(asking: Ask): () => void {
  ask = asking;
  return () => {
    ask = () => Promise.resolve(false);
  };
}

const WORK_DONE = 428;
const kept = new Map<string, Request>();

/** Keeps each change until its answer, and sends it again where the person agrees. */
export const agreed: Middleware = {
  onRequest({ request, id }) {
    if (request.method !== "GET") kept.set(id, request.clone());
  },
  async onResponse({ response, id }) {
    const request = kept.get(id);
    kept.delete(id);
    if (response.status !== WORK_DONE || !request) return undefined;
    const work = (await response.clone().json()) as DoneWork;
    if (!(await ask(work))) return undefined;
    request.headers.set("x-passerelle-again", "yes");
    return fetch(request);
  },
  onError({ id }) {
    kept.delete(id);
  },
};
