/** The selected part, edited in place: every figure of it, and what can be done around it. */
import { Button, Flex, Text } from "@chakra-ui/react";
import type { Edit, PartDoc, SegmentDoc } from "../api/client";
import { idOf, isSegment } from "../api/client";
import { useOpenPlan } from "../app/planContext";
import { useSettings } from "../app/settings";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import type { Choices } from "./choices";
import { Choice, options, TextField } from "./Field";
import { lengthField, typed, typedLength } from "../words/figures";
import { type Glass, GLASSES, hasCategory } from "../drawing/glass";
import { JointFields } from "./JointFields";
import { ReadingField } from "./ReadingField";
import { BoxFields, RecordFields, RECORDED, StrandFields } from "./SegmentMore";
import { SharedPart } from "./SharedPart";

interface Props {
  /** The link's id. */
  link: string;
  at: number;
  part: PartDoc;
  /** The whole path: what stands beside the part. */
  path: PartDoc[];
  count: number;
  reference: Choices;
  onEdit: (edits: Edit[]) => Promise<unknown>;
  onWhy: () => void;
  onSelect: (at: number | null) => void;
}

const emptyToNull = (text: string) => (text.trim() === "" ? null : text.trim());
const numberOr = (what: string) => (text: string) => (text.trim() === "" || typed(text) !== null ? null : `“${text}” is not a number for ${what}`);

export function PartEditor({ link, at, part, path, count, reference, onEdit, onWhy, onSelect }: Props) {
  const [more, setMore] = useState(false);
  const { plan } = useOpenPlan();
  const segment = isSegment(part) ? part : null;
  const kind = kindOf(part, reference);
  const cable = segment?.cable;
  const fromPart =
    part.loss_db != null ||
    segment?.conditioning ||
    segment?.strands != null ||
    segment?.part != null ||
    segment?.existing ||
    segment?.fiber_from != null ||
    segment?.clip != null ||
    kind?.box ||
    segment?.lane != null;
  const told = !cable && fromPart;
  const set = (next: PartDoc) => onEdit([{ op: "set-part", at: idOf(part), part: next }]);
  return (
    <Flex direction="column" gap="2" data-part-editor="">
      {cable && (
        <Text fontSize="14px" data-on-cable="">
          On cable{" "}
          <RouterLink to={`/plans/${plan.id}/route?cable=${encodeURIComponent(cable)}`} style={{ textDecoration: "underline", fontWeight: 700 }}>
            {cable}
          </RouterLink>
          {segment.strand_numbers.length ? `, strands ${segment.strand_numbers.join(", ")}` : ", no strands chosen yet"}. Its glass and length are the cable’s;
          changing them here takes the link off it.
        </Text>
      )}
      <Flex gap="2" align="start" wrap="wrap">
        {isSegment(part) ? (
          <SegmentFields key={at} part={part} reference={reference} set={set} />
        ) : (
          <JointFields key={at} part={part} reference={reference} set={set} />
        )}
        {segment && kind?.one_thing && (more || segment.shared || kind.ports || segment.lane != null) && (
          <SharedPart key={`shared-${idOf(part)}`} link={link} part={segment} />
        )}
        {(more || told) && <MoreFields key={`more-${at}`} part={part} reference={reference} set={set} />}
      </Flex>
      <Actions more={() => setMore(!more)} at={at} part={part} path={path} count={count} onEdit={onEdit} onWhy={onWhy} onSelect={onSelect} />
    </Flex>
  );
}

/** What is true of a part's kind as such; null for a joint. */
const kindOf = (part: PartDoc, reference: Choices) => (isSegment(part) ? (reference.part_kinds[part.segment] ?? null) : null);

interface FieldsProps<Doc> {
  part: Doc;
  reference: Choices;
  set: (next: PartDoc) => Promise<unknown>;
}

/** A loss in place of the table's needs a source: the figure waits until that is given. */
function LossFields({ part, reference, set }: FieldsProps<PartDoc>) {
  const inline = kindOf(part, reference)?.glass === false;
  const entered = part.loss_db != null;
  const [waiting, setWaiting] = useState<number | null>(null);
  return (
    <>
      <TextField
        label={inline ? "Loss" : entered ? "Entered loss" : "Enter loss"}
        width="80px"
        mono
        suffix="dB"
        value={part.loss_db == null ? "" : String(part.loss_db)}
        placeholder="table"
        invalid={numberOr("the loss in dB")}
        onCommit={(text) => {
          const loss_db = typed(text);
          if (loss_db === null && !inline) return set({ ...part, loss_db, source: null, ...(isSegment(part) && { loss_includes: null, loss_nm: null }) });
          if (loss_db !== null && !inline && !part.source) {
            setWaiting(loss_db);
            return Promise.reject(new Error("Now say where it comes from"));
          }
          return set({ ...part, loss_db });
        }}
      />
      {(entered || inline || waiting !== null) && (
        <TextField
          label="Source of the loss"
          width="170px"
          value={part.source ?? ""}
          placeholder="meter, date"
          onCommit={(text) => set({ ...part, loss_db: waiting ?? part.loss_db ?? null, source: emptyToNull(text) })}
        />
      )}
      {entered && isSegment(part) && part.segment === "cable" && (
        <>
          <TextField
            label="Read at"
            width="80px"
            mono
            suffix="nm"
            value={part.loss_nm == null ? "" : String(part.loss_nm)}
            placeholder="not said"
            invalid={numberOr("the wavelength in nm")}
            onCommit={(text) => set({ ...part, loss_nm: typed(text) })}
          />
          <ReadingField value={part.loss_includes ?? null} onChange={(loss_includes) => set({ ...part, loss_includes })} />
        </>
      )}
      {inline && isSegment(part) && !part.channels.length && (
        <Choice
          label="Sits on"
          width="150px"
          value={part.direction ?? ""}
          options={[
            { value: "", label: "both strands" },
            { value: "a-b", label: "light from a to b" },
            { value: "b-a", label: "light from b to a" },
          ]}
          onChange={(way) => set({ ...part, direction: (way || null) as NonNullable<SegmentDoc["direction"]> | null })}
        />
      )}
    </>
  );
}

function SegmentFields({ part, reference, set }: FieldsProps<SegmentDoc>) {
  const { unit } = useSettings();
  const { ends } = part;
  const { glass = true, wirings = [] } = kindOf(part, reference) ?? {};
  const setEnd = (which: 0 | 1) => (value: string) => {
    const next: (string | null)[] = [ends[0] ?? null, ends[1] ?? null];
    next[which] = value || null;
    return set({ ...part, ends: next });
  };
  return (
    <>
      <TextField
        label={glass ? "Label" : "What"}
        width="86px"
        value={(glass ? part.label : part.what) ?? ""}
        onCommit={(text) => set(glass ? { ...part, label: emptyToNull(text) } : { ...part, what: emptyToNull(text) })}
      />
      {glass && (
        <TextField
          label="Length"
          width="88px"
          mono
          suffix={unit}
          value={lengthField(part.length_m, unit)}
          invalid={(text) => (typedLength(text, unit) === null ? `“${text}” is not a length in ${unit}` : null)}
          onCommit={(text) => set({ ...part, length_m: typedLength(text, unit) ?? part.length_m })}
        />
      )}
      {glass && (
        <Choice
          label="Fiber"
          width="104px"
          value={part.fiber ?? ""}
          options={options(part.segment === "cable" ? reference.cableFibers : reference.plainFibers)}
          onChange={(fiber) => set({ ...part, fiber, ...(hasCategory(fiber) ? {} : { glass: null }) })}
        />
      )}
      {([0, 1] as const).map((which) => (
        <Choice
          key={which}
          label={which === 0 ? "End towards a" : "End towards b"}
          width="106px"
          value={ends[which] ?? ""}
          options={[...RECORDED, ...options(reference.connectors)]}
          onChange={setEnd(which)}
        />
      ))}
      {glass && (
        <Choice
          label="Wiring"
          width="108px"
          value={part.wiring ?? ""}
          options={[...RECORDED, ...wirings.map((w) => ({ value: w, label: wiringWord(w) }))]}
          onChange={(wiring) => set({ ...part, wiring: (wiring || null) as NonNullable<SegmentDoc["wiring"]> | null })}
        />
      )}
    </>
  );
}

/** What is rarely needed: strands, mode conditioning, and a loss in place of the table's. */
function MoreFields({ part, reference, set }: FieldsProps<PartDoc>) {
  const any = isSegment(part) ? part : null;
  const kind = kindOf(part, reference);
  const segment = any && kind?.glass ? any : null;
  const boxed = kind?.box;
  return (
    <>
      {any && boxed && <BoxFields part={any} reference={reference} set={set} />}
      {segment && hasCategory(segment.fiber) && (
        <Choice
          label="Print says"
          width="104px"
          value={segment.glass ?? ""}
          options={[...RECORDED, ...options(GLASSES)]}
          onChange={(glass) => set({ ...segment, glass: (glass || null) as Glass | null })}
        />
      )}
      {segment?.segment === "cable" && <RecordFields part={segment} set={set} />}
      {segment && <StrandFields part={segment} set={set} />}
      {segment?.segment === "cord" && (
        <Choice
          label="Breakout leg"
          width="96px"
          value={segment.lane == null ? "" : String(segment.lane)}
          options={[{ value: "", label: "none" }, ...options(["1", "2", "3", "4"])]}
          onChange={(lane) => set({ ...segment, lane: lane === "" ? null : Number(lane) })}
        />
      )}
      {segment && !kind?.ports && (
        <TextField
          label="Strands"
          width="64px"
          mono
          value={segment.strands == null ? "" : String(segment.strands)}
          invalid={numberOr("strands")}
          onCommit={(text) => set({ ...segment, strands: typed(text) })}
        />
      )}
      {segment?.segment === "cord" && (
        <Choice
          label="Mode conditioning"
          width="120px"
          value={segment.conditioning ? "yes" : "no"}
          options={options(["no", "yes"])}
          onChange={(value) => set({ ...segment, conditioning: value === "yes", ...(value === "yes" ? {} : { conditions: null }) })}
        />
      )}
      {segment?.conditioning && (
        <Choice
          label="Its single-mode leg"
          width="140px"
          value={segment.conditions ?? ""}
          options={[...RECORDED, { value: "a", label: "is towards a" }, { value: "b", label: "is towards b" }]}
          onChange={(side) => set({ ...segment, conditions: (side || null) as "a" | "b" | null })}
        />
      )}
      {segment && segment.ends.some((end) => end?.startsWith("MPO")) && (
        <Choice
          label="Pins and keys"
          width="150px"
          value={segment.swaps ? "yes" : "no"}
          options={[
            { value: "no", label: "fixed" },
            { value: "yes", label: "can be changed here" },
          ]}
          onChange={(value) => set({ ...segment, swaps: value === "yes" })}
        />
      )}
      <LossFields part={part} reference={reference} set={set} />
    </>
  );
}

const wiringWord = (wiring: string) => ({ "A-B": "A-B crossed", "A-A": "A-A straight" })[wiring] ?? wiring;

type ActionsProps = Omit<Props, "reference" | "link"> & { more: () => void };

function Actions({ at, part, path, count, onEdit, onWhy, onSelect, more }: ActionsProps) {
  const segment = isSegment(part);
  const after = segment ? at : at - 1;
  const idAt = (index: number) => idOf(path[index] ?? {});
  const run = (edits: Edit[], next?: number | null) => () => {
    onEdit(edits).then(
      () => next !== undefined && onSelect(next),
      () => undefined, // the refusal is shown by whoever stores
    );
  };
  const insert = (kind: "cord" | "cable" | "pigtail" | "inline") =>
    run(
      [{ op: "insert-segment", after: after < 0 ? null : idAt(after), kind, ...(kind === "inline" ? { what: "attenuator 5 dB", loss_db: 5 } : {}) }],
      after + 2,
    );
  return (
    <Flex gap="1" wrap="wrap" align="center" className="no-print">
      <Text fontWeight="700" fontSize="14px" mr="1">
        Part {at + 1} of {count}
      </Text>
      <Act onClick={onWhy} label="Why this cost">
        Why?
      </Act>
      <Act onClick={more} label="More fields">
        More
      </Act>
      <Text fontSize="13px" color="fg.muted" ml="1">
        Insert
      </Text>
      <Act onClick={insert("cord")}>cord</Act>
      <Act onClick={insert("cable")}>cable</Act>
      <Act onClick={insert("pigtail")}>pigtail</Act>
      <Act onClick={insert("inline")}>attenuator</Act>
      {segment && part.segment !== "inline" && (
        <>
          <Text fontSize="13px" color="fg.muted" ml="1">
            Cut
          </Text>
          <Act onClick={run([{ op: "split-segment", at: idOf(part), kind: "fusion" }], at + 1)}>splice</Act>
          <Act onClick={run([{ op: "split-segment", at: idOf(part), kind: "adapter" }], at + 1)}>adapter</Act>
        </>
      )}
      {segment && (
        <>
          <Act disabled={at === 0} onClick={run([{ op: "move-segment", at: idOf(part), to: idAt(at - 2) }], at - 2)} label="Move towards a">
            ←
          </Act>
          <Act disabled={at === count - 1} onClick={run([{ op: "move-segment", at: idOf(part), to: idAt(at + 2) }], at + 2)} label="Move towards b">
            →
          </Act>
        </>
      )}
      <Act onClick={run([{ op: "remove-part", at: idOf(part) }], count > 3 ? Math.max(0, at - 1) : null)}>Remove</Act>
    </Flex>
  );
}

function Act(props: { onClick: () => void; children: React.ReactNode; disabled?: boolean; label?: string }) {
  return (
    <Button
      size="xs"
      h="26px"
      px="1.5"
      minW="0"
      variant="outline"
      colorPalette="accent"
      onClick={props.onClick}
      disabled={props.disabled}
      aria-label={props.label}
    >
      {props.children}
    </Button>
  );
}
