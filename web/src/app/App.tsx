/** The application: providers and addresses. Each screen loads its own code. */
import { CssBaseline, ThemeProvider } from "@mui/material";
import { QueryClientProvider } from "@tanstack/react-query";
import { lazy, Suspense } from "react";
import { BrowserRouter, Route, Routes } from "react-router";

import { Skeletons } from "../shared/ui/Loaded";
import { Mishap } from "./Mishap";
import { queryClient } from "./queryClient";
import { RequireAthlete } from "./RequireAthlete";
import { Shell } from "./Shell";
import { paperTheme } from "../shared/ui/theme";

const Welcome = lazy(() => import("../features/welcome/WelcomePage"));
const NotFound = lazy(() => import("./NotFoundPage"));
const Today = lazy(() => import("../features/today/TodayPage"));
const Begin = lazy(() => import("../features/begin/BeginPage"));
const Plan = lazy(() => import("../features/plan/PlanPage"));
const Block = lazy(() => import("../features/plan/BlockPage"));
const Sheet = lazy(() => import("../features/plan/SheetPage"));
const TypeIn = lazy(() => import("../features/plan/TypeInPage"));
const Comparison = lazy(() => import("../features/plan/ComparisonPage"));
const Week = lazy(() => import("../features/plan/week/WeekPage"));
const SetUp = lazy(() => import("../features/setup/SetUpPage"));
const Places = lazy(() => import("../features/setup/PlacesPage"));
const LayoutPage = lazy(() => import("../features/setup/LayoutPage"));
const LayoutPaper = lazy(() => import("../features/setup/PaperPage"));
const Flight = lazy(() => import("../features/setup/flight/FlightPage"));
const Practise = lazy(() => import("../features/practise/PractisePage"));
const PlayBlock = lazy(() => import("../features/practise/PlayBlockPage"));
const PlayRung = lazy(() => import("../features/practise/PlayRungPage"));
const Feeder = lazy(() => import("../features/practise/FeederPage"));
const Recording = lazy(() => import("../features/ear/RecordingPage"));
const Court = lazy(() => import("../features/practise/CourtPage"));
const Hand = lazy(() => import("../features/practise/pairing/HandPage"));
const RunEnd = lazy(() => import("../features/practise/RunEndPage"));
const LookBack = lazy(() => import("../features/lookback/FindsPage"));
const Trend = lazy(() => import("../features/lookback/TrendPage"));
const WeakSpots = lazy(() => import("../features/lookback/WeakSpotsPage"));
const Inside = lazy(() => import("../features/lookback/InsidePage"));
const ThenAndNow = lazy(() => import("../features/lookback/ThenAndNowPage"));
const Logbook = lazy(() => import("../features/lookback/LogbookPage"));
const OldResults = lazy(() => import("../features/lookback/OldResultsPage"));
const ScoreSheet = lazy(() => import("../features/notebooks/SheetPage"));
const Season = lazy(() => import("../features/lookback/SeasonPage"));
const Load = lazy(() => import("../features/lookback/LoadPage"));
const Together = lazy(() => import("../features/lookback/TogetherPage"));
const RunEvents = lazy(() => import("../features/lookback/RunEventsPage"));
const Climb = lazy(() => import("../features/climb/ClimbPage"));
const Shelf = lazy(() => import("../features/climb/ShelfPage"));
const ShelfLadder = lazy(() => import("../features/climb/ShelfLadderPage"));
const Ladder = lazy(() => import("../features/climb/LadderPage"));
const NewLadder = lazy(() => import("../features/climb/game/NewLadderPage"));
const FilmDesk = lazy(() => import("../features/film/FilmDeskPage"));
const Mirror = lazy(() => import("../features/film/MirrorPage"));
const RungGame = lazy(() => import("../features/climb/game/RungGamePage"));
const LadderTable = lazy(() => import("../features/climb/game/TablePage"));
const RungCard = lazy(() => import("../features/climb/game/RungCardPage"));
const SideFinder = lazy(() => import("../features/athlete/SideFinderPage"));
const InAndOut = lazy(() => import("../features/custody/InAndOutPage"));
const Account = lazy(() => import("../features/custody/AccountPage"));
const Settings = lazy(() => import("../features/athlete/SettingsPage"));

export function App() {
  return (
    <QueryClientProvider client={queryClient}>
      <ThemeProvider theme={paperTheme}>
        <CssBaseline />
        <BrowserRouter>
          <Mishap>
            <Suspense fallback={<Skeletons />}>
              <Routes>
                <Route path="/welcome" element={<Welcome />} />
                {/* A second screen needs no account: it comes in by a code. */}
                <Route path="/hand" element={<Hand />} />
                <Route element={<RequireAthlete />}>
                  {/* The court has the whole screen to itself. */}
                  <Route path="/practise/runs/:runId" element={<Court />} />
                  <Route element={<Shell />}>
                    <Route index element={<Today />} />
                    <Route path="/plan" element={<Plan />} />
                    <Route path="/plan/blocks/:blockId" element={<Block />} />
                    <Route path="/plan/blocks/:blockId/sheet" element={<Sheet />} />
                    <Route path="/plan/blocks/:blockId/type-in" element={<TypeIn />} />
                    <Route path="/plan/routines/:routineId" element={<Comparison />} />
                    <Route path="/plan/week" element={<Week />} />
                    <Route path="/plan/week/:monday" element={<Week />} />
                    <Route path="/set-up" element={<SetUp />} />
                    <Route path="/set-up/places" element={<Places />} />
                    <Route path="/set-up/flight" element={<Flight />} />
                    <Route path="/set-up/layouts/:layoutId" element={<LayoutPage />} />
                    <Route path="/set-up/layouts/:layoutId/paper" element={<LayoutPaper />} />
                    <Route path="/practise" element={<Practise />} />
                    <Route path="/practise/blocks/:blockId" element={<PlayBlock />} />
                    <Route path="/practise/rungs/:rungId" element={<PlayRung />} />
                    <Route path="/practise/rungs/:rungId/recording" element={<Recording />} />
                    <Route path="/practise/rungs/:rungId/feeder" element={<Feeder />} />
                    <Route path="/practise/mirror" element={<Mirror />} />
                    <Route path="/practise/runs/:runId/end" element={<RunEnd />} />
                    <Route path="/look-back" element={<LookBack />} />
                    <Route path="/look-back/trend" element={<Trend />} />
                    <Route path="/look-back/weak-spots" element={<WeakSpots />} />
                    <Route path="/look-back/inside" element={<Inside />} />
                    <Route path="/look-back/then-and-now" element={<ThenAndNow />} />
                    <Route path="/look-back/logbook" element={<Logbook />} />
                    <Route path="/look-back/old-results" element={<OldResults />} />
                    <Route path="/look-back/sheet" element={<ScoreSheet />} />
                    <Route path="/look-back/season" element={<Season />} />
                    <Route path="/look-back/load" element={<Load />} />
                    <Route path="/look-back/together" element={<Together />} />
                    <Route path="/look-back/runs/:runId" element={<RunEvents />} />
                    <Route path="/look-back/runs/:runId/film" element={<FilmDesk />} />
                    <Route path="/climb" element={<Climb />} />
                    <Route path="/begin" element={<Begin />} />
                    <Route path="/climb/shelf" element={<Shelf />} />
                    <Route path="/climb/shelf/:key" element={<ShelfLadder />} />
                    <Route path="/climb/new" element={<NewLadder />} />
                    <Route path="/climb/:ladderId" element={<Ladder />} />
                    <Route path="/climb/:ladderId/table" element={<LadderTable />} />
                    <Route path="/climb/:ladderId/rungs/new" element={<RungGame />} />
                    <Route path="/climb/:ladderId/rungs/:rungId/game" element={<RungGame />} />
                    <Route path="/climb/:ladderId/rungs/:rungId/card" element={<RungCard />} />
                    <Route path="/settings/sides" element={<SideFinder />} />
                    <Route path="/settings/record" element={<InAndOut />} />
                    <Route path="/settings/account" element={<Account />} />
                    <Route path="/settings" element={<Settings />} />
                  </Route>
                </Route>
                <Route path="*" element={<NotFound />} />
              </Routes>
            </Suspense>
          </Mishap>
        </BrowserRouter>
      </ThemeProvider>
    </QueryClientProvider>
  );
}
