/** Lists from elsewhere: read, looked at cell by cell, taken whole or not at all. */
import { client, taken } from "./client";
import type { components } from "./schema";
import { useChange } from "./plan";

type Schemas = components["schemas"];
export type ListSheet = Schemas["SheetView"];
export type ListKind = ListSheet["kind"];
export type ListColumn = Schemas["ColumnModel"];
export type ListPreview = Schemas["ListPreview"];
export type ListRow = Schemas["ListRowView"];
type ListBody = Schemas["ListBody"];

export const readList = (plan_id: number, data: Blob, kind?: ListKind, sheet_name?: string) =>
  taken(
    client.POST("/api/plans/{plan_id}/lists/read", {
      params: { path: { plan_id }, query: { ...(kind && { kind }), ...(sheet_name && { sheet_name }) } },
      body: data as never,
      bodySerializer: (body: unknown) => body as Blob,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );

export const previewList = (plan_id: number, body: ListBody) =>
  taken(client.POST("/api/plans/{plan_id}/lists/preview", { params: { path: { plan_id } }, body }));

export const useTakeList = (plan_id: number) =>
  useChange<ListBody & { lines: number[] }>(plan_id, (body, seen) =>
    taken(client.POST("/api/plans/{plan_id}/lists/take", { params: { path: { plan_id } }, body: { ...body, base: seen() } })),
  );
