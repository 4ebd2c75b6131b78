/** Whether the screen is a phone's: one column, one pier of the bridge. */
import { useSyncExternalStore } from "react";

const QUERY = "(max-width: 47.99em)";

export function useNarrow(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = window.matchMedia(QUERY);
      list.addEventListener("change", changed);
      return () => list.removeEventListener("change", changed);
    },
    () => window.matchMedia(QUERY).matches,
  );
}
