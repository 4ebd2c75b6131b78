/** Rows pasted from a spreadsheet onto any view, where no field has the cursor: they become a list to look at. */
import { useEffect } from "react";
import { readList } from "../api/lists";
import { asRemembered, isTable, kept, listedOf } from "../views/lists/listed";

export function usePastedRows(plan_id: number, onRead: () => void, onFailed: (error: unknown) => void) {
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const at = event.target;
      const typing = at instanceof HTMLElement && (at.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(at.tagName));
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (typing || !isTable(text) || document.querySelector('[role="dialog"][data-state="open"]')) return;
      event.preventDefault();
      const data = new Blob([text]);
      readList(plan_id, data).then((found) => {
        kept.set(plan_id, asRemembered(listedOf(found, data)));
        onRead();
      }, onFailed);
    };
    window.addEventListener("paste", paste);
    return () => window.removeEventListener("paste", paste);
  });
}
