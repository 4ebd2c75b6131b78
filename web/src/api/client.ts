/** The typed client of the API, and the names of what it says. */
import createClient, { type Middleware } from "openapi-fetch";
import { currentWho } from "../app/settings";
import { agreed } from "./again";
import type { components, paths } from "./schema";
import { begun, ended, HEADER } from "./working";

type Schemas = components["schemas"];
export type PlanInfo = Schemas["PlanInfo"];
export type Fact = Schemas["FactsView"]["facts"][number];
export type PlanListItem = Schemas["PlanListItem"];
export type LinkSummary = Schemas["LinkSummary"];
export type LinkView = Schemas["LinkView"];
export type DirectionView = Schemas["DirectionView"];
export type FindingView = Schemas["FindingView"];
export type RemedyView = Schemas["RemedyView"];
export type Brief = Schemas["Brief"];
export type Changed = Schemas["Changed"];
export type Conflict = Schemas["Conflict"];
export type Explanation = Schemas["ExplanationView"];
export type Reference = Schemas["Reference"];
export type Suited = Schemas["SuitedInfo"];
export type SegmentDoc = Schemas["Segment"];
export type JointDoc = Schemas["Joint"];
export type PartDoc = SegmentDoc | JointDoc;
export type EndDoc = Schemas["LinkEnd"];
export type HouseRules = Schemas["HouseRules"];
export type RulesPreview = Schemas["RulesPreview"];
export type Fix = Schemas["FixView"];
export type Growth = Schemas["GrowthView"];
export type OwnPart = PlanInfo["own_parts"][number];
export type Device = PlanInfo["devices"][number];
export type Spare = PlanInfo["spares"][number];
export type School = Schemas["SchoolInfo"];
export type SchoolEffect = Schemas["SchoolEffect"];
export type Beside = Schemas["Beside"];
export type Variant = Schemas["VariantBody"];
export type VariantView = Schemas["VariantView"];
export type PolarityView = Schemas["PolarityView"];
export type StrandView = Schemas["StrandView"];
export type Face = Schemas["Face"];
export type EndView = Schemas["EndView"];
export type TableView = Schemas["TableView"];
export type Edit = Schemas["EditsBody"]["edits"][number];
export type Verdict = LinkSummary["verdict"];
export type Severity = FindingView["severity"];
export type Side = "a" | "b";

/** What a part, a thing or an end is known by; everything that the server says has one. */
export const idOf = (thing: { id?: string }): string => thing.id ?? "";

/** A refusal, as the sentence that the server says. */
export class Refusal extends Error {
  readonly status: number;
  readonly conflict: Conflict | null;

  constructor(status: number, message: string, conflict: Conflict | null = null) {
    super(message);
    this.status = status;
    this.conflict = conflict;
  }
}

const signed: Middleware = {
  onRequest({ request }) {
    const who = currentWho();
    if (who) request.headers.set("x-passerelle-who", encodeURIComponent(who));
    request.headers.set(HEADER, begun());
    return request;
  },
  onResponse({ request }) {
    ended(request.headers.get(HEADER));
  },
  onError({ request }) {
    ended(request.headers.get(HEADER));
  },
};

export const client = createClient<paths>({ baseUrl: window.location.origin });
client.use(signed);
client.use(agreed);

interface Outcome<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** As `select` of a query: what is the same in the answer of another revision stays the same object, and is not drawn anew. */
export const asIs = <T>(data: T): T => data;

/** The data of an answer; a refusal is thrown as its sentence. */
export async function taken<T>(asked: Promise<Outcome<T>>): Promise<T> {
  let outcome: Outcome<T>;
  try {
    outcome = await asked;
  } catch {
    throw new Refusal(0, "Passerelle does not answer. Is it still running on this machine?");
  }
  if (outcome.response.ok && outcome.data !== undefined) return outcome.data;
  const problem = outcome.error as { detail?: unknown } | undefined;
  const detail = typeof problem?.detail === "string" ? problem.detail : null;
  const status = outcome.response.status;
  const conflict = status === 409 ? (outcome.error as Conflict) : null;
  throw new Refusal(status, detail ?? `The server answered with status ${status}.`, conflict);
}

export function isSegment(part: PartDoc): part is SegmentDoc {
  return "segment" in part;
}
