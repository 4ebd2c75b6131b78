/** A cable as it is planned or found: type, route, lengths, ends. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useDiverse, usePlantReference, type CableDoc, type CableView, type PlantView } from "../../api/plant";
import { useReference } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { ChoiceOf, LengthOf, NumberOf, TextOf, YesNoOf } from "../../forms/docFields";
import { Choice, options, TextField } from "../../forms/Field";
import { fromUnit, length, lengthField, typed } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { Group } from "../../forms/Group";
import { FilesOf } from "../../parts/FilesOf";
import { GLASSES, hasCategory } from "../../drawing/glass";
import { ReadingField } from "../../forms/ReadingField";
import { OwnConstruction } from "./OwnConstruction";

interface Props {
  plant: PlantView;
  cable: CableView;
  store: (change: Partial<CableDoc>) => Promise<unknown>;
  onRemove: () => void;
}

const FROM: Record<string, string> = { measured: "measured", sheath: "by its sheath", planned: "planned" };

export function CableForm({ plant, cable, store, onRemove }: Props) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const types = usePlantReference().data?.cable_types ?? [];
  const fibers = useReference().data?.fibers.map((f) => f.name) ?? [];
  const { doc } = cable;
  const keep = (change: Record<string, unknown>) => store(change);
  const field = { doc, store: keep };
  const places = plant.places.map((p) => p.name);
  const own = plan.own_parts.filter((p) => p.kind === "cable" || p.kind === "fiber").map((p) => p.name);
  const [asking, setOwn] = useState(false);
  const row = types.find((t) => t.name === doc.type);
  const mine = plant.cable_types.find((t) => t.name === doc.type);
  const said = (m: number | null) => (m === null ? "?" : length(m, unit));
  return (
    <Box>
      <Text fontSize="15px" mb="2" data-lengths="">
        Route <Mono fontWeight="700">{said(cable.route_m)}</Mono> + slack <Mono fontWeight="700">{said(cable.slack_m)}</Mono> ={" "}
        <Mono fontWeight="700">{said(cable.needed_m)}</Mono>
        {doc.existing ? "" : " · order "}
        {!doc.existing && <Mono fontWeight="700">{said(cable.order_m)}</Mono>} · glass <Mono fontWeight="700">{said(cable.glass_m)}</Mono> (
        {FROM[cable.glass_from]}
        {cable.certain ? "" : ", with a guess in it"})
      </Text>
      <Group name="What">
        <TextOf {...field} at="name" label="Name" width="104px" />
        <ChoiceOf {...field} at="a" label="From" width="150px" values={places} needed />
        <ChoiceOf {...field} at="b" label="To" width="150px" values={places} needed />
        <ChoiceOf {...field} at="fiber" label="Glass" width="116px" values={[...fibers, ...own]} needed />
        {(hasCategory(doc.fiber) || doc.glass != null) && <ChoiceOf {...field} at="glass" label="Print says" width="132px" values={GLASSES} />}
        <ChoiceOf {...field} at="fiber_from" label="Glass is known by" width="124px" values={["print", "record", "guess"]} />
        <NumberOf {...field} at="strands" label="Strands" width="64px" needed whole />
        <ChoiceOf {...field} at="type" label="Construction" width="330px" values={[...types.map((t) => t.name), ...plant.cable_types.map((t) => t.name)]} />
        <YesNoOf {...field} at="existing" label="Is there already" width="124px" />
        <YesNoOf {...field} at="bonded" label="Armour bonded" width="124px" />
        <YesNoOf {...field} at="wish" label="Only an extra run" width="124px" />
        {doc.cut && <YesNoOf {...field} at="cut" label="Cut from its reel" width="124px" />}
      </Group>
      <Button size="xs" variant="ghost" colorPalette="accent" px="1" onClick={() => setOwn(true)}>
        {mine ? `Change ${mine.name} …` : "Enter a construction from its data sheet …"}
      </Button>
      {asking && <OwnConstruction known={mine} onClose={() => setOwn(false)} onStored={(name) => store({ type: name })} />}
      {row && (
        <Text fontSize="13px" color="fg.muted" mt="1">
          {row.construction}, {row.use}, {row.flame === "none" ? "unlisted" : row.flame}, {row.armour === "none" ? "no armour" : row.armour}
          {row.od_mm ? `, ⌀ ${row.od_mm} mm` : ""}
          {row.mass_kg_km ? `, ${row.mass_kg_km} kg/km` : ""}
          {row.tension_n ? `, ${row.tension_n} N` : ", tension by data sheet"}. {row.confidence !== "high" && "Check the data sheet."}
        </Text>
      )}
      <Group name="Where">
        <RouteEditor plant={plant} doc={doc} store={store} />
        <TextField
          label="Pulled out at: place; …"
          width="220px"
          value={doc.pull_points.join("; ")}
          onCommit={(text) =>
            keep({
              pull_points: text
                .split(";")
                .map((word) => word.trim())
                .filter(Boolean),
            })
          }
        />
      </Group>
      <Group name="Lengths">
        <LengthOf {...field} at="slack_a_m" label={`Slack, ${doc.a}`} width="130px" />
        <LengthOf {...field} at="slack_b_m" label={`Slack, ${doc.b}`} width="130px" />
        <LengthOf {...field} at="length_m" label="Sheath length, if set" width="130px" />
        <TextField
          label={`Slack on the way, ${unit}: place length; …`}
          width="260px"
          value={doc.slack_on_way.map((s) => `${s.place} ${lengthField(s.length_m, unit)}`).join("; ")}
          placeholder="Quay Chamber 10; …"
          invalid={(text) => (slackOf(text, unit) ? null : "Write each as place and length, as in Quay Chamber 10; North Chamber 8")}
          onCommit={(text) => keep({ slack_on_way: slackOf(text, unit) ?? [] })}
        />
      </Group>
      <Group name="Measured">
        <LengthOf {...field} at="glass_m" label="Measured glass" width="120px" />
        <NumberOf {...field} at="loss_db" label="Measured loss" suffix="dB" />
        {doc.loss_db != null && (
          <>
            <NumberOf {...field} at="loss_nm" label="at" suffix="nm" />
            <ReadingField value={doc.loss_includes ?? null} onChange={(loss_includes) => keep({ loss_includes })} />
          </>
        )}
        {(doc.loss_db != null || doc.glass_m != null) && <TextOf {...field} at="measured" label="Measured by, document" width="190px" />}
      </Group>
      <Group name="Ends">
        {(["a", "b"] as const).map((side) => {
          const key = side === "a" ? "end_a" : "end_b";
          const end: Partial<NonNullable<CableDoc["end_a"]>> = doc[key] ?? {};
          const set = (change: Record<string, unknown>) =>
            keep({ [key]: Object.fromEntries(Object.entries({ ...end, ...change }).filter(([, v]) => v !== null)) });
          const at = { doc: end, store: set };
          return (
            <Flex key={side} wrap="wrap" gap="2" align="end" w="100%">
              <Text fontSize="14px" fontWeight="600" w="118px" pb="1.5" truncate title={doc[side]}>
                {doc[side]}
              </Text>
              <ChoiceOf {...at} at="kind" label="Finished with" width="110px" values={["factory", "pigtails", "field", "coiled"]} />
              <TextOf {...at} at="connector" label="Connector" width="116px" />
              <TextOf {...at} at="panel" label="Panel" width="92px" />
              <NumberOf {...at} at="first_port" label="First port" width="70px" whole />
              <NumberOf {...at} at="head_mm" label="Pulling head" suffix="mm" />
            </Flex>
          );
        })}
      </Group>
      <Flex mt="3" gap="2" align="end">
        <TextOf {...field} at="notes" label="Notes" width="420px" />
        {doc.id && <FilesOf kind="cable" id={doc.id} name={doc.name} />}
        <Button size="xs" variant="outline" colorPalette="accent" onClick={onRemove}>
          Delete cable
        </Button>
      </Flex>
    </Box>
  );
}

/** `Quay Chamber 10; North Chamber 8` */
function slackOf(text: string, unit: "m" | "ft"): { place: string; length_m: number }[] | null {
  const found = [];
  for (const one of text
    .split(";")
    .map((word) => word.trim())
    .filter(Boolean)) {
    const parts = /^(.+?)\s+([\d.,]+)$/.exec(one);
    const number = parts ? typed(parts[2]!) : null;
    if (!parts || number === null) return null;
    found.push({ place: parts[1]!, length_m: Math.round(fromUnit(number, unit) * 1000) / 1000 });
  }
  return found;
}

function RouteEditor({ plant, doc, store }: { plant: PlantView; doc: CableDoc; store: Props["store"] }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const [asking, setAsking] = useState(false);
  const found = useDiverse(plan.id, plan.revision, asking ? doc.a : "", asking ? doc.b : "");
  const { route } = doc;
  const ways = new Map(plant.pathways.map((p) => [p.doc.name, p.doc]));
  const set = (next: string[]) => store({ route: next });
  // Where the chain has come to, so that only pathways that go on from there are offered first.
  const here = route.reduce((place, name) => {
    const way = ways.get(name);
    return way ? (way.a === place ? way.b : way.a) : place;
  }, doc.a);
  const onward = plant.pathways.filter((p) => !route.includes(p.doc.name) && (p.doc.a === here || p.doc.b === here));
  const routes = [found.data?.first, found.data?.second].filter((r) => r != null);
  return (
    <Box>
      <Text fontSize="12px" color="fg.muted">
        Route from {doc.a}
      </Text>
      <Flex wrap="wrap" gap="1" align="center" data-route="">
        {route.map((name, at) => (
          <Button
            key={`${name} ${at}`}
            size="xs"
            h="28px"
            variant="outline"
            colorPalette="accent"
            title={`Take ${name} out of the route`}
            onClick={() => void set(route.filter((_, i) => i !== at))}
          >
            {name} <Mono color="fg.muted">{ways.has(name) ? length(ways.get(name)!.length_m, unit) : "?"}</Mono> ✕
          </Button>
        ))}
        {here !== doc.b && (
          <Choice
            label={`On from ${here}`}
            hideLabel
            width="210px"
            value=""
            options={[{ value: "", label: `on from ${here} …` }, ...options(onward.map((p) => p.doc.name))]}
            onChange={(name) => (name ? set([...route, name]) : undefined)}
          />
        )}
        {here === doc.b && route.length > 0 && (
          <Text fontSize="14px" fontWeight="600">
            → {doc.b}
          </Text>
        )}
        <Button size="xs" h="28px" variant="ghost" colorPalette="accent" onClick={() => setAsking(!asking)}>
          {asking ? "Leave it" : "Find routes"}
        </Button>
      </Flex>
      {asking && (
        <Box mt="1" fontSize="14px">
          {found.data && routes.length === 0 && (
            <Text>
              No recorded pathways lead from {doc.a} to {doc.b}.
            </Text>
          )}
          {routes.map((r, i) => (
            <Flex key={i} gap="2" align="center" mt="1">
              <Button size="xs" colorPalette="accent" variant="outline" onClick={() => void store({ route: r.pathways }).then(() => setAsking(false))}>
                Take
              </Button>
              <Text>
                <Mono fontWeight="700">{length(r.length_m, unit)}</Mono> {r.pathways.join(" → ")}
              </Text>
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
}
