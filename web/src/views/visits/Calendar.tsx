/** The visits as a calendar file, from the date of the first working day on. */
import { Button } from "@chakra-ui/react";
import { useState } from "react";
import { saveFile } from "../../api/papers";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";

export function Calendar() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => setAsking(true)}>
        Calendar …
      </Button>
      {asking && (
        <AskSheet
          title="Visits as a calendar"
          label="Date of working day 1; weekends are left out"
          value={new Date().toISOString().slice(0, 10)}
          onClose={() => setAsking(false)}
          onStore={(first) => saveFile(`/api/plans/${plan.id}/visits/visits.ics?first=${encodeURIComponent(first)}`).then((name) => say(`Saved ${name}.`))}
        />
      )}
    </>
  );
}
