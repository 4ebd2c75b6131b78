/** What can be done with whole plans: open, new, import, export, demo, print, settings. */
import { Box, Button, Flex, Input, Menu, Portal, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { MenuIcon } from "lucide-react";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { importPlan, keys, newPlan, useChangePlan, usePlans, useRestoreDemo } from "../api/plan";
import { Sheet } from "../parts/Sheet";
import { useNotice } from "./notice";
import { useOpenPlan } from "./planContext";
import { useSettings } from "./settings";

type Opened = "plans" | "rename" | "who" | "new" | null;

interface Props {
  onHistory: () => void;
  onRules: () => void;
}

export function PlanMenu({ onHistory, onRules }: Props) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const { mode, who, set } = useSettings();
  const navigate = useNavigate();
  const cache = useQueryClient();
  const restore = useRestoreDemo(plan.id);
  const change = useChangePlan(plan.id);
  const file = useRef<HTMLInputElement>(null);
  const [opened, setOpened] = useState<Opened>(null);
  const opened_ = async (made: Promise<{ id: number }>, told: string) => {
    const info = await made;
    await cache.invalidateQueries({ queryKey: keys.plans });
    await navigate(`/plans/${info.id}`);
    say(told);
  };
  const take = (chosen: File | undefined) => {
    if (!chosen) return;
    chosen
      .text()
      .then((text) => opened_(importPlan(text), `Imported ${chosen.name} as a new plan.`))
      .catch(refuse);
  };
  const actions: Record<string, () => void> = {
    plans: () => setOpened("plans"),
    new: () => setOpened("new"),
    import: () => file.current?.click(),
    export: () => window.location.assign(`/api/plans/${plan.id}/export`),
    rename: () => setOpened("rename"),
    rules: onRules,
    history: onHistory,
    demo: () =>
      restore.mutate(null, {
        onSuccess: () => {
          void navigate(`/plans/${plan.id}`);
          say("Demo plan restored. Undo with u.");
        },
        onError: refuse,
      }),
    print: () => window.print(),
    theme: () => set({ mode: mode === "dark" ? "light" : "dark" }),
    who: () => setOpened("who"),
  };
  const items = [
    ["plans", "Open another plan …"],
    ["new", "New plan …"],
    ["import", "Import a plan file …"],
    ["export", "Export the plan file"],
    ["rename", "Rename this plan …"],
    ["rules", "House rules …"],
    ["history", "History …"],
    ["demo", "Restore the demo plan"],
    ["print", "Print"],
    ["theme", mode === "dark" ? "Light theme" : "Dark theme"],
    ["who", who ? `Changes are signed ${who} …` : "Sign my changes …"],
  ] as const;
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
              {items.map(([value, label]) => (
                <Menu.Item key={value} value={value} _highlighted={{ bg: "accent.subtle" }}>
                  {label}
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label="Plan file"
        hidden
        onChange={(e) => {
          take(e.target.files?.[0]);
          e.target.value = "";
        }}
      />
      <PlansSheet open={opened === "plans"} onClose={() => setOpened(null)} />
      <AskSheet
        key={`rename-${plan.name}`}
        title="Rename this plan"
        label="Name of the plan"
        value={plan.name}
        open={opened === "rename"}
        onClose={() => setOpened(null)}
        onStore={(name) => change.mutateAsync({ name })}
      />
      <AskSheet
        title="New plan"
        label="Name of the plan"
        value=""
        open={opened === "new"}
        onClose={() => setOpened(null)}
        onStore={(name) => opened_(newPlan(name), "An empty plan. Add a link to begin.")}
      />
      <AskSheet
        title="Sign my changes"
        label="Your name, as the history shows it"
        value={who}
        open={opened === "who"}
        onClose={() => setOpened(null)}
        onStore={(name) => {
          set({ who: name });
          return Promise.resolve();
        }}
      />
    </>
  );
}

function PlansSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const plans = usePlans();
  const { plan } = useOpenPlan();
  const navigate = useNavigate();
  return (
    <Sheet title="Plans in this data folder" open={open} onClose={onClose}>
      <Flex direction="column" gap="1">
        {plans.data?.map((p) => (
          <Button
            key={p.id}
            variant={p.id === plan.id ? "solid" : "outline"}
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

interface AskProps {
  title: string;
  label: string;
  value: string;
  open: boolean;
  onClose: () => void;
  onStore: (text: string) => Promise<unknown>;
}

function AskSheet({ title, label, value, open, onClose, onStore }: AskProps) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  const store = () => {
    setProblem(null);
    onStore(text.trim()).then(onClose, (error: unknown) =>
      setProblem(error instanceof Error ? error.message : String(error)),
    );
  };
  return (
    <Sheet
      title={title}
      open={open}
      onClose={onClose}
      footer={
        <Button colorPalette="accent" onClick={store}>
          Store
        </Button>
      }
    >
      <Box>
        <Text fontWeight="600">
          <label htmlFor="ask">{label}</label>
        </Text>
        <Input id="ask" value={text} autoFocus onChange={(e) => setText(e.target.value)} onKeyDown={(e) => e.key === "Enter" && store()} />
        {problem && (
          <Text role="alert" color="stop.fg" mt="1">
            {problem}
          </Text>
        )}
      </Box>
    </Sheet>
  );
}
