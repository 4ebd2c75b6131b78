/** What can be done with whole plans: open, new, import, export, demo, print, settings. */
import { Button, Flex, Menu, Portal, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { MenuIcon } from "lucide-react";
import { memo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { importPlan, keys, newPlan, useChangePlan, usePlans } from "../api/plan";
import { useMe } from "../api/share";
import { saveDrawings } from "../drawing/saved";
import { AskSheet } from "../forms/AskSheet";
import { useNarrow } from "../parts/narrow";
import { Sheet } from "../parts/Sheet";
import { useNotice } from "./notice";
import { useSettings } from "./settings";
import { ShareSheet } from "./ShareSheet";

type Opened = "plans" | "rename" | "who" | "new" | "share" | null;

interface Props {
  planId: number;
  planName: string;
  onOpen: (sheet: "history" | "keys" | "messages" | "way" | "find") => void;
  onTurn: (which: "undo" | "redo") => void;
  /** The link that is open, if one is. */
  linkId: string | undefined;
}

export const PlanMenu = memo(function PlanMenu({ planId, planName, onOpen, onTurn, linkId }: Props) {
  const { say, refuse } = useNotice();
  const { mode, who, unit, set } = useSettings();
  const narrow = useNarrow();
  // Only the machine itself lets other devices in.
  const here = useMe().data?.role === null;
  const navigate = useNavigate();
  const cache = useQueryClient();
  const change = useChangePlan(planId);
  const file = useRef<HTMLInputElement>(null);
  const [opened, setOpened] = useState<Opened>(null);
  const goTo = async (made: Promise<{ id: number }>, told: string) => {
    const info = await made;
    await cache.invalidateQueries({ queryKey: keys.plans });
    await navigate(`/plans/${info.id}`);
    say(told);
  };
  const take = (chosen: File | undefined) => {
    if (!chosen) return;
    goTo(importPlan(chosen), `Imported ${chosen.name} as a new plan.`).catch(refuse);
  };
  const drawn = (form: "svg" | "png") =>
    void saveDrawings(form, planName).then(
      (count) => say(count === 0 ? "There is no drawing in this view." : `Saved ${count === 1 ? "1 drawing" : `${count} drawings`}.`),
      refuse,
    );
  const actions: Record<string, () => void> = {
    plans: () => setOpened("plans"),
    new: () => setOpened("new"),
    import: () => file.current?.click(),
    export: () => window.location.assign(`/api/plans/${planId}/export`),
    rename: () => setOpened("rename"),
    unknowns: () => void navigate(`/plans/${planId}/unknowns`),
    rules: () => void navigate(`/plans/${planId}/rules`),
    guide: () => void navigate(`/plans/${planId}/guide`),
    devices: () => void navigate(`/plans/${planId}/devices`),
    lists: () => void navigate(`/plans/${planId}/lists`),
    papers: () => void navigate(`/plans/${planId}/papers`),
    records: () => void navigate(`/plans/${planId}/records`),
    practice: () => void navigate(`/practice?${new URLSearchParams({ from: window.location.pathname })}`),
    practiseLink: () => {
      const seed = String(crypto.getRandomValues(new Uint32Array(1))[0]! >>> 1);
      const said = { kind: "dark", level: "3", seed, plan: String(planId), link: linkId ?? "", from: window.location.pathname };
      void navigate(`/practice/drill?${new URLSearchParams(said)}`);
    },
    find: () => onOpen("find"),
    way: () => onOpen("way"),
    history: () => onOpen("history"),
    undo: () => onTurn("undo"),
    redo: () => onTurn("redo"),
    unit: () => set({ unit: unit === "m" ? "ft" : "m" }),
    keys: () => onOpen("keys"),
    messages: () => onOpen("messages"),
    start: () => void navigate("/"),
    print: () => window.print(),
    svg: () => drawn("svg"),
    png: () => drawn("png"),
    theme: () => set({ mode: mode === "dark" ? "light" : "dark" }),
    who: () => setOpened("who"),
    share: () => setOpened("share"),
  };
  const groups: { title: string; items: [string, string][] }[] = [
    {
      title: "Of this plan",
      items: [
        ["way", "The way: what each step needs …"],
        ["unknowns", "Find out next"],
        ["devices", "Devices and spares"],
        ["lists", "Bring in a list …"],
        ["papers", "Papers, labels, files, copies"],
        ["records", "Records: as built, free strands, before a cut"],
        ["find", "Find anything …"],
        ["rules", "House rules"],
        ["guide", "Field guide and own parts"],
        ["history", "History …"],
        ["rename", "Rename this plan …"],
        ["export", "Export the plan file"],
        ["print", "Print"],
        ["svg", "Drawings of this view as SVG"],
        ["png", "Drawings of this view as PNG"],
      ],
    },
    {
      title: "Other plans",
      items: [
        ["start", "First page: new plan, demos …"],
        ["plans", "Open another plan …"],
        ["new", "New plan …"],
        ["import", "Import a plan file …"],
      ],
    },
    {
      title: "Beside every plan",
      items: [["practice", "Practice"], ...(linkId ? ([["practiseLink", "Practise on a copy of this link"]] as [string, string][]) : [])],
    },
    {
      title: "This screen",
      items: [
        ...(narrow
          ? ([
              ["undo", "Undo"],
              ["redo", "Redo"],
              ["unit", unit === "m" ? "Feet" : "Metres"],
            ] as [string, string][])
          : []),
        ["theme", mode === "dark" ? "Light theme" : "Dark theme"],
        ["who", who ? `Changes are signed ${who} …` : "Sign my changes …"],
        ...(here ? ([["share", "A second device …"]] as [string, string][]) : []),
        ["messages", "Messages …"],
        ["keys", "Keys …"],
      ],
    },
  ];
  return (
    <>
      <Menu.Root onSelect={({ value }) => actions[value]?.()}>
        <Menu.Trigger asChild>
          <Button size="xs" variant="outline" h="28px" colorPalette="accent">
            <MenuIcon size={15} /> Menu
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content bg="bg.panel" color="fg">
              {groups.map((group) => (
                <Menu.ItemGroup key={group.title}>
                  <Menu.ItemGroupLabel fontSize="13px" color="fg.muted">
                    {group.title}
                  </Menu.ItemGroupLabel>
                  {group.items.map(([value, label]) => (
                    <Menu.Item key={value} value={value} minH={{ base: "40px", md: "auto" }} _highlighted={{ bg: "accent.subtle" }}>
                      {label}
                    </Menu.Item>
                  ))}
                </Menu.ItemGroup>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      <input
        ref={file}
        type="file"
        accept=".json,.zip,application/json"
        aria-label="Plan file"
        hidden
        onChange={(e) => {
          take(e.target.files?.[0]);
          e.target.value = "";
        }}
      />
      {opened === "plans" && <PlansSheet planId={planId} open onClose={() => setOpened(null)} />}
      {opened === "rename" && (
        <AskSheet
          title="Rename this plan"
          label="Name of the plan"
          value={planName}
          onClose={() => setOpened(null)}
          onStore={(name) => change.mutateAsync({ name })}
        />
      )}
      {opened === "new" && (
        <AskSheet
          title="New plan"
          label="Name of the plan"
          value=""
          onClose={() => setOpened(null)}
          onStore={(name) => goTo(newPlan(name), "An empty plan. Say what is wanted to begin.")}
        />
      )}
      {opened === "share" && <ShareSheet onClose={() => setOpened(null)} />}
      {opened === "who" && (
        <AskSheet
          title="Sign my changes"
          label="Your name, as the history shows it"
          value={who}
          onClose={() => setOpened(null)}
          onStore={(name) => {
            set({ who: name });
            return Promise.resolve();
          }}
        />
      )}
    </>
  );
});

function PlansSheet({ planId, open, onClose }: { planId: number; open: boolean; onClose: () => void }) {
  const plans = usePlans();
  const navigate = useNavigate();
  return (
    <Sheet title="Plans in this data folder" open={open} onClose={onClose}>
      <Flex direction="column" gap="1">
        {plans.data?.map((p) => (
          <Button
            key={p.id}
            variant={p.id === planId ? "solid" : "outline"}
            colorPalette="accent"
            justifyContent="space-between"
            onClick={() => {
              onClose();
              void navigate(`/plans/${p.id}`);
            }}
          >
            <Text truncate>{p.name}</Text>
            <span>{p.links} links</span>
          </Button>
        ))}
      </Flex>
    </Sheet>
  );
}
