import "@fontsource-variable/atkinson-hyperlegible-mono/wght.css";
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes, useLocation, useParams } from "react-router";
import { NoticeProvider } from "./app/notice";
import { SettingsProvider } from "./app/settings";
import { Start } from "./app/Start";
import { WorkStrip } from "./app/WorkStrip";
import { system } from "./theme";

// The first page is there at once; the frame of a plan and each pier come when somebody goes there,
// and while nobody asks for anything.
const load = {
  Shell: () => import("./app/Shell"),
  Overview: () => import("./views/overview/Overview"),
  Light: () => import("./views/light/Light"),
  Survey: () => import("./views/survey/Survey"),
  Need: () => import("./views/need/NeedPage"),
  Route: () => import("./views/route/Route"),
  Polarity: () => import("./views/polarity/Polarity"),
  Devices: () => import("./views/beside/Devices"),
  FieldGuide: () => import("./views/beside/FieldGuide"),
  HouseRules: () => import("./views/beside/HouseRules"),
  FindOut: () => import("./views/looking/FindOut"),
  Materials: () => import("./views/materials/Materials"),
  Visits: () => import("./views/visits/Visits"),
  Testing: () => import("./views/testing/Testing"),
  Tracing: () => import("./views/tracing/Tracing"),
  TurnUp: () => import("./views/turnup/TurnUp"),
  LinkTurnUp: () => import("./views/turnup/LinkTurnUp"),
  ChangeSets: () => import("./views/turnup/ChangeSets"),
  Lists: () => import("./views/lists/ListPage"),
  Records: () => import("./views/records/Records"),
  Papers: () => import("./views/papers/Papers"),
  Practice: () => import("./views/practice/Practice"),
  Drill: () => import("./views/practice/DrillPage"),
};
const PlanShell = lazy(() => load.Shell().then((m) => ({ default: m.PlanShell })));
const Overview = lazy(() => load.Overview().then((m) => ({ default: m.Overview })));
const Light = lazy(() => load.Light().then((m) => ({ default: m.Light })));
const Survey = lazy(() => load.Survey().then((m) => ({ default: m.Survey })));
const NeedPage = lazy(() => load.Need().then((m) => ({ default: m.NeedPage })));
const RouteView = lazy(() => load.Route().then((m) => ({ default: m.Route })));
const Polarity = lazy(() => load.Polarity().then((m) => ({ default: m.Polarity })));
const Devices = lazy(() => load.Devices().then((m) => ({ default: m.Devices })));
const FieldGuide = lazy(() => load.FieldGuide().then((m) => ({ default: m.FieldGuide })));
const HouseRules = lazy(() => load.HouseRules().then((m) => ({ default: m.HouseRules })));
const Materials = lazy(() => load.Materials().then((m) => ({ default: m.Materials })));
const Visits = lazy(() => load.Visits().then((m) => ({ default: m.Visits })));
const Testing = lazy(() => load.Testing().then((m) => ({ default: m.Testing })));
const Tracing = lazy(() => load.Tracing().then((m) => ({ default: m.Tracing })));
const TurnUp = lazy(() => load.TurnUp().then((m) => ({ default: m.TurnUp })));
const LinkTurnUp = lazy(() => load.LinkTurnUp().then((m) => ({ default: m.LinkTurnUp })));
const Records = lazy(() => load.Records().then((m) => ({ default: m.Records })));
const ChangeSets = lazy(() => load.ChangeSets().then((m) => ({ default: m.ChangeSets })));
const ListPage = lazy(() => load.Lists().then((m) => ({ default: m.ListPage })));
const Papers = lazy(() => load.Papers().then((m) => ({ default: m.Papers })));
const Practice = lazy(() => load.Practice().then((m) => ({ default: m.Practice })));
const DrillPage = lazy(() => load.Drill().then((m) => ({ default: m.DrillPage })));
const FindOut = lazy(() => load.FindOut().then((m) => ({ default: m.FindOut })));

/** Who opens a plan by its address waits for the frame and the view at once, not one after the other. */
if (location.pathname.startsWith("/plans/")) {
  const last = location.pathname.split("/").slice(3).pop() ?? "";
  const views: Record<string, () => Promise<unknown>> = {
    "": load.Overview,
    survey: load.Survey,
    need: load.Need,
    choose: load.Need,
    route: load.Route,
    polarity: load.Polarity,
    devices: load.Devices,
    guide: load.FieldGuide,
    rules: load.HouseRules,
    unknowns: load.FindOut,
    lists: load.Lists,
    changes: load.ChangeSets,
    records: load.Records,
    materials: load.Materials,
    visits: load.Visits,
    test: load.Testing,
    trace: load.Tracing,
    turnup: location.pathname.includes("/links/") ? load.LinkTurnUp : load.TurnUp,
    papers: load.Papers,
  };
  void load.Shell();
  void (views[last] ?? load.Light)();
  // Where the browser is to spare the line and the machine, nothing is fetched ahead.
  const spare = (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;
  if (!spare) window.addEventListener("load", () => setTimeout(() => Object.values(load).forEach((one) => void one()), 1500));
}

function Opening() {
  return (
    <main style={{ padding: 16 }}>
      <h1>Opening …</h1>
    </main>
  );
}

/** Where options were before needs and options became one pier. */
function Moved() {
  const { planId } = useParams();
  const { search } = useLocation();
  return <Navigate to={`/plans/${planId}/need${search}`} replace />;
}

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
                {[
                  { path: "/practice", page: <Practice /> },
                  { path: "/practice/drill", page: <DrillPage /> },
                ].map(({ path, page }) => (
                  <Route key={path} path={path} element={<Suspense fallback={<Opening />}>{page}</Suspense>} />
                ))}
                <Route
                  path="/plans/:planId"
                  element={
                    <Suspense fallback={<Opening />}>
                      <PlanShell />
                    </Suspense>
                  }
                >
                  <Route index element={<Overview />} />
                  <Route path="materials" element={<Materials />} />
                  <Route path="visits" element={<Visits />} />
                  <Route path="test" element={<Testing />} />
                  <Route path="trace" element={<Tracing />} />
                  <Route path="turnup" element={<TurnUp />} />
                  <Route path="links/:linkId/turnup" element={<LinkTurnUp />} />
                  <Route path="survey" element={<Survey />} />
                  <Route path="need" element={<NeedPage />} />
                  <Route path="choose" element={<Moved />} />
                  <Route path="route" element={<RouteView />} />
                  <Route path="rules" element={<HouseRules />} />
                  <Route path="unknowns" element={<FindOut />} />
                  <Route path="lists" element={<ListPage />} />
                  <Route path="changes" element={<ChangeSets />} />
                  <Route path="records" element={<Records />} />
                  <Route path="papers" element={<Papers />} />
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
