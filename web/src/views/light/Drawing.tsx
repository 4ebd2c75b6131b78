/** Path row, staircase and costs: one drawing, aligned part by part, light from left to right. */
import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import type { DirectionView, LinkView, Side } from "../../api/client";
import { isSegment } from "../../api/client";
import { useReadOf, type LaneView } from "../../api/turnup";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { db } from "../../words/figures";
import { placeParts, type PathLayout } from "../../drawing/layout";
import { drawn, sizes } from "../../drawing/linkParts";
import { onPaper } from "../../drawing/paper";
import { PathRow, ROW_HEIGHT } from "../../drawing/PathRow";
import { useRoom } from "../../drawing/room";
import { Staircase, type Case } from "../../drawing/Staircase";
import { SvgText } from "../../drawing/SvgText";

export interface Selection {
  part?: number;
  end?: Side;
}

interface Props {
  view: LinkView;
  direction: DirectionView;
  shownCase: Case;
  judged: "worst" | "typical";
  toScale: boolean;
  selected: Selection | null;
  onSelect: (selection: Selection | null) => void;
  onWhy: (figure: string) => void;
}

const NOTHING_READ: LaneView[] = [];
const COST_HEIGHT = 26;
/** The bracket and its figure stand right of the module. */
const RIGHT_ROOM = 22;
export function Drawing(props: Props) {
  const { view, direction, shownCase, judged, toScale, selected, onSelect, onWhy } = props;
  const { unit } = useSettings();
  const { plan } = useOpenPlan();
  const [ref, room] = useRoom();
  const reversed = direction.sender === "b";
  const parts = useMemo(() => {
    const all = drawn(view, unit);
    return reversed ? all.reverse() : all;
  }, [view, unit, reversed]);
  const layout = useMemo(() => {
    const all = sizes(view);
    return placeParts(reversed ? all.reverse() : all, room.width - RIGHT_ROOM, toScale);
  }, [view, reversed, room.width, toScale]);
  const stepped = parts.map((p) => !isSegment(p.doc) || p.doc.segment === "inline");
  const glass = useMemo(() => {
    const found = new Map<string, string>();
    view.doc.path.forEach((doc, at) => {
      const jacket = view.jackets[at];
      if (isSegment(doc) && doc.fiber && jacket) found.set(doc.fiber, jacket);
    });
    return [...found].map(([fiber, jacket]) => ({ fiber, jacket }));
  }, [view]);
  // What was read stands on the same staircase.
  const read = useReadOf(plan.id, plan.revision, view.summary.id);
  const lanes = read?.levels.find((one) => one.sender === direction.sender)?.lanes ?? NOTHING_READ;
  const near: Side = reversed ? "b" : "a";
  const far: Side = reversed ? "a" : "b";
  const stairs = Math.max(150, room.height - ROW_HEIGHT - COST_HEIGHT - 4);
  return (
    <Box ref={ref} flex="1" minH="310px" overflowX="auto" overflowY="hidden" mt="1" data-drawing="" className="print-whole">
      <Box w={`${layout.width + RIGHT_ROOM}px`} css={onPaper(layout.width + RIGHT_ROOM)}>
        <PathRow
          parts={parts}
          layout={layout}
          left={view[near]}
          right={view[far]}
          selected={selected?.part ?? null}
          selectedEnd={selected?.end ? (selected.end === near ? "left" : "right") : null}
          onSelect={(at) => onSelect(selected?.part === at ? null : { part: at })}
          onEnd={(which) => {
            const end = which === "left" ? near : far;
            onSelect(selected?.end === end ? null : { end });
          }}
        />
        <Staircase
          direction={direction}
          layout={{ ...layout, width: layout.width + RIGHT_ROOM }}
          stepped={stepped}
          shownCase={shownCase}
          judged={judged}
          tightBelow={plan.house_rules.tight_below_db}
          voided={view.summary.voided}
          height={stairs}
          glass={glass}
          read={lanes}
          onWhy={onWhy}
        />
        <Costs direction={direction} layout={layout} shownCase={shownCase} onWhy={onWhy} />
      </Box>
    </Box>
  );
}

interface CostsProps {
  direction: DirectionView;
  layout: PathLayout;
  shownCase: Case;
  onWhy: (figure: string) => void;
}

/** What each part costs, under the part. */
function Costs({ direction, layout, shownCase, onWhy }: CostsProps) {
  const typical = shownCase === "typical";
  const total = typical ? direction.loss_typical_db : direction.loss_worst_case_db;
  const figure = `${direction.sender}.loss.${typical ? "typical" : "worst-case"}`;
  return (
    <svg width={layout.width + RIGHT_ROOM} height={COST_HEIGHT} aria-hidden="true">
      <SvgText x="0" y="17" size={12} tone="fg.muted">
        cost
      </SvgText>
      {layout.parts.map((place, i) => {
        const cost = direction.costs[i];
        const value = typical ? cost?.typical : cost?.worst_case;
        if (place.width < 30 || (value !== null && value !== undefined && value < 0.005)) return null;
        return (
          <SvgText key={i} x={place.x + place.width / 2} y="17" textAnchor="middle" mono>
            {db(value)}
          </SvgText>
        );
      })}
      <SvgText x={layout.end + 4} y="17" size={14} weight={700} mono style={{ cursor: "pointer" }} onClick={() => onWhy(figure)}>
        = {db(total)}
      </SvgText>
    </svg>
  );
}
