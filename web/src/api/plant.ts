/** Hooks about the backbone: places, pathways, cables, strands, pulls, what fails together. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, Refusal, taken, type Changed } from "./client";
import { useChange } from "./plan";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type PlantView = Schemas["PlantView"];
export type PlaceDoc = Schemas["Place"];
export type PathwayView = Schemas["PathwayView"];
export type PathwayDoc = Schemas["Pathway"];
export type CableView = Schemas["CableView"];
export type CableDoc = Schemas["Cable"];
export type FeedDoc = Schemas["Feed"];
export type CopperDoc = Schemas["CopperRun"];
export type AboutView = Schemas["AboutView"];
export type SectionView = Schemas["SectionView"];
export type StrandsView = Schemas["StrandsView"];
export type StrandRow = Schemas["StrandRow"];
export type TakerView = Schemas["TakerView"];
export type PullsView = Schemas["PullsView"];
export type OutageView = Schemas["OutageView"];
export type PairView = Schemas["PairView"];
export type LayoutView = Schemas["LayoutView"];
export type ImportPreview = Schemas["ImportPreview"];
export type ItemKind = Schemas["ItemChangeModel"]["kind"];
export type PlantReference = Schemas["PlantReference"];
export type IdentifiedView = Schemas["IdentifiedView"];

/** Everything below is asked anew when the plan has a new revision. */
const plantKey = (plan: number, revision: number, ...more: (string | number)[]) => ["plan", plan, "plant", revision, ...more] as const;

export const usePlant = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: plantKey(plan_id, revision),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/plant", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const usePlantReference = () =>
  useQuery({
    queryKey: ["reference", "backbone"],
    queryFn: () => taken(client.GET("/api/reference/backbone")),
    staleTime: Infinity,
  });

export const useSection = (plan_id: number, revision: number, name: string | null) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "section", name ?? ""),
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/plant/section", {
          params: { path: { plan_id }, query: { name: name ?? "" } },
        }),
      ),
    enabled: name !== null,
    retry: false,
  });

export const useStrands = (plan_id: number, revision: number, cable: string | null) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "strands", cable ?? ""),
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/plant/strands", {
          params: { path: { plan_id }, query: { cable: cable ?? "" } },
        }),
      ),
    enabled: cable !== null,
    placeholderData: (old) => (old?.cable === cable ? old : undefined),
    retry: false,
  });

export const usePull = (plan_id: number, revision: number, cable: string | null) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "pull", cable ?? ""),
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/plant/pull", {
          params: { path: { plan_id }, query: { cable: cable ?? "" } },
        }),
      ),
    enabled: cable !== null,
    placeholderData: (old) => (old?.cable === cable ? old : undefined),
    retry: false,
  });

export const useFailures = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "failures"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/plant/failures", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useOutage = (plan_id: number, revision: number, sort: string, name: string | null) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "outage", sort, name ?? ""),
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/plant/outage", {
          params: { path: { plan_id }, query: { sort, name: name ?? "" } },
        }),
      ),
    enabled: name !== null,
  });

export const useReels = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "reels"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/plant/reels", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const usePanels = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "panels"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/plant/panels", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const usePower = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "power"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/plant/power", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useDiverse = (plan_id: number, revision: number, a: string, b: string) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "diverse", a, b),
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/plant/diverse", {
          params: { path: { plan_id } },
          body: { a, b },
        }),
      ),
    enabled: a !== "" && b !== "" && a !== b,
    retry: false,
  });

export const useLayouts = (plan_id: number, revision: number, hub: string, places: string[], each: number) =>
  useQuery({
    queryKey: plantKey(plan_id, revision, "layouts", hub, each, ...places),
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/plant/compare", {
          params: { path: { plan_id } },
          body: { hub, places, strands_each: each },
        }),
      ),
    enabled: hub !== "" && places.length > 0,
    retry: false,
  });

export interface ItemChange {
  kind: ItemKind;
  /** Null: a new thing. */
  id: string | null;
  /** Null: the thing goes. */
  doc: object | null;
}

interface PlantInput {
  what: string;
  changes: ItemChange[];
  cascade?: boolean;
}

/** Something is used: what would go with it. */
export class StillUsed extends Refusal {
  readonly goesWith: string[];

  constructor(message: string, goesWith: string[]) {
    super(423, message);
    this.goesWith = goesWith;
  }
}

export const useChangePlant = (plan_id: number) =>
  useChange<PlantInput>(plan_id, async ({ what, changes, cascade }, seen) => {
    const asked = client.POST("/api/plans/{plan_id}/plant/changes", {
      params: { path: { plan_id } },
      body: {
        what,
        cascade: cascade ?? false,
        base: seen(),
        changes: changes.map((c) => ({ ...c, doc: c.doc === null ? null : bare(c.doc, c.kind === "price" ? ["price"] : []) })),
      },
    });
    const outcome = await asked.catch(() => null);
    if (outcome?.response.status === 423) {
      const problem = outcome.error as unknown as { detail: string; goes_with: string[] };
      throw new StillUsed(problem.detail, problem.goes_with);
    }
    return taken<Changed>(outcome ? Promise.resolve(outcome) : asked);
  });

/** A document without what is not recorded. `saying`: keys where null says something: a price of null is no price. */
function bare(doc: object, saying: string[]): Record<string, unknown> {
  const told = ([key, value]: [string, unknown]) => value !== undefined && value !== "" && (value !== null || saying.includes(key));
  return Object.fromEntries(Object.entries(doc).filter(told));
}

/** Put a place on the map by hand: one without a surveyed position, or a new one. [m] */
export const useDrawPlace = (plan_id: number) =>
  useChange<{ name: string; x_m: number; y_m: number }>(plan_id, (input, seen) =>
    taken(client.POST("/api/plans/{plan_id}/plant/drawn", { params: { path: { plan_id } }, body: { ...input, base: seen() } })),
  );

interface TakeInput {
  link_id: string;
  /** The id of the run's cable segment. */
  part: string;
  cable: string | null;
  strands: number[];
}

export const useTake = (plan_id: number) =>
  useChange<TakeInput>(plan_id, (input, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/plant/take", {
        params: { path: { plan_id } },
        body: { ...input, base: seen(input.link_id) },
      }),
    ),
  );

const asBytes = (file: Blob) => ({
  body: file as never,
  bodySerializer: (body: unknown) => body as Blob,
  headers: { "Content-Type": "application/octet-stream" },
});

export const previewSiteFile = (plan_id: number, file: Blob) =>
  taken(
    client.POST("/api/plans/{plan_id}/plant/import/preview", {
      params: { path: { plan_id } },
      ...asBytes(file),
    }),
  );

export const useImportSiteFile = (plan_id: number) =>
  useChange<Blob>(plan_id, (file, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/plant/import", {
        params: { path: { plan_id }, query: { base: seen() } },
        ...asBytes(file),
      }),
    ),
  );

export const identify = (clues: Record<string, string>) => taken(client.POST("/api/reference/identify", { body: { clues } }));

export const useIdentified = (clues: Record<string, string>) =>
  useQuery({
    queryKey: ["identify", clues],
    queryFn: () => identify(clues),
    placeholderData: keepPreviousData,
  });
