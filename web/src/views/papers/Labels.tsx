/** Labels: which, on which sheet, from which position; what changed since they were printed last. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { Link as RouterLink } from "react-router";
import { useLabels, type Label } from "../../api/papers";
import { useChangePlan } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { Choice, TextField } from "../../forms/Field";
import { typed } from "../../words/figures";
import { anew, counted, printed, rememberPrinted } from "./printed";
import { Part } from "./Papers";

const KINDS: [Label["kind"], string][] = [
  ["cable", "Cables, both ends"],
  ["panel", "Panels"],
  ["port", "Panel ports"],
  ["cord", "Cords, both plugs"],
  ["closure", "Closures"],
  ["space", "Places"],
  ["strand", "Strands, both ends"],
  ["module", "Modules"],
];

interface Props {
  onSave: (url: string, body?: unknown) => void;
}

export function Labels({ onSave }: Props) {
  const { plan } = useOpenPlan();
  const { data, error } = useLabels(plan.id, plan.revision);
  const [kinds, setKinds] = useState<Label["kind"][]>(["cable", "panel"]);
  const [place, setPlace] = useState("");
  const [stock, setStock] = useState(() => localStorage.getItem("passerelle.labels") ?? "a4-24");
  const [first, setFirst] = useState("1");
  const [qr, setQr] = useState(false);
  const [changed, setChanged] = useState(false);
  const [before, setBefore] = useState(() => printed(plan.id));
  const rules = useChangePlan(plan.id);
  const every = data?.labels ?? [];
  const again = before ? anew(every, before) : [];
  const places = [...new Set(every.map((one) => one.where).filter((one): one is string => one !== null))];
  const chosen = (changed ? again : every).filter((one) => kinds.includes(one.kind) && (place === "" || one.where === place));
  const sheet = data?.stocks.find((one) => one.key === stock);
  const position = Math.round(typed(first) ?? 0);
  const wrong = sheet && !(position >= 1 && position <= sheet.labels) ? `1 to ${sheet.labels}` : null;
  const body = { stock, first: Math.max(1, position), qr, test: false, keys: chosen.map((one) => one.key) };
  const print = () => {
    onSave(`/api/plans/${plan.id}/papers/labels.pdf`, body);
    rememberPrinted(plan.id, chosen);
    setBefore(printed(plan.id));
  };
  return (
    <Part title="Labels">
      {error && <Text color="stop.fg">{error.message}</Text>}
      <Text fontSize="14px" color="fg.muted" mb="1">
        Named {plan.house_rules.label_names === "plan-names" ? "with the plan’s own names" : "by space, panel and port after ANSI/TIA-606"}:{" "}
        <RouterLink to={`/plans/${plan.id}/rules`} style={{ textDecoration: "underline" }}>
          house rules
        </RouterLink>
        . Stick them on at landing, within 300 mm of the end of the jacket.
      </Text>
      {data && Object.keys(data.clashes).length > 0 && (
        <Text color="stop.fg" fontWeight="600" data-clashes="">
          {Object.entries(data.clashes)
            .slice(0, 3)
            .map(([name, about]) => `${name} is ${about.join(" and ")}`)
            .join("; ")}
          : give each a name of its own.
        </Text>
      )}
      <Flex wrap="wrap" gap="1" role="group" aria-label="Which labels">
        {KINDS.map(([kind, label]) => {
          const count = every.filter((one) => one.kind === kind).length;
          const on = kinds.includes(kind);
          return (
            <Tick key={kind} on={on} width={{ base: "100%", sm: "48%" }} onTick={() => setKinds(on ? kinds.filter((one) => one !== kind) : [...kinds, kind])}>
              {label}{" "}
              <Text as="span" color="fg.muted">
                {count}
              </Text>
            </Tick>
          );
        })}
      </Flex>
      <Flex gap="2" wrap="wrap" align="end" mt="1">
        <Choice
          label="Sheet of labels"
          value={stock}
          options={data?.stocks.map((one) => ({ value: one.key, label: one.what })) ?? []}
          width="330px"
          onChange={(value) => {
            localStorage.setItem("passerelle.labels", value);
            setStock(value);
          }}
        />
        <Choice
          label="Stuck on at"
          value={place}
          options={[{ value: "", label: "every place" }, ...places.map((one) => ({ value: one, label: one }))]}
          width="170px"
          onChange={setPlace}
        />
        <TextField label="First label" width="84px" mono value={first} invalid={() => wrong} onCommit={(text) => Promise.resolve(setFirst(text))} />
      </Flex>
      <TextField
        label="Own forms of names"
        width="100%"
        mono
        placeholder="cable: {space_a}/{space_b}-{n}; port: {panel}:{port}"
        value={plan.house_rules.label_templates}
        onCommit={(text) =>
          text === plan.house_rules.label_templates
            ? undefined
            : rules.mutateAsync({ house_rules: { ...plan.house_rules, label_templates: text } }).catch((problem: unknown) => {
                throw new Error((problem as Error).message.replace(/^[\w.]+: /, ""));
              })
        }
      />
      <Flex gap="4" wrap="wrap" my="2">
        <Tick on={qr} onTick={() => setQr(!qr)}>
          QR with the identifier alone
        </Tick>
        {before && (
          <Tick on={changed} onTick={() => setChanged(!changed)}>
            Only to be printed again or new: {again.length}
          </Tick>
        )}
      </Flex>
      <Flex gap="2" wrap="wrap">
        <Button colorPalette="accent" minH="40px" aria-disabled={chosen.length === 0 || wrong !== null} onClick={() => chosen.length > 0 && !wrong && print()}>
          {counted(chosen.length)} as PDF
        </Button>
        <Button
          variant="outline"
          colorPalette="accent"
          minH="40px"
          onClick={() => onSave(`/api/plans/${plan.id}/papers/labels.pdf`, { ...body, keys: [], test: true })}
        >
          Test print
        </Button>
        <Button
          variant="outline"
          colorPalette="accent"
          minH="40px"
          onClick={() => onSave(`/api/plans/${plan.id}/papers/labels.csv?${kinds.map((kind) => `kind=${kind}`).join("&")}`)}
        >
          CSV for a label printer
        </Button>
      </Flex>
      {chosen.length > 0 && (
        <Text fontSize="14px" mt="2" color="fg.muted" data-labels="" data-count={chosen.length}>
          {chosen
            .slice(0, 8)
            .map((one) => one.identifier)
            .join(", ")}
          {chosen.length > 8 ? " …" : ""}
        </Text>
      )}
    </Part>
  );
}

interface TickProps {
  on: boolean;
  width?: Record<string, string>;
  onTick: () => void;
  children: ReactNode;
}

function Tick({ on, width, onTick, children }: TickProps) {
  return (
    <Flex asChild align="center" gap="2" minH="36px" cursor="pointer" {...(width && { w: width })}>
      <label>
        <input type="checkbox" checked={on} onChange={onTick} style={{ width: 20, height: 20 }} />
        <span>{children}</span>
      </label>
    </Flex>
  );
}
