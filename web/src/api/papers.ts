/** What leaves the screen as a file: papers, tables, labels, copies of the data folder. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, Refusal, taken } from "./client";
import type { components } from "./schema";
import { begun, ended, HEADER } from "./working";

type Schemas = components["schemas"];
export type PaperInfo = Schemas["PaperInfo"];
export type TableInfo = Schemas["TableInfo"];
export type Label = Schemas["LabelView"];
export type LabelsView = Schemas["LabelsView"];
export type LabelsBody = Schemas["LabelsBody"];
export type Copies = Schemas["CopiesView"];

const of = (plan_id: number, revision: number, what: string) => ["plan", plan_id, "papers", what, revision];
const path = (plan_id: number) => ({ params: { path: { plan_id } } });

export const usePapers = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: of(plan_id, revision, "kinds"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/papers/kinds", path(plan_id))),
    placeholderData: keepPreviousData,
  });

export const useTables = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: of(plan_id, revision, "tables"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/papers/tables", path(plan_id))),
    placeholderData: keepPreviousData,
  });

export const useLabels = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: of(plan_id, revision, "labels"),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/papers/labels", path(plan_id))),
    placeholderData: keepPreviousData,
  });

export const useCopies = () => useQuery({ queryKey: ["backups"], queryFn: () => taken(client.GET("/api/backups", {})) });

export function useCopyNow() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: () => taken(client.POST("/api/backups", {})),
    onSuccess: (copies) => cache.setQueryData(["backups"], copies),
  });
}

export type Comparison = Schemas["ComparisonView"];
const issuedKey = (plan_id: number) => ["plan", plan_id, "issued"];

export const useIssued = (plan_id: number) =>
  useQuery({ queryKey: issuedKey(plan_id), queryFn: () => taken(client.GET("/api/plans/{plan_id}/snapshots", path(plan_id))) });

export function useIssue(plan_id: number) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => taken(client.POST("/api/plans/{plan_id}/snapshots", { ...path(plan_id), body: { name } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: issuedKey(plan_id) }),
  });
}

export const useChangesSince = (plan_id: number, name: string, revision: number) =>
  useQuery({
    queryKey: [...issuedKey(plan_id), name, revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/snapshots/{name}/changes", { params: { path: { plan_id, name } } })),
  });

/** Between two revisions; `until` null: the plan as it is now. */
export const useChangesBetween = (plan_id: number, number: number, until: number | null, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "between", number, until ?? revision],
    queryFn: () =>
      taken(client.GET("/api/plans/{plan_id}/history/{number}/changes", { params: { path: { plan_id, number }, query: until === null ? {} : { until } } })),
  });

export const useOpenRevision = (plan_id: number) =>
  useMutation({
    mutationFn: (number: number) => taken(client.POST("/api/plans/{plan_id}/history/{number}/copy", { params: { path: { plan_id, number } } })),
  });

export const useOpenIssued = (plan_id: number) =>
  useMutation({
    mutationFn: (name: string) => taken(client.POST("/api/plans/{plan_id}/snapshots/{name}/copy", { params: { path: { plan_id, name } } })),
  });

/** Fetches a file, so that long work can be watched and stopped, then hands it to the browser. */
export async function saveFile(url: string, body?: unknown): Promise<string> {
  const token = begun();
  try {
    const headers: Record<string, string> = { [HEADER]: token };
    if (body !== undefined) headers["Content-Type"] = "application/json";
    const response = await fetch(url, { headers, ...(body !== undefined && { method: "POST", body: JSON.stringify(body) }) });
    if (!response.ok) {
      const problem = (await response.json().catch(() => null)) as { detail?: string } | null;
      throw new Refusal(response.status, problem?.detail ?? `The server answered with status ${response.status}.`);
    }
    const told = response.headers.get("Content-Disposition") ?? "";
    const name = decodeURIComponent(/filename\*=UTF-8''([^;]+)/i.exec(told)?.[1] ?? /filename="([^"]+)"/.exec(told)?.[1] ?? "file");
    const address = URL.createObjectURL(await response.blob());
    Object.assign(document.createElement("a"), { href: address, download: name }).click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
    return name;
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(0, "Passerelle does not answer. Is it still running on this machine?");
  } finally {
    ended(token);
  }
}
