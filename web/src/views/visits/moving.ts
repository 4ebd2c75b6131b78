/** Tasks are moved by keys or by mouse: earlier and later in their visit, or onto another. */
import type { DragEvent, KeyboardEvent } from "react";

export type Way = "earlier" | "later" | "before" | "after";

const KEYS: Record<string, Way> = { ArrowUp: "earlier", ArrowDown: "later", ArrowLeft: "before", ArrowRight: "after" };
const KIND = "application/x-passerelle-task";

/** Where Alt and an arrow move a task. */
export const wayOf = (event: Pick<KeyboardEvent, "altKey" | "key">): Way | null => (event.altKey ? (KEYS[event.key] ?? null) : null);

export const carry = (event: DragEvent, key: string) => {
  event.dataTransfer.setData(KIND, key);
  event.dataTransfer.effectAllowed = "move";
};

/** Whether what is dragged over here is a task; it may be dropped then. */
export const takes = (event: DragEvent) => {
  if (event.dataTransfer.types.includes(KIND)) event.preventDefault();
};

export const dropped = (event: DragEvent): string => event.dataTransfer.getData(KIND);
