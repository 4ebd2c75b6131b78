import "@fontsource-variable/atkinson-hyperlegible-mono/wght.css";
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import { Box, Button, ChakraProvider, Heading, Text } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes, useNavigate } from "react-router";
import { newPlan, usePlans } from "./api/plan";
import { NoticeProvider, useNotice } from "./app/notice";
import { SettingsProvider } from "./app/settings";
import { PlanShell } from "./app/Shell";
import { WorkStrip } from "./app/WorkStrip";
import { system } from "./theme";
import { Devices } from "./views/beside/Devices";
import { FieldGuide } from "./views/beside/FieldGuide";
import { HouseRules } from "./views/beside/HouseRules";
import { Light } from "./views/light/Light";
import { Need } from "./views/need/Need";
import { Choose } from "./views/choose/Choose";
import { Route as RouteView } from "./views/route/Route";
import { Survey } from "./views/survey/Survey";
import { Polarity } from "./views/polarity/Polarity";
import { Overview } from "./views/overview/Overview";

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 5000 } },
});

function FirstPlan() {
  const plans = usePlans();
  const navigate = useNavigate();
  const { refuse } = useNotice();
  if (plans.error) {
    return (
      <Box p="8">
        <Heading>Passerelle does not answer</Heading>
        <Text mt="2">{plans.error.message}</Text>
        <Button mt="4" colorPalette="accent" onClick={() => void plans.refetch()}>
          Try again
        </Button>
      </Box>
    );
  }
  if (!plans.data) return <Text p="8">Opening …</Text>;
  const first = plans.data[0];
  if (first) return <Navigate to={`/plans/${first.id}`} replace />;
  return (
    <Box p="8" maxW="520px">
      <Heading>No plan yet</Heading>
      <Text mt="2" color="fg.muted">
        A plan holds the links of one site. Begin with an empty one.
      </Text>
      <Button mt="4" colorPalette="accent" onClick={() => void newPlan("My site").then((p) => navigate(`/plans/${p.id}`), refuse)}>
        New plan
      </Button>
    </Box>
  );
}

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <SettingsProvider>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <NoticeProvider>
            <WorkStrip />
            <BrowserRouter>
              <Routes>
                <Route path="/" element={<FirstPlan />} />
                <Route path="/plans/:planId" element={<PlanShell />}>
                  <Route index element={<Overview />} />
                  <Route path="survey" element={<Survey />} />
                  <Route path="need" element={<Need />} />
                  <Route path="choose" element={<Choose />} />
                  <Route path="route" element={<RouteView />} />
                  <Route path="rules" element={<HouseRules />} />
                  <Route path="guide" element={<FieldGuide />} />
                  <Route path="devices" element={<Devices />} />
                  <Route path="links/:linkId" element={<Light />} />
                  <Route path="links/:linkId/polarity" element={<Polarity />} />
                </Route>
                <Route path="*" element={<Navigate to="/" replace />} />
              </Routes>
            </BrowserRouter>
          </NoticeProvider>
        </QueryClientProvider>
      </ChakraProvider>
    </SettingsProvider>
  </StrictMode>,
);
