import '@fontsource-variable/bricolage-grotesque';
import '@fontsource/atkinson-hyperlegible/400.css';
import '@fontsource/atkinson-hyperlegible/700.css';
import './app/theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { loadAhead, loadWhatIsPointedAt } from './app/routes.tsx';
import { applyStoredTheme } from './app/themeChoice.ts';

applyStoredTheme();
loadAhead(window.location.pathname);
loadWhatIsPointedAt();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);

// A screen at the wall keeps nothing.
const isBoard = window.location.pathname === '/b';
if (import.meta.env.PROD && 'serviceWorker' in navigator && !isBoard) {
  // Floor has to open with the server gone; without a worker (an old browser) everything else still works.
  void navigator.serviceWorker.register('/sw.js').catch(() => undefined);
}
