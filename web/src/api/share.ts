/** Sharing with other devices, as the machine itself asks for it. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";

export type ShareView = components["schemas"]["ShareView"];
export type Role = components["schemas"]["CodeBody"]["role"];
export type Paired = ShareView["devices"][number];

const KEY = ["share"];
/** A device that is being paired stands in the list soon after. */
const LOOK_MS = 2_000;

export const useShare = () => useQuery({ queryKey: KEY, queryFn: () => taken(client.GET("/api/share")), refetchInterval: LOOK_MS });

/** Who asks: a paired device with its role, or the machine itself. */
export const useMe = () => useQuery({ queryKey: ["share", "me"], queryFn: () => taken(client.GET("/api/share/me")), staleTime: Infinity });

export const startShare = (address: string, port: number) => taken(client.POST("/api/share", { body: { address, port } }));
export const stopShare = () => taken(client.DELETE("/api/share"));
export const newCode = (role: Role) => taken(client.POST("/api/share/code", { body: { role } }));
export const turnDevice = (number: number, off: boolean) => taken(client.PUT("/api/share/devices/{number}", { params: { path: { number } }, body: { off } }));
export const forgetDevice = (number: number) => taken(client.DELETE("/api/share/devices/{number}", { params: { path: { number } } }));

/** Does one of these, and shows what became of it. */
export function useSharing() {
  const cache = useQueryClient();
  return useMutation({ mutationFn: (act: () => Promise<ShareView>) => act(), onSuccess: (view) => cache.setQueryData(KEY, view) });
}
