/** The first page: the plans that are there, and every way to begin one. Nothing replaces an open plan. */
import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { type DemoName, importPlan, keys, newPlan, openDemo, usePlans } from "../api/plan";
import { useNotice } from "./notice";

const IdentifyPanel = lazy(() => import("../views/survey/IdentifySheet").then((m) => ({ default: m.IdentifyPanel })));

const DEMOS: { name: DemoName; title: string; text: string }[] = [
  { name: "skerravoe", title: "Open the demo", text: "An invented island station as a good planner has it: most links work, some questions are open." },
  { name: "mistakes", title: "Open the plan of mistakes", text: "The same station with one mistake of each kind, to learn what the rules say." },
];

export function Start() {
  const plans = usePlans();
  const navigate = useNavigate();
  const cache = useQueryClient();
  const { say, refuse } = useNotice();
  const [name, setName] = useState("");
  const [asking, setAsking] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const goTo = (made: Promise<{ id: number }>, told: string, to = "") =>
    made
      .then(async (info) => {
        await cache.invalidateQueries({ queryKey: keys.plans });
        await navigate(`/plans/${info.id}${to}`);
        say(told);
      })
      .catch(refuse);
  if (plans.error) {
    return (
      <Box p="8">
        <Heading as="h1">Passerelle does not answer</Heading>
        <Text mt="2">{plans.error.message}</Text>
        <Button mt="4" colorPalette="accent" onClick={() => void plans.refetch()}>
          Try again
        </Button>
      </Box>
    );
  }
  if (!plans.data) return <Text p="8">Opening …</Text>;
  return (
    <Box as="main" maxW="1000px" mx="auto" px={{ base: "4", md: "8" }} py={{ base: "5", md: "10" }}>
      <Heading as="h1" fontSize={{ base: "26px", md: "34px" }}>
        Passerelle
      </Heading>
      <Text fontSize="17px" color="fg.muted" mt="1">
        Fiber links between places: planned, counted and checked before anybody climbs a ladder.
      </Text>
      <Flex mt="7" gap={{ base: "8", md: "12" }} direction={{ base: "column", md: "row" }} align="start">
        <Box flex="1" w="100%" minW="0">
          <Heading as="h2" fontSize="19px" mb="3">
            {plans.data.length === 0 ? "No plan yet" : "Plans in this data folder"}
          </Heading>
          {plans.data.length === 0 && (
            <Text color="fg.muted">A plan holds one site: its places, cables and links. Begin one beside, or look at the demo first.</Text>
          )}
          <Flex direction="column" gap="2">
            {plans.data.map((plan) => (
              <Button
                key={plan.id}
                variant="outline"
                colorPalette="accent"
                size="lg"
                minH="52px"
                justifyContent="space-between"
                onClick={() => void navigate(`/plans/${plan.id}`)}
              >
                <Text truncate>{plan.name}</Text>
                <Text as="span" fontWeight="400" fontSize="15px" flex="none">
                  {plan.links === 1 ? "1 link" : `${plan.links} links`}
                </Text>
              </Button>
            ))}
          </Flex>
        </Box>
        <Box flex="1" w="100%" minW="0">
          <Heading as="h2" fontSize="19px" mb="3">
            Begin
          </Heading>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void goTo(newPlan(name.trim() || "My site"), "An empty plan. Say what is wanted to begin.");
            }}
          >
            <Flex gap="2">
              <Input
                aria-label="Name of the new plan"
                placeholder="Name of the site"
                bg="bg.panel"
                size="lg"
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
              <Button type="submit" size="lg" colorPalette="accent">
                New plan
              </Button>
            </Flex>
          </form>
          <Button mt="3" w="100%" size="lg" variant="outline" colorPalette="accent" onClick={() => file.current?.click()}>
            Open a plan file …
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,.zip,application/json"
            aria-label="Plan file"
            hidden
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = "";
              if (chosen) void goTo(importPlan(chosen), `Imported ${chosen.name} as a new plan.`);
            }}
          />
          <Button
            mt="3"
            w="100%"
            size="lg"
            variant="outline"
            colorPalette="accent"
            onClick={() => void goTo(newPlan(name.trim() || "My site"), "An empty plan: bring the list in.", "/lists")}
          >
            A list from a spreadsheet …
          </Button>
          <Button mt="3" w="100%" size="lg" variant="outline" colorPalette="accent" onClick={() => setAsking(true)}>
            What is this cable?
          </Button>
          <Button mt="3" w="100%" size="lg" variant="outline" colorPalette="accent" onClick={() => void navigate("/practice")}>
            Practice: make the mistakes here
          </Button>
          {DEMOS.map((demo) => (
            <Box key={demo.name} mt="5">
              <Button size="lg" variant="outline" colorPalette="accent" w="100%" onClick={() => void goTo(openDemo(demo.name), "Opened as a plan of its own.")}>
                {demo.title}
              </Button>
              <Text mt="1" fontSize="15px" color="fg.muted">
                {demo.text}
              </Text>
            </Box>
          ))}
        </Box>
      </Flex>
      {asking && (
        <Suspense fallback={null}>
          <IdentifyPanel onClose={() => setAsking(false)} />
        </Suspense>
      )}
      <Text mt="10" fontSize="14px" color="fg.muted">
        Everything stays on this machine. Local codes and licensed practice go before anything shown here.
      </Text>
    </Box>
  );
}
