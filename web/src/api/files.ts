/** Pictures and other files that belong to things. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";

export type KeptFile = components["schemas"]["FileView"];

const key = (plan_id: number, about: string) => ["plan", plan_id, "files", about];
const of = (plan_id: number) => ({ path: { plan_id } });

export const useFiles = (plan_id: number, about: string) =>
  useQuery({
    queryKey: key(plan_id, about),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/files", { params: { ...of(plan_id), query: { about } } })),
  });

export function useAddFile(plan_id: number, kind: string, about: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: ({ file, keep_position }: { file: File; keep_position: boolean }) =>
      taken(
        client.POST("/api/plans/{plan_id}/files", {
          params: { ...of(plan_id), query: { kind, about, name: file.name.slice(-120), keep_position } },
          body: file as never,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      ),
    onSuccess: () => cache.invalidateQueries({ queryKey: key(plan_id, about) }),
  });
}

export function useRemoveFile(plan_id: number, about: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async (sha256: string) => {
      const { response } = await client.DELETE("/api/plans/{plan_id}/files/{sha256}", { params: { path: { plan_id, sha256 }, query: { about } } });
      if (!response.ok) throw new Error(`The server answered with status ${response.status}.`);
    },
    onSuccess: () => cache.invalidateQueries({ queryKey: key(plan_id, about) }),
  });
}
