/** Keys that work everywhere but in a form field or an open dialog. */
import { useEffect, useRef } from "react";

export type KeyMap = Record<string, (event: KeyboardEvent) => void>;

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName);
}

export function useKeys(map: KeyMap) {
  const latest = useRef(map);
  useEffect(() => {
    latest.current = map;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return;
      if (isTyping(event.target)) {
        // Escape always leaves a field, and the keys work again.
        if (event.key === "Escape" && !document.querySelector('[role="dialog"][data-state="open"]')) (event.target as HTMLElement).blur();
        return;
      }
      if (document.querySelector('[role="dialog"][data-state="open"]')) return;
      const command = event.ctrlKey || event.metaKey;
      const name = command ? `ctrl+${event.key.toLowerCase()}` : event.key;
      const action = latest.current[name];
      if (!action) return;
      event.preventDefault();
      action(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
