/** On a tablet or phone the rail of links stands in a drawer: one button, the same rail. */
import { Button } from "@chakra-ui/react";
import { ListIcon } from "lucide-react";
import { useState } from "react";
import { useOpenPlan } from "../app/planContext";
import { LinkRail } from "./LinkRail";
import { Sheet } from "./Sheet";

export function RailDrawer({ current, view }: { current: string | null; view?: string }) {
  const { shown, links } = useOpenPlan();
  // It was opened at this link: whoever has gone to another one has found what they opened it for.
  const [openedAt, setOpenedAt] = useState<string | null>(null);
  const count = shown.length === links.length ? `${links.length}` : `${shown.length} of ${links.length}`;
  return (
    <>
      <Button size="xs" h="36px" variant="outline" colorPalette="accent" hideFrom="lg" className="no-print" onClick={() => setOpenedAt(current)}>
        <ListIcon size={15} /> Links {count}
      </Button>
      {openedAt !== null && openedAt === current && (
        <Sheet title="Links" open drawer onClose={() => setOpenedAt(null)}>
          <LinkRail current={current} whole {...(view && { view })} />
        </Sheet>
      )}
    </>
  );
}
