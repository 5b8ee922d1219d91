import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Suspense } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { RequestRefused } from '../shared/api.ts';
import { Loading } from '../shared/states.tsx';
import { Unbroken } from './Broken.tsx';
import { Mishaps } from './Mishaps.tsx';
import { NearLimit } from './NearLimit.tsx';
import { NotFound } from './NotFound.tsx';
import { BOARD, FLOOR, PAGES, REMOTE_BOARD } from './routes.tsx';
import { Shell } from './Shell.tsx';
import { SignInGate } from './SignInGate.tsx';

const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // Failing at once is kinder than a spinner: the page says that there is no network, and Floor doesn't need it.
      networkMode: 'always',
      retry: (count, error) => !(error instanceof RequestRefused) && count < 1,
      staleTime: 15_000,
      // What was shown from before while there was no network.
      refetchOnReconnect: 'always',
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
        <NearLimit />
        <Unbroken>
          <Routes>
            <Route
              path={REMOTE_BOARD.path}
              element={
                <Suspense fallback={<Loading what="the board" />}>
                  <REMOTE_BOARD.page />
                </Suspense>
              }
            />
            <Route
              path="*"
              element={
                <SignInGate>
                  <SignedInPages />
                </SignInGate>
              }
            />
          </Routes>
        </Unbroken>
      </BrowserRouter>
    </QueryClientProvider>
  );
}

/** Everything that wants somebody to be signed in. */
function SignedInPages() {
  return (
    <Suspense fallback={<Loading what="the page" />}>
      <Routes>
        <Route element={<Shell />}>
          {PAGES.map(({ path, page: Shown }) => (
            <Route key={path} path={path} element={<Shown />} />
          ))}
          <Route path="*" element={<NotFound />} />
        </Route>
        {[FLOOR, BOARD].map(({ path, page: Shown }) => (
          <Route
            key={path}
            path={path}
            element={
              <Unbroken>
                <Shown />
              </Unbroken>
            }
          />
        ))}
      </Routes>
    </Suspense>
  );
}
