/** Places and pathways as tables: for reading, for the keyboard, for paper. */
import { Table } from "@chakra-ui/react";
import type { AboutView, PlantView } from "../../api/plant";
import { useSettings } from "../../app/settings";
import { lengthNumber } from "../../words/figures";
import { SeverityMark } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { bendsText } from "./PathwayForm";
import type { Picked } from "./map/SiteMap";

interface Props {
  plant: PlantView;
  sort: "place" | "pathway";
  filter: string;
  picked: Picked | null;
  onPick: (picked: Picked) => void;
}

const worst = (findings: AboutView[], sort: string, name: string) => findings.find((f) => f.sort === sort && f.name === name);

export function Lists({ plant, sort, filter, picked, onPick }: Props) {
  const { unit } = useSettings();
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const matches = (text: string) => words.every((word) => text.toLowerCase().includes(word));
  const row = (name: string) => ({
    bg: picked?.sort === sort && picked.name === name ? "accent.subtle" : "bg",
    tabIndex: 0,
    cursor: "pointer",
    onClick: () => onPick({ sort, name }),
    onKeyDown: (e: React.KeyboardEvent) => e.key === "Enter" && onPick({ sort, name }),
  });
  const head = (labels: string[]) => (
    <Table.Header>
      <Table.Row bg="bg">
        {labels.map((label) => (
          <Table.ColumnHeader key={label}>{label}</Table.ColumnHeader>
        ))}
      </Table.Row>
    </Table.Header>
  );
  if (sort === "place") {
    return (
      <Table.Root size="sm" variant="line" aria-label="Places">
        {head(["Place", "Kind", "Surroundings", "Power", "Pathways", "Cables end here"])}
        <Table.Body>
          {plant.places
            .filter((p) => matches(`${p.name} ${p.kind ?? ""}`))
            .map((p) => (
              <Table.Row key={p.name} {...row(p.name)}>
                <Table.Cell fontWeight="600">{p.name}</Table.Cell>
                <Table.Cell>{p.kind}</Table.Cell>
                <Table.Cell>{p.surroundings}</Table.Cell>
                <Table.Cell>{p.power}</Table.Cell>
                <Table.Cell>
                  <Mono>{plant.pathways.filter((w) => w.doc.a === p.name || w.doc.b === p.name).length}</Mono>
                </Table.Cell>
                <Table.Cell>
                  {plant.cables
                    .filter((c) => c.doc.a === p.name || c.doc.b === p.name)
                    .map((c) => c.doc.name)
                    .join(", ")}
                </Table.Cell>
              </Table.Row>
            ))}
        </Table.Body>
      </Table.Root>
    );
  }
  return (
    <Table.Root size="sm" variant="line" aria-label="Pathways">
      {head(["Pathway", "From – to", "Kind", unit, "Size", "Bends", "Full", "Cables"])}
      <Table.Body>
        {plant.pathways
          .filter((w) => matches(`${w.doc.name} ${w.doc.a} ${w.doc.b} ${w.doc.kind}`))
          .map(({ doc, percent, limit_percent, cables }) => {
            const found = worst(plant.findings, "pathway", doc.name);
            return (
              <Table.Row key={doc.name} {...row(doc.name)}>
                <Table.Cell fontWeight="600" whiteSpace="nowrap">
                  {doc.name} {found && <SeverityMark severity={found.severity} size={12} />}
                </Table.Cell>
                <Table.Cell>
                  {doc.a} – {doc.b}
                </Table.Cell>
                <Table.Cell>{doc.kind}</Table.Cell>
                <Table.Cell>
                  <Mono>{lengthNumber(doc.length_m, unit)}</Mono>
                  {doc.length_from === "guess" ? " guess" : ""}
                </Table.Cell>
                <Table.Cell>
                  <Mono>{doc.inner_mm != null ? `⌀ ${doc.inner_mm}` : doc.width_mm != null ? `${doc.width_mm} × ${doc.height_mm ?? "?"}` : ""}</Mono>
                </Table.Cell>
                <Table.Cell>
                  <Mono>{bendsText(doc.bends)}</Mono>
                </Table.Cell>
                <Table.Cell whiteSpace="nowrap" color={percent !== null && limit_percent !== null && percent > limit_percent ? "stop.fg" : "fg"}>
                  <Mono>{percent !== null ? `${Math.round(percent)} of ${limit_percent} %` : ""}</Mono>
                </Table.Cell>
                <Table.Cell>{cables.join(", ")}</Table.Cell>
              </Table.Row>
            );
          })}
      </Table.Body>
    </Table.Root>
  );
}
