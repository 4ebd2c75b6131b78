/** The Survey view: what is there, how full it is, what a cut would take. */
import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { useChangePlant, useDrawPlace, useOutage, usePlant, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AboutCard } from "../../parts/AboutCard";
import { AskSheet } from "../../forms/AskSheet";
import { useRemove } from "../../parts/RemoveSheet";
import { Toggle } from "../../forms/Toggle";
import { FindOutKey } from "../looking/FindOut";
import { AddPathwaySheet } from "./AddPathwaySheet";
import { answer } from "./answer";
import { IdentifySheet } from "./IdentifySheet";
import { ImportSheet } from "./ImportSheet";
import { Lists } from "./Lists";
import { PathwayForm } from "./PathwayForm";
import { PlaceForm } from "./PlaceForm";
import { Power } from "./Power";
import { Section } from "./Section";
import { SiteMap, type Picked } from "./map/SiteMap";
import type { Spot } from "../../drawing/mapLayout";

type Opened = "place" | "pathway" | "identify" | "import" | null;
type Tab = "map" | "places" | "pathways" | "power";

export function Survey() {
  const { plan } = useOpenPlan();
  const plant = usePlant(plan.id, plan.revision);
  if (!plant.data) {
    return (
      <Heading as="h1" p="4" fontSize="18px" color="fg.muted">
        {plant.error ? plant.error.message : "Reading the survey …"}
      </Heading>
    );
  }
  return <Surveyed plant={plant.data} />;
}

function Surveyed({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const change = useChangePlant(plan.id);
  const { say, refuse } = useNotice();
  const draw = useDrawPlace(plan.id);
  const [pointing, setPointing] = useState(false);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [search, setSearch] = useSearchParams();
  const tab = (search.get("show") ?? "map") as Tab;
  const [opened, setOpened] = useState<Opened>(search.get("open") === "identify" ? "identify" : null);
  const [filter, setFilter] = useState("");
  const sort = search.get("sort");
  const name = search.get("name");
  const exists = (sort === "place" && plant.places.some((p) => p.name === name)) || (sort === "pathway" && plant.pathways.some((p) => p.doc.name === name));
  const picked: Picked | null = exists && name ? { sort: sort, name } : null;
  const go = (next: Partial<{ show: Tab; picked: Picked | null }>) => {
    const to = new URLSearchParams();
    const show = next.show ?? tab;
    if (show !== "map") to.set("show", show);
    const pick = next.picked === undefined ? picked : next.picked;
    if (pick) {
      to.set("sort", pick.sort);
      to.set("name", pick.name);
    }
    setSearch(to, { replace: true });
  };
  const places = plant.places.map((p) => p.name);
  const stepFindings = plant.findings.filter((f) => f.step === "survey");
  const counts = `${plant.places.length} places, ${plant.pathways.length} pathways, ${plant.cables.length} cables`;
  return (
    <Flex direction="column" flex="1" minH="0" px="4" pt="2" className="print-whole">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" fontSize="28px" lineHeight="1.15" data-answer="">
          {answer(plant)}
        </Heading>
        <Text color="fg.muted">{counts}</Text>
      </Flex>
      <Flex gap="2" my="2" align="center" wrap="wrap" className="no-print">
        <Toggle
          label="Show"
          value={tab}
          options={[
            { value: "map", label: "map" },
            { value: "pathways", label: "pathways" },
            { value: "places", label: "places" },
            { value: "power", label: "power" },
          ]}
          onChange={(show) => go({ show: show as Tab })}
        />
        <Input
          id="find"
          size="xs"
          w="180px"
          placeholder="Find a place or pathway  /"
          aria-label="Find a place or pathway"
          list="survey-names"
          value={filter}
          bg="bg.panel"
          onChange={(e) => {
            const text = e.target.value;
            setFilter(text);
            if (places.includes(text)) go({ picked: { sort: "place", name: text } });
            else if (plant.pathways.some((p) => p.doc.name === text)) go({ picked: { sort: "pathway", name: text } });
          }}
          onKeyDown={(e) => e.key === "Escape" && (setFilter(""), e.currentTarget.blur())}
        />
        <datalist id="survey-names">
          {[...places, ...plant.pathways.map((p) => p.doc.name)].slice(0, 2000).map((n) => (
            <option key={n} value={n} />
          ))}
        </datalist>
        <Flex ml="auto" gap="1.5" wrap="wrap">
          <FindOutKey />
          <Button size="xs" h="30px" variant="outline" colorPalette="accent" onClick={() => setOpened("identify")}>
            What is this cable?
          </Button>
          <Button size="xs" h="30px" variant="outline" colorPalette="accent" onClick={() => setOpened("import")}>
            Files …
          </Button>
          <Button asChild size="xs" h="30px" variant="outline" colorPalette="accent">
            <RouterLink to={`/plans/${plan.id}/devices`}>Devices</RouterLink>
          </Button>
          <Button
            size="xs"
            h="30px"
            variant={pointing ? "solid" : "outline"}
            colorPalette="accent"
            aria-pressed={pointing}
            onClick={() => {
              setPointing(!pointing);
              if (tab !== "map") go({ show: "map" });
            }}
          >
            {pointing ? "Point at the map …" : "Point at a place"}
          </Button>
          <Button size="xs" h="30px" variant="outline" colorPalette="accent" onClick={() => setOpened("place")}>
            Add a place
          </Button>
          <Button size="xs" h="30px" colorPalette="accent" aria-disabled={places.length < 2} onClick={() => places.length > 1 && setOpened("pathway")}>
            Add a pathway
          </Button>
        </Flex>
      </Flex>
      <Flex flex="1" minH="0" gap="4" pb="3" direction={{ base: "column", lg: "row" }} className="print-whole print-column">
        <Flex flex="1" minW="0" minH={{ base: "480px", lg: "0" }} direction="column" className="print-whole">
          {tab === "map" &&
            (plant.places.length > 0 || pointing ? (
              <SiteMap
                plant={plant}
                picked={picked}
                onPick={(p) => go({ picked: p })}
                onMoved={(moved, [x_m, y_m]) =>
                  draw.mutate({ name: moved, x_m, y_m }, { onSuccess: () => say(`${moved} is drawn there. Undo with u.`), onError: refuse })
                }
                onPoint={pointing ? setSpot : undefined}
              />
            ) : (
              <Text p="4">
                Add the places first: by name, by pointing at an empty map, or from a list. Then the pathways between them. Where nobody knows positions the map
                is drawn from lengths.
              </Text>
            ))}
          {(tab === "places" || tab === "pathways") && (
            <Box overflowY="auto" className="print-whole">
              <Lists plant={plant} sort={tab === "places" ? "place" : "pathway"} filter={filter} picked={picked} onPick={(p) => go({ picked: p })} />
            </Box>
          )}
          {tab === "power" && <Power plant={plant} />}
        </Flex>
        <Flex
          as="aside"
          aria-label="Details"
          direction="column"
          w={{ base: "100%", lg: "360px" }}
          flex="none"
          minH="0"
          overflowY="auto"
          gap="2.5"
          className="print-whole"
        >
          {picked ? (
            <Detail key={`${picked.sort} ${picked.name}`} plant={plant} picked={picked} onPick={(p) => go({ picked: p })} />
          ) : (
            <>
              <Text fontSize="13px" fontWeight="600" color="fg.muted">
                Findings of the survey
              </Text>
              {stepFindings.map((about, i) => (
                <AboutCard
                  key={`${about.rule}-${i}`}
                  about={about}
                  onOpen={
                    about.sort === "place" || about.sort === "pathway"
                      ? () => go({ picked: { sort: about.sort as Picked["sort"], name: about.name } })
                      : () => go({ show: "power" })
                  }
                />
              ))}
              {stepFindings.length === 0 && <Text color="fg.muted">No finding in what is recorded. What is not known stands under Find out next.</Text>}
              <Box borderWidth="1px" borderStyle="dashed" borderColor="border.emphasized" px="3" py="2" fontSize="14px">
                <b>Chambers, ladders, digging, traffic.</b> Confined spaces and roads have rules of their own; local codes and licensed people decide.
              </Box>
            </>
          )}
        </Flex>
      </Flex>
      {opened === "place" && (
        <AskSheet
          title="Add a place"
          label="Name of the place"
          value=""
          onClose={() => setOpened(null)}
          onStore={(text) =>
            change.mutateAsync({ what: `Add place ${text}`, changes: [{ kind: "place", id: null, doc: { name: text } }] }).then(() => {
              say(`Added ${text}. Undo with u.`);
              go({ picked: { sort: "place", name: text } });
            })
          }
        />
      )}
      {spot && (
        <AskSheet
          title="A place here"
          label="Name of the place"
          value=""
          onClose={() => setSpot(null)}
          onStore={(text) =>
            draw.mutateAsync({ name: text, x_m: spot[0], y_m: spot[1] }).then(() => {
              say(`Added ${text} where you pointed. Undo with u.`);
              setPointing(false);
              go({ picked: { sort: "place", name: text } });
            })
          }
        />
      )}
      {opened === "pathway" && (
        <AddPathwaySheet
          places={places}
          from={picked?.sort === "place" ? picked.name : undefined}
          onClose={() => setOpened(null)}
          onAdded={(text) => {
            say(`Added ${text}. Undo with u.`);
            go({ picked: { sort: "pathway", name: text } });
          }}
        />
      )}
      {opened === "identify" && <IdentifySheet plant={plant} onClose={() => setOpened(null)} />}
      {opened === "import" && <ImportSheet onClose={() => setOpened(null)} />}
    </Flex>
  );
}

function Detail({ plant, picked, onPick }: { plant: PlantView; picked: Picked; onPick: (p: Picked | null) => void }) {
  const { plan } = useOpenPlan();
  const change = useChangePlant(plan.id);
  const { remove, sheet } = useRemove(plan.id, () => onPick(null));
  const outage = useOutage(plan.id, plan.revision, picked.sort, picked.name).data;
  const place = picked.sort === "place" ? plant.places.find((p) => p.name === picked.name) : undefined;
  const pathway = picked.sort === "pathway" ? plant.pathways.find((p) => p.doc.name === picked.name) : undefined;
  const places = plant.places.map((p) => p.name);
  const id = (place ?? pathway?.doc)?.id ?? null;
  const store = (kind: Picked["sort"]) => (doc: { name: string }) =>
    change
      .mutateAsync({ what: `Change ${kind} ${picked.name}`, changes: [{ kind, id, doc }] })
      .then(() => doc.name !== picked.name && onPick({ sort: kind, name: doc.name }));
  const cables = plant.cables.filter((c) => (place ? c.doc.a === place.name || c.doc.b === place.name : pathway?.cables.includes(c.doc.name)));
  const about = plant.findings.filter(
    (f) => (f.sort === picked.sort && f.name === picked.name) || (picked.sort === "pathway" && f.others.includes(picked.name)),
  );
  return (
    <>
      <Flex align="baseline" gap="2">
        <Heading as="h2" fontSize="20px" flex="1">
          {picked.name}
        </Heading>
        <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => onPick(null)}>
          Close
        </Button>
      </Flex>
      {pathway && <Section name={pathway.doc.name} />}
      {outage && (
        <Box bg="bg.panel" px="3" py="2" borderLeftWidth="4px" borderColor={outage.links.length ? "accent.solid" : "border.emphasized"} data-outage="">
          <Text fontWeight="700">
            {outage.links.length === 0
              ? "No link runs through it."
              : `If it fails, ${outage.links.length} ${outage.links.length === 1 ? "link goes" : "links go"} dark`}
          </Text>
          {outage.groups.map((group) => (
            <Text key={group} fontSize="14px" color="stop.fg" fontWeight="600">
              {group}: all of its links
            </Text>
          ))}
          <Text fontSize="14px" color="fg.muted">
            {outage.links.slice(0, 6).map((l, i) => (
              <span key={l.id}>
                {i > 0 && ", "}
                <RouterLink to={`/plans/${plan.id}/links/${l.id}`} style={{ textDecoration: "underline" }}>
                  {l.name}
                </RouterLink>
              </span>
            ))}
            {outage.links.length > 6 && ` and ${outage.links.length - 6} more`}
          </Text>
        </Box>
      )}
      {cables.length > 0 && (
        <Text fontSize="14px">
          <b>Cables:</b>{" "}
          {cables.map((c, i) => (
            <span key={c.doc.name}>
              {i > 0 && ", "}
              <RouterLink to={`/plans/${plan.id}/route?cable=${encodeURIComponent(c.doc.name)}`} style={{ textDecoration: "underline" }}>
                {c.doc.name}
              </RouterLink>
            </span>
          ))}
        </Text>
      )}
      {about.map((one, i) => (
        <AboutCard key={`${one.rule}-${i}`} about={one} />
      ))}
      {place && <PlaceForm place={place} places={places} onStore={store("place")} onRemove={() => remove("place", place)} />}
      {pathway && <PathwayForm pathway={pathway.doc} places={places} onStore={store("pathway")} onRemove={() => remove("pathway", pathway.doc)} />}
      {sheet}
    </>
  );
}
