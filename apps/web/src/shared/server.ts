import { useSyncExternalStore } from 'react';

/** Which build of the page this is; the server says which it serves. */
const THIS_BUILD: string | null = typeof __WAXWING_BUILD__ === 'string' ? __WAXWING_BUILD__ : null;

/** What the last answer said of the server. */
interface ServerSeen {
  /** Another one means that its database was put back to an earlier state. */
  readonly epoch: string | null;
  readonly isOtherBuild: boolean;
}

let seen: ServerSeen = { epoch: null, isOtherBuild: false };
const listeners = new Set<() => void>();
const answerListeners = new Set<() => void>();

/** Called with every answer. */
export function noteServer(epoch: string, build: string | null): void {
  for (const listener of answerListeners) listener();
  const isOtherBuild = build !== null && THIS_BUILD !== null && build !== THIS_BUILD;
  if (seen.epoch === epoch && seen.isOtherBuild === isOtherBuild) return;
  seen = { epoch, isOtherBuild };
  for (const listener of listeners) listener();
}

/** Time that a request took on the way there and back, at the best so far: it tells the offset to within its half. */
let bestTrip = Infinity;
let offsetMs = 0;
/** More than the two answers explain: this device's clock has jumped, and what is going on goes on by the one that it began with. */
const JUMP_MS = 1000;

/** The server's time in an answer, and when it was asked and answered by this device's clock. Half of the trip lies before it. */
export function noteServerTime(serverMs: number, askedMs: number, answeredMs: number): void {
  const trip = answeredMs - askedMs;
  if (!Number.isFinite(serverMs) || trip < 0 || trip >= bestTrip) return;
  const told = serverMs - (askedMs + trip / 2);
  if (bestTrip !== Infinity && Math.abs(told - offsetMs) > (bestTrip + trip) / 2 + JUMP_MS) return;
  bestTrip = trip;
  offsetMs = told;
}

/** Now, as the server counts it: what several devices look at passes at the same moment on all of them. */
export function serverNow(): Date {
  return new Date(Date.now() + offsetMs);
}

export function onServerSeen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Hears of every answer, whatever it says. */
export function onAnswer(listener: () => void): () => void {
  answerListeners.add(listener);
  return () => answerListeners.delete(listener);
}

export const serverSeen = (): ServerSeen => seen;

/** Whether the server has a newer page than this one. */
export function useIsOtherBuild(): boolean {
  return useSyncExternalStore(onServerSeen, () => seen.isOtherBuild);
}

/** How long a new page is waited for before the old one is simply loaded again. */
const NEW_PAGE_MS = 5000;

/** Loads the page that the server has now. The worker that keeps the old one has to give way first. */
export async function loadNewPage(): Promise<void> {
  const registration = await navigator.serviceWorker?.getRegistration();
  if (registration) {
    const taken = new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve, { once: true }));
    await registration.update().catch(() => undefined);
    const arriving = registration.waiting ?? registration.installing;
    if (arriving) {
      const leave = () => registration.waiting?.postMessage({ type: 'SKIP_WAITING' });
      arriving.addEventListener('statechange', leave);
      leave();
      await Promise.race([taken, new Promise((resolve) => setTimeout(resolve, NEW_PAGE_MS))]);
    }
  }
  window.location.reload();
}
