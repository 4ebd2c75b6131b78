/** Two places, an application and a distance: a complete path to edit comes back. */
import { Box, Button, Flex, Grid, Heading, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useDeferredValue, useId, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import type { Suited } from "../../api/client";
import { useAddLink, useReference, useSuited } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, plus, rate, typedLength } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { Toggle } from "../../forms/Toggle";
import { paint } from "../../theme";
import { Problem } from "../../parts/Problem";
import { Said } from "../../words/Said";

function Labelled({ label, children, hint }: { label: string; children: (id: string) => React.ReactNode; hint?: string }) {
  const id = useId();
  return (
    <Box>
      <Text asChild fontWeight="600" fontSize="14px">
        <label htmlFor={id}>{label}</label>
      </Text>
      {children(id)}
      {hint && (
        <Text fontSize="13px" color="fg.muted" mt="0.5">
          {hint}
        </Text>
      )}
    </Box>
  );
}

type Show = "fit" | "all";

interface ByProps {
  from: string;
  to: string;
  distance: string;
}

/** For who knows what runs: one application, and a complete path for it. */
export function ByApplication({ from: startFrom, to: startTo, distance: startFar }: ByProps) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { say } = useNotice();
  const navigate = useNavigate();
  const add = useAddLink(plan.id);
  const reference = useReference();
  const [from, setFrom] = useState(startFrom || (plan.places[0]?.name ?? ""));
  const [to, setTo] = useState(startTo);
  const [distance, setDistance] = useState(startFar);
  const [application, setApplication] = useState<string | null>(null);
  const [fiber, setFiber] = useState("");
  const [show, setShow] = useState<Show>("fit");
  const [problem, setProblem] = useState<string | null>(null);
  const [pending, setPending] = useState(false);
  const typedM = typedLength(distance, unit);
  const metres = useDeferredValue(typedM !== null && typedM > 0 ? typedM : null);
  const suited = useSuited(plan.id, metres, fiber || null);
  const store = () => {
    if (!from.trim() || !to.trim()) return setProblem("Name both places: where the link starts and where it ends.");
    if (typedM === null) return setProblem(`Give the route length, such as 180 m or 16 ft; “${distance}” is none.`);
    if (!application) return setProblem("Choose what runs on the link: press one of the applications.");
    setProblem(null);
    setPending(true);
    add.mutateAsync({ a_place: from.trim(), b_place: to.trim(), application, distance_m: typedM, fiber: fiber || null }).then(
      (changed) => {
        say("Added with a complete path. Undo with u.");
        if (changed.link) void navigate(`/plans/${plan.id}/links/${changed.link.summary.id}`);
      },
      (error: unknown) => {
        setPending(false);
        setProblem(error instanceof Error ? error.message : String(error));
      },
    );
  };
  return (
    <Flex flex="1" minH="0" gap="8" overflowY={{ base: "auto", lg: "hidden" }} direction={{ base: "column", lg: "row" }}>
      <Box w={{ base: "100%", lg: "340px" }} flex="none" overflowY="auto" pb="4">
        <Text color="fg.muted" mb="3">
          You get a complete light path with cords, joints and cable, ready to change.
        </Text>
        <Flex direction="column" gap="3" asChild>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              store();
            }}
          >
            <datalist id="places">
              {plan.places.map((p) => (
                <option key={p.name} value={p.name} />
              ))}
            </datalist>
            <Labelled label="From">
              {(id) => <Input id={id} list="places" value={from} onChange={(e) => setFrom(e.target.value)} bg="bg.panel" maxLength={120} />}
            </Labelled>
            <Labelled label="To" hint="A place that the plan does not know yet is added to it.">
              {(id) => <Input id={id} list="places" value={to} onChange={(e) => setTo(e.target.value)} bg="bg.panel" maxLength={120} autoFocus />}
            </Labelled>
            <Labelled
              label={`Route length in ${unit === "m" ? "metres" : "feet"}`}
              hint={`Along the route, not on the map. Slack of ${length(3, unit)} is added at each end.`}
            >
              {(id) => <Input id={id} inputMode="decimal" fontFamily="mono" value={distance} onChange={(e) => setDistance(e.target.value)} bg="bg.panel" />}
            </Labelled>
            <Labelled label="Glass">
              {(id) => (
                <NativeSelect.Root>
                  <NativeSelect.Field id={id} value={fiber} onChange={(e) => setFiber(e.target.value)} bg="bg.panel">
                    <option value="">usual for the application</option>
                    {reference.data?.fibers.map((f) => (
                      <option key={f.name} value={f.name}>
                        {f.name} · {f.mode} · {f.jacket.join(" or ")}
                      </option>
                    ))}
                  </NativeSelect.Field>
                  <NativeSelect.Indicator />
                </NativeSelect.Root>
              )}
            </Labelled>
            <Problem text={problem} />
            <Button type="submit" colorPalette="accent" size="lg" loading={pending}>
              {application ? `Add with ${application}` : "Add the link"}
            </Button>
          </form>
        </Flex>
      </Box>
      <Flex direction="column" flex="1" minW="0" minH="0">
        <Flex align="center" gap="3" mb="2">
          <Heading as="h2" fontSize="20px">
            What runs on it
          </Heading>
          <Toggle
            label="Applications"
            value={show}
            options={[
              { value: "fit", label: metres ? `fit ${length(metres, unit)}` : "that fit" },
              { value: "all", label: "all" },
            ]}
            onChange={(v) => setShow(v as Show)}
          />
        </Flex>
        {suited.error && <Text color="stop.fg">{suited.error.message}</Text>}
        {metres === null ? (
          <Text color="fg.muted">Give the route length first: it decides which applications reach.</Text>
        ) : (
          <Applications rows={suited.data ?? []} show={show} chosen={application} onChoose={setApplication} />
        )}
      </Flex>
    </Flex>
  );
}

interface ApplicationsProps {
  rows: Suited[];
  show: Show;
  chosen: string | null;
  onChoose: (name: string) => void;
}

function Applications({ rows, show, chosen, onChoose }: ApplicationsProps) {
  const groups = useMemo(() => {
    const kept = rows.filter((r) => show === "all" || r.fits);
    const rates = [...new Set(kept.map((r) => r.rate_gbps))].sort((a, b) => a - b);
    return rates.map((gbps) => ({ gbps, rows: kept.filter((r) => r.rate_gbps === gbps) }));
  }, [rows, show]);
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4">
      {groups.map((group) => (
        <Flex key={group.gbps} gap="3" py="2" borderTopWidth="1px">
          <Mono fontWeight="700" w="52px" flex="none" pt="1">
            {rate(group.gbps)}
          </Mono>
          <Grid templateColumns="repeat(auto-fill, minmax(230px, 1fr))" gap="2" flex="1">
            {group.rows.map((row) => (
              <Application key={row.application} row={row} on={row.application === chosen} onChoose={onChoose} />
            ))}
          </Grid>
        </Flex>
      ))}
      {groups.length === 0 && <Text color="fg.muted">Nothing in the table fits; press “all” to see why.</Text>}
    </Box>
  );
}

function Application({ row, on, onChoose }: { row: Suited; on: boolean; onChoose: (name: string) => void }) {
  return (
    <Box
      asChild
      textAlign="start"
      bg={on ? "accent.subtle" : "bg.panel"}
      borderWidth="2px"
      borderColor={on ? "accent.solid" : "border"}
      borderRadius="md"
      px="3"
      py="1.5"
      _hover={{ borderColor: "accent.solid" }}
    >
      <button type="button" aria-pressed={on} onClick={() => onChoose(row.application)}>
        <Flex justify="space-between" gap="2">
          <Text fontWeight="700" truncate title={row.application}>
            {row.application}
          </Text>
          <Mono fontWeight="700" style={{ color: paint(row.fits ? "fine.fg" : "stop.fg") }}>
            {row.margin_db === null ? "" : plus(row.margin_db)}
          </Mono>
        </Flex>
        <Text fontSize="13px" color="fg.muted">
          {row.strands === 1 ? "one strand" : `${row.strands} strands`} · <Said text={row.reason} />
          {!row.sure && (
            <Text as="span" color="warn.fg" fontWeight="600">
              {" "}
              · check the data sheet
            </Text>
          )}
        </Text>
      </button>
    </Box>
  );
}
