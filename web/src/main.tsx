import "@fontsource-variable/atkinson-hyperlegible-mono/wght.css";
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { NoticeProvider } from "./app/notice";
import { SettingsProvider } from "./app/settings";
import { PlanShell } from "./app/Shell";
import { Start } from "./app/Start";
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
import { FindOut } from "./views/looking/FindOut";

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 5000 } },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <SettingsProvider>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <NoticeProvider>
            <WorkStrip />
            <BrowserRouter>
              <Routes>
                <Route path="/" element={<Start />} />
                <Route path="/plans/:planId" element={<PlanShell />}>
                  <Route index element={<Overview />} />
                  <Route path="survey" element={<Survey />} />
                  <Route path="need" element={<Need />} />
                  <Route path="choose" element={<Choose />} />
                  <Route path="route" element={<RouteView />} />
                  <Route path="rules" element={<HouseRules />} />
                  <Route path="unknowns" element={<FindOut />} />
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
