import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { RequestRefused } from '../shared/api.ts';
import { Loading } from '../shared/states.tsx';
import { TodayPage } from '../features/today/TodayPage.tsx';
import { Unbroken } from './Broken.tsx';
import { Mishaps } from './Mishaps.tsx';
import { NotFound } from './NotFound.tsx';
import { Shell } from './Shell.tsx';
import { SignInGate } from './SignInGate.tsx';

const LibraryPage = lazy(() => import('../features/library/LibraryPage.tsx'));
const MovementPage = lazy(() => import('../features/library/MovementPage.tsx'));
const LaddersPage = lazy(() => import('../features/ladders/LaddersPage.tsx'));
const HealthPage = lazy(() => import('../features/library/HealthPage.tsx'));
const StancesPage = lazy(() => import('../features/settings/StancesPage.tsx'));
const RoomsPage = lazy(() => import('../features/rooms/RoomsPage.tsx'));
const PeoplePage = lazy(() => import('../features/settings/PeoplePage.tsx'));
const DevicesPage = lazy(() => import('../features/settings/DevicesPage.tsx'));
const BackupPage = lazy(() => import('../features/settings/BackupPage.tsx'));
const ClientsPage = lazy(() => import('../features/clients/ClientsPage.tsx'));
const ClientPage = lazy(() => import('../features/clients/ClientPage.tsx'));
const ClientFormPage = lazy(() => import('../features/clients/ClientFormPage.tsx'));
const TestsPage = lazy(() => import('../features/clients/TestsPage.tsx'));
const ToolsPage = lazy(() => import('../features/tools/ToolsPage.tsx'));
const StartPage = lazy(() => import('../features/start/StartPage.tsx'));
const FloorPage = lazy(() => import('../features/floor/FloorPage.tsx'));
const LogListPage = lazy(() => import('../features/log/LogListPage.tsx'));
const LogPage = lazy(() => import('../features/log/LogPage.tsx'));

const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // Failing at once is kinder than a spinner: the page says that there is no network, and Floor doesn't need it.
      networkMode: 'always',
      retry: (count, error) => !(error instanceof RequestRefused) && count < 1,
      staleTime: 15_000,
    },
    mutations: { networkMode: 'always' },
  },
});

export function App() {
  return (
    <QueryClientProvider client={queryClient}>
      {/* An address that waits for a slow page would leave what is typed and picked behind. */}
      <BrowserRouter useTransitions={false}>
        <Mishaps />
        <Unbroken>
          <SignInGate>
            <Suspense fallback={<Loading what="the page" />}>
              <Routes>
                <Route element={<Shell />}>
                  <Route index element={<TodayPage />} />
                  <Route path="library" element={<LibraryPage />} />
                  <Route path="library/:movementId" element={<MovementPage />} />
                  <Route path="ladders" element={<LaddersPage />} />
                  <Route path="ladders/:family" element={<LaddersPage />} />
                  <Route path="health" element={<HealthPage />} />
                  <Route path="stances" element={<StancesPage />} />
                  <Route path="rooms" element={<RoomsPage />} />
                  <Route path="rooms/:placeId" element={<RoomsPage />} />
                  <Route path="people" element={<PeoplePage />} />
                  <Route path="devices" element={<DevicesPage />} />
                  <Route path="backup" element={<BackupPage />} />
                  <Route path="clients" element={<ClientsPage />} />
                  <Route path="clients/new" element={<ClientFormPage />} />
                  <Route path="clients/:clientId" element={<ClientPage />} />
                  <Route path="clients/:clientId/record" element={<ClientFormPage />} />
                  <Route path="clients/:clientId/tests" element={<TestsPage />} />
                  <Route path="tools" element={<ToolsPage />} />
                  <Route path="tools/:tool" element={<ToolsPage />} />
                  <Route path="start/:clientId" element={<StartPage />} />
                  <Route path="log" element={<LogListPage />} />
                  <Route path="log/:sessionId" element={<LogPage />} />
                  <Route path="*" element={<NotFound />} />
                </Route>
                <Route
                  path="floor/:sessionId"
                  element={
                    <Unbroken>
                      <FloorPage />
                    </Unbroken>
                  }
                />
              </Routes>
            </Suspense>
          </SignInGate>
        </Unbroken>
      </BrowserRouter>
    </QueryClientProvider>
  );
}
