/** A part from a data sheet: what contradicts itself is refused, what is doubtful is said. */
import { Box, Button, Flex, Grid, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useDeferredValue, useId, useMemo, useState } from "react";
import type { OwnPart, Reference } from "../../api/client";
import { useOwnPartCheck } from "../../api/beside";
import { useReference } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { Sheet } from "../../parts/Sheet";
import { KIND_WORDS, MODULE_FIGURES, partOf, textsOf, type Draft, type Kind, type Texts } from "./ownPart";
import { Problem } from "../../parts/Problem";
import { GLASSES } from "../../drawing/glass";

interface Props {
  draft: Draft;
  isNew: boolean;
  onStore: (part: OwnPart) => Promise<void>;
  onClose: () => void;
}

export function OwnPartForm({ draft, isNew, onStore, onClose }: Props) {
  const { plan } = useOpenPlan();
  const reference = useReference();
  const [texts, setTexts] = useState<Texts>(() => textsOf(draft));
  const [refusal, setRefusal] = useState<string | null>(null);
  const later = useDeferredValue(texts);
  const part = useMemo(() => partOf(later), [later]);
  const check = useOwnPartCheck(plan.id, typeof part === "string" ? null : part);
  const problem = refusal ?? (typeof part === "string" ? part : (check.error?.message ?? null));
  const set = (key: string) => (value: string) => {
    setRefusal(null);
    setTexts({ ...texts, [key]: value });
  };
  const store = () => {
    const now = partOf(texts);
    if (typeof now === "string") return setRefusal(now);
    onStore(now).catch((error: unknown) => setRefusal(error instanceof Error ? error.message : String(error)));
  };
  const kind = texts.kind as Kind;
  return (
    <Sheet
      title={isNew ? "Enter a data sheet" : `Change ${texts.name}`}
      open
      onClose={onClose}
      size="lg"
      footer={
        <>
          <Button variant="outline" colorPalette="accent" onClick={onClose}>
            Leave it
          </Button>
          <Button colorPalette="accent" onClick={store} disabled={!texts.name}>
            Store
          </Button>
        </>
      }
    >
      <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="3" data-own-form="">
        {isNew && <Pick label="Kind" value={kind} onChange={set("kind")} options={Object.entries(KIND_WORDS)} />}
        <Typed label="Name" value={texts.name} onChange={set("name")} />
        <Typed label="Document" value={texts.document} onChange={set("document")} />
        <Typed label="Page" value={texts.page} onChange={set("page")} />
        <Typed label="Date, year-month-day" value={texts.date} onChange={set("date")} />
        {reference.data && <Fields kind={kind} texts={texts} set={set} reference={reference.data} />}
      </Grid>
      <Box minH="48px" mt="3" aria-live="polite">
        <Problem text={texts.name ? problem : null} />
        {!problem &&
          check.data?.doubts.map((doubt) => (
            <Text key={doubt} color="warn.fg" fontWeight="600">
              ▲ {doubt}
            </Text>
          ))}
        {!problem && check.data?.doubts.length === 0 && <Text color="fine.fg">Every figure is within what such parts have.</Text>}
      </Box>
      <Text fontSize="13px" color="fg.muted" mt="1">
        The maker's data sheet goes before the tables. What is left empty is taken from the standard row.
      </Text>
    </Sheet>
  );
}

interface FieldsProps {
  kind: Kind;
  texts: Texts;
  set: (key: string) => (value: string) => void;
  reference: Reference;
}

const same = (values: readonly string[]) => values.map((v) => [v, v] as const);
const NONE = ["", "not given"] as const;

function Fields({ kind, texts, set, reference }: FieldsProps) {
  const standard = reference.fibers.map((f) => f.name).filter((name) => /^O[MS]/.test(name));
  if (kind === "fiber" || kind === "cable") {
    return (
      <>
        <Pick label="Counts as" value={texts.base ?? "OS2"} onChange={set("base")} options={same(standard)} />
        {/^OS/.test(texts.base ?? "OS2") && <Pick label="Print says" value={texts.glass ?? ""} onChange={set("glass")} options={[NONE, ...same(GLASSES)]} />}
        {kind === "cable" && <Typed label="Strands" value={texts.strands} onChange={set("strands")} mono />}
        {[0, 1, 2].map((i) => (
          <Flex key={i} gap="2" gridColumn="1 / -1">
            <Typed label="Wavelength, nm" value={texts[`nm${i}`]} onChange={set(`nm${i}`)} mono />
            <Typed label="Worst case, dB/km" value={texts[`worst${i}`]} onChange={set(`worst${i}`)} mono />
            <Typed label="Typical, dB/km" value={texts[`typical${i}`]} onChange={set(`typical${i}`)} mono />
          </Flex>
        ))}
      </>
    );
  }
  if (kind === "module") {
    return (
      <>
        <Pick
          label="Application"
          value={texts.application ?? ""}
          onChange={set("application")}
          options={[NONE, ["custom", "custom"], ...same(reference.applications.map((a) => a.name))]}
        />
        <Pick
          label="Receptacle"
          value={texts.connector ?? ""}
          onChange={set("connector")}
          options={[NONE, ...same(reference.connectors.filter((c) => c !== "bare" && !c.includes("pinned")))]}
        />
        <Pick label="Form" value={texts.form ?? ""} onChange={set("form")} options={[NONE, ...same(reference.cages)]} />
        <Pick
          label="Temperature class"
          value={texts.temperature ?? ""}
          onChange={set("temperature")}
          options={[NONE, ...same(["commercial", "extended", "industrial"])]}
        />
        <Typed label="Rates that the sheet lists, Gb/s" value={texts.rates_gbps} onChange={set("rates_gbps")} mono />
        <Pick label="Fiber mode" value={texts.fiber_mode ?? ""} onChange={set("fiber_mode")} options={[NONE, ...same(["single-mode", "multimode"])]} />
        {MODULE_FIGURES.map(([key, label]) => (
          <Typed key={key} label={label} value={texts[key]} onChange={set(key)} mono />
        ))}
      </>
    );
  }
  return (
    <>
      {kind === "grade" && (
        <Pick
          label="Connector"
          value={texts.connector ?? "LC"}
          onChange={set("connector")}
          options={same(["LC", "SC", "ST", "FC", "MT-RJ", "LSH", "MU", "CS", "SN", "MDC", "MPO"])}
        />
      )}
      <Typed label="Worst case, dB" value={texts.worst_case_db} onChange={set("worst_case_db")} mono />
      <Typed label="Typical, dB" value={texts.typical_db} onChange={set("typical_db")} mono />
      {kind === "inline" && <Typed label="What it is" value={texts.what} onChange={set("what")} />}
      {kind === "multiplexer" && (
        <>
          <Typed label="Channels, nm" value={texts.channels} onChange={set("channels")} mono />
          <Pick
            label="Grid"
            value={texts.grid ?? ""}
            onChange={set("grid")}
            options={[NONE, ["CWDM-20nm", "20 nm (CWDM)"], ["LAN-WDM", "800 GHz (LAN-WDM)"], ["100GHz", "100 GHz"], ["50GHz", "50 GHz"]]}
          />
          <Typed label="Pass band of a channel, nm" value={texts.passband_nm} onChange={set("passband_nm")} mono />
        </>
      )}
      {kind === "cassette" && (
        <>
          <Pick label="Its pairs are included" value={texts.pairs_included ?? "no"} onChange={set("pairs_included")} options={same(["no", "yes"])} />
          <Pick label="Glass inside" value={texts.fiber ?? ""} onChange={set("fiber")} options={[NONE, ...same(standard)]} />
          <Typed label="Map, front=behind" value={texts.map} onChange={set("map")} mono />
          <Pick label="Front" value={texts.near ?? ""} onChange={set("near")} options={[NONE, ...same(reference.connectors)]} />
          <Pick label="Back" value={texts.far ?? ""} onChange={set("far")} options={[NONE, ...same(reference.connectors)]} />
        </>
      )}
    </>
  );
}

interface TextProps {
  label: string;
  value: string | undefined;
  onChange: (value: string) => void;
  mono?: boolean;
}

function Typed({ label, value, onChange, mono }: TextProps) {
  const id = useId();
  return (
    <Box>
      <Text asChild fontSize="13px" fontWeight="600">
        <label htmlFor={id}>{label}</label>
      </Text>
      <Input id={id} size="sm" h="32px" fontFamily={mono ? "mono" : undefined} value={value ?? ""} onChange={(e) => onChange(e.target.value)} />
    </Box>
  );
}

interface PickProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
}

function Pick({ label, value, onChange, options }: PickProps) {
  const id = useId();
  return (
    <Box>
      <Text asChild fontSize="13px" fontWeight="600">
        <label htmlFor={id}>{label}</label>
      </Text>
      <NativeSelect.Root size="sm">
        <NativeSelect.Field id={id} h="32px" value={value} onChange={(e) => onChange(e.target.value)}>
          {options.map(([key, word]) => (
            <option key={key} value={key}>
              {word}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Box>
  );
}
