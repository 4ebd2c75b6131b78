/** The frame around every view of a plan: head, footbridge, keys. */
import { Box, Button, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useIsMutating } from "@tanstack/react-query";
import { Suspense, useEffect, useState } from "react";
import { Outlet, Link as RouterLink, useLocation, useNavigate, useParams } from "react-router";
import { useLinks, usePlan, useSettled, useTurn } from "../api/plan";
import { useSteps } from "../api/looking";
import { useTestState } from "../api/testing";
import { useTurnUpState } from "../api/turnup";
import { Footbridge, type Pier } from "../drawing/Footbridge";
import { Mono } from "../words/Mono";
import { Toggle } from "../forms/Toggle";
import { AgainSheet } from "./AgainSheet";
import { FindSheet } from "./FindSheet";
import { HistorySheet } from "./HistorySheet";
import { HourStrip } from "./HourStrip";
import { useEvents } from "./events";
import { useKeys } from "./keyboard";
import { KeysSheet } from "./KeysSheet";
import { MessagesSheet } from "./MessagesSheet";
import { useMeanwhile } from "./meanwhile";
import { useNotice } from "./notice";
import { usePastedRows } from "./pasted";
import { PlanProvider, useOpenPlan } from "./planContext";
import { PaperFoot, PaperHead, useLightPaper } from "./Paper";
import { PlanMenu } from "./PlanMenu";
import { NextAct } from "./NextAct";
import { NotSent } from "./NotSent";
import { useSettings, type Unit } from "./settings";
import { WaySheet } from "./WaySheet";

export function PlanShell() {
  const { planId } = useParams();
  const number = Number(planId);
  const plan = usePlan(number);
  const links = useLinks(number);
  const problem = (plan.data ? null : plan.error) ?? (links.data ? null : links.error);
  if (problem) {
    return (
      <Box as="main" p="8">
        <Heading as="h1">This plan cannot be shown</Heading>
        <Text mt="2">{problem.message}</Text>
        <Button
          mt="4"
          colorPalette="accent"
          onClick={() => {
            void plan.refetch();
            void links.refetch();
          }}
        >
          Try again
        </Button>
      </Box>
    );
  }
  if (!plan.data || !links.data) {
    return (
      <Box as="main" p="8">
        <Heading as="h1" fontSize="18px" color="fg.muted">
          Opening the plan and judging its links …
        </Heading>
      </Box>
    );
  }
  return (
    <PlanProvider key={plan.data.id} plan={plan.data} links={links.data}>
      <Frame
        unreachable={plan.isError || links.isError}
        onRetry={() => {
          void plan.refetch();
          void links.refetch();
        }}
      />
    </PlanProvider>
  );
}

export type Opened = "keys" | "history" | "messages" | "way" | "find" | null;

/** Views that are no pier, by the last part of their address. */
const BESIDE: Record<string, string> = {
  rules: "House rules",
  guide: "Field guide",
  devices: "Devices and spares",
  unknowns: "Find out next",
  records: "Records",
};

interface FrameProps {
  /** The newest state could not be read: what is shown is as it was. */
  unreachable: boolean;
  onRetry: () => void;
}

function Frame({ unreachable, onRetry }: FrameProps) {
  const saving = useIsMutating() > 0;
  useLightPaper();
  const { plan, links, shown, states } = useOpenPlan();
  useMeanwhile(plan.id, plan.revision);
  useEvents(plan.id);
  const { unit, set } = useSettings();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const { linkId } = useParams();
  const location = useLocation();
  const turn = useTurn(plan.id);
  const [opened, setOpened] = useState<Opened>(null);
  const close = () => setOpened(null);
  const home = `/plans/${plan.id}`;
  const light = `${home}/links/${linkId ?? shown[0]?.id ?? links[0]?.id ?? 0}`;
  // A key may come before the link that was just opened is drawn: the address knows it already.
  const linkNow = () => /\/links\/([^/]+)/.exec(window.location.pathname)?.[1] ?? null;
  const lightNow = () => {
    const here = linkNow();
    return here === null ? light : `${home}/links/${here}`;
  };
  const go = (to: string) => () => void navigate(to);
  const turned = (which: "undo" | "redo") => () => {
    const what = plan[which];
    if (!what) {
      say(which === "undo" ? "There is nothing to undo." : "There is nothing to redo.");
      return;
    }
    turn.mutate(which, {
      // What the server took back, which is not what stood here if somebody else saved meanwhile.
      onSuccess: ({ plan: now }) => say(which === "undo" ? `Undone: ${now.redo}` : `Redone: ${now.undo}`),
      onError: refuse,
    });
  };
  useKeys({
    "0": go(home),
    "1": go(`${home}/survey`),
    "2": go(`${home}/need`),
    "3": go(`${home}/route`),
    n: go(`${home}/need?need=new`),
    "4": () => links.length && void navigate(lightNow()),
    "5": () => links.length && void navigate(`${lightNow()}/polarity`),
    "6": go(`${home}/materials`),
    "7": go(`${home}/visits`),
    "8": go(`${home}/test`),
    "9": () => void navigate(linkNow() === null ? `${home}/turnup` : `${lightNow()}/turnup`),
    u: turned("undo"),
    "ctrl+z": turned("undo"),
    U: turned("redo"),
    "ctrl+y": turned("redo"),
    m: () => set({ unit: unit === "m" ? "ft" : "m" }),
    h: () => setOpened("history"),
    y: () => setOpened("way"),
    r: go(`${home}/rules`),
    g: go(`${home}/guide`),
    e: go(`${home}/devices`),
    o: go(`${home}/unknowns`),
    l: go(`${home}/papers`),
    "?": () => setOpened("keys"),
    "/": () => setOpened("find"),
    z: go(`${home}/records`),
    p: () => document.querySelector<HTMLElement>("[data-path-row] [tabindex='0']")?.focus(),
  });
  usePastedRows(plan.id, () => void navigate(`${home}/lists?pasted=${Date.now()}`), refuse);
  const open = links.find((l) => l.id === linkId);
  const counted = open ? [open] : links;
  const sum = (severity: "stop" | "warn", of: "counts" | "polarity" | "route") => counted.reduce((n, l) => n + l[of][severity], 0);
  const inLight = (severity: "stop" | "warn") => sum(severity, "counts") - sum(severity, "polarity") - sum(severity, "route");
  // With a link open, its own findings about strands and routes; else all about the backbone.
  const inRoute = (severity: "stop" | "warn") => (open ? open.route[severity] : plan.route[severity]);
  const at = location.pathname;
  const tested = useTestState(plan.id, useSettled(plan.revision, 600)).data;
  const turnedUp = useTurnUpState(plan.id, useSettled(plan.revision, 600)).data;
  const way = useSteps(plan.id, useSettled(plan.revision, 400)).data;
  const stepOf = (step: string) => way?.steps.find((one) => one.step === step);
  const piers: Pier[] = [
    { key: "0", label: "All links", to: home, current: at === home || at === `${home}/`, stop: 0, warn: 0 },
    { key: "1", label: "Survey", to: `${home}/survey`, current: at.endsWith("/survey"), stop: open ? 0 : plan.survey.stop, warn: open ? 0 : plan.survey.warn },
    { key: "2", label: "Need", to: `${home}/need`, current: at.endsWith("/need"), stop: 0, warn: 0 },
    { key: "3", label: "Route", to: `${home}/route`, current: at.endsWith("/route"), stop: inRoute("stop"), warn: inRoute("warn") },
    {
      key: "4",
      label: "Light",
      to: light,
      current: at.includes("/links/") && !at.endsWith("/polarity") && !at.endsWith("/turnup"),
      stop: inLight("stop"),
      warn: inLight("warn"),
    },
    {
      key: "5",
      label: "Polarity",
      to: `${light}/polarity`,
      current: at.endsWith("/polarity"),
      stop: sum("stop", "polarity"),
      warn: sum("warn", "polarity"),
    },
    { key: "6", label: "Materials", to: `${home}/materials`, current: at.endsWith("/materials") || at.endsWith("/papers"), stop: 0, warn: 0 },
    { key: "7", label: "Visits", to: `${home}/visits`, current: at.endsWith("/visits"), stop: 0, warn: 0 },
    { key: "8", label: "Test", to: `${home}/test`, current: at.endsWith("/test") || at.endsWith("/trace"), stop: tested?.stop ?? 0, warn: tested?.warn ?? 0 },
    {
      key: "9",
      label: "Turn-up",
      to: open ? `${light}/turnup` : `${home}/turnup`,
      current: at.endsWith("/turnup") || at.endsWith("/changes"),
      stop: turnedUp?.stop ?? 0,
      warn: turnedUp?.warn ?? 0,
    },
  ];
  const live = links.filter((l) => states.get(l.id) === "live").length;
  Object.assign(piers[7]!, { done: links.length ? live / links.length : 0, says: `${live} of ${links.length} links live` });
  if (tested) Object.assign(piers[8]!, { done: tested.of ? tested.done / tested.of : 0, says: tested.says });
  if (turnedUp) Object.assign(piers[9]!, { done: turnedUp.of ? turnedUp.done / turnedUp.of : 0, says: turnedUp.says });
  for (const pier of piers) {
    const step = stepOf(pier.label.toLowerCase());
    if (step) Object.assign(pier, { done: step.of ? step.done / step.of : 0, says: step.says, closed: step.state === "not needed" });
  }
  const here = stepOf(piers.find((pier) => pier.current)?.label.toLowerCase() ?? "");
  // A step that asks for nothing leads on to the next one that does.
  const acting = here?.act ? here : (stepOf(way?.next ?? "") ?? here);
  const view = piers.find((pier) => pier.current)?.label ?? BESIDE[at.split("/").pop() ?? ""] ?? "";
  const title = [open?.name, view, plan.name, "Passerelle"].filter(Boolean).join(" · ");
  useEffect(() => {
    document.title = title;
  }, [title]);
  const state = unreachable ? "the server does not answer" : saving ? "saving …" : `revision ${plan.revision} · saved`;
  return (
    <Flex direction="column" h="100%" colorPalette="accent" className="print-whole">
      <Link
        href="#work"
        position="absolute"
        left="-999px"
        top="4px"
        zIndex="toast"
        bg="bg.panel"
        px="3"
        py="1"
        fontWeight="700"
        _focus={{ left: "8px" }}
        onClick={(event) => {
          event.preventDefault();
          document.getElementById("work")?.focus();
        }}
      >
        To the work
      </Link>
      <PaperHead plan={plan.name} view={[view, open?.name].filter(Boolean).join(", ")} revision={plan.revision} />
      <Flex as="header" className="no-print" align="center" gap={{ base: "2", md: "4" }} px={{ base: "2", md: "4" }} h="42px" flex="none">
        <Link asChild fontWeight="800" fontSize="19px" color="fg" textDecoration="none">
          <RouterLink to={home}>Passerelle</RouterLink>
        </Link>
        <Text fontWeight="600" truncate>
          {plan.name}
        </Text>
        <Text
          color={unreachable ? "stop.fg" : "fg.muted"}
          fontWeight={unreachable ? 700 : 400}
          whiteSpace="nowrap"
          fontSize="14px"
          hideBelow={unreachable ? undefined : "lg"}
          role="status"
        >
          {state}
        </Text>
        <Box hideBelow="lg" minW="0" flex="0 1 auto">
          <NextAct home={home} steps={way?.steps} at={acting} onWay={() => setOpened("way")} />
        </Box>
        {unreachable && (
          <Button size="xs" h="28px" colorPalette="accent" onClick={onRetry}>
            Try again
          </Button>
        )}
        <Flex ml="auto" gap="1.5" align="center" className="no-print">
          <Flex gap="1.5" align="center" hideBelow="md">
            <HeadButton label="Undo" hint="u" title={plan.undo ? `Undo: ${plan.undo}` : "Nothing to undo"} off={!plan.undo} onClick={turned("undo")} />
            <HeadButton label="Redo" hint="U" title={plan.redo ? `Redo: ${plan.redo}` : "Nothing to redo"} off={!plan.redo} onClick={turned("redo")} />
            <HeadButton label="Find" hint="/" title="Find anything" onClick={() => setOpened("find")} />
            <Box hideBelow="xl">
              <HeadButton label="Keys" hint="?" title="The keys" onClick={() => setOpened("keys")} />
            </Box>
            <Toggle
              label="Units"
              value={unit}
              options={[
                { value: "m", label: "m" },
                { value: "ft", label: "ft" },
              ]}
              onChange={(value) => set({ unit: value as Unit })}
            />
          </Flex>
          <PlanMenu planId={plan.id} planName={plan.name} linkId={linkId} onOpen={setOpened} onTurn={(which) => turned(which)()} />
        </Flex>
      </Flex>
      <Footbridge piers={piers} />
      <Box as="nav" aria-label="What comes next" hideFrom="lg" hideBelow={piers[0]?.current ? undefined : "md"} px={{ base: "3", md: "4" }} pt="1">
        <NextAct home={home} steps={way?.steps} at={acting} onWay={() => setOpened("way")} />
      </Box>
      <HourStrip planId={plan.id} revision={plan.revision} />
      <NotSent />
      <Flex as="main" id="work" tabIndex={-1} outline="none" direction="column" flex="1" minH="0" className="print-whole">
        <Suspense
          fallback={
            <Heading as="h1" p="4" fontSize="18px">
              Opening …
            </Heading>
          }
        >
          <Outlet />
        </Suspense>
      </Flex>
      <PaperFoot />
      <AgainSheet />
      {opened === "keys" && <KeysSheet open onClose={close} />}
      {opened === "way" && <WaySheet onClose={close} />}
      {opened === "history" && <HistorySheet open onClose={close} />}
      {opened === "find" && <FindSheet onClose={close} />}
      {opened === "messages" && <MessagesSheet open onClose={close} />}
    </Flex>
  );
}

interface HeadButtonProps {
  label: string;
  hint: string;
  title: string;
  off?: boolean;
  onClick: () => void;
}

function HeadButton({ label, hint, title, off, onClick }: HeadButtonProps) {
  return (
    <Button
      size="xs"
      h="28px"
      px="2"
      variant="ghost"
      color={off ? "fg.muted" : "fg"}
      fontSize="14px"
      title={title}
      aria-disabled={off}
      opacity="1"
      _disabled={{ opacity: 1 }}
      onClick={onClick}
    >
      {label}
      <Mono fontSize="12px" borderWidth="1px" borderRadius="sm" px="1.5" bg="bg.panel" color="fg.muted" hideBelow="lg">
        {hint}
      </Mono>
    </Button>
  );
}
