/** What others saved while this page was open: said, and what is shown is read anew. */
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { newestRevisions, othersSaved, readAnew } from "../api/plan";
import { useNotice } from "./notice";

export function useMeanwhile(plan_id: number, revision: number) {
  const cache = useQueryClient();
  const { say } = useNotice();
  const seen = useRef(revision);
  useEffect(() => {
    const before = seen.current;
    seen.current = revision;
    const others = othersSaved(plan_id, before, revision);
    if (others.length === 0) return;
    void readAnew(cache, plan_id);
    newestRevisions(plan_id)
      .then((rows) => {
        const told = rows.filter((row) => others.includes(row.number)).map((row) => `${row.who}: ${row.what}`);
        if (told.length === 0) return;
        const more = told.length > 3 ? ` and ${told.length - 3} more` : "";
        say(`Saved elsewhere meanwhile: ${told.slice(0, 3).join("; ")}${more}. h shows what moved.`);
      })
      .catch(() => undefined); // the head says already when the server does not answer
  }, [cache, plan_id, revision, say]);
}
