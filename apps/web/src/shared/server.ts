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

/** Called with every answer. */
export function noteServer(epoch: string, build: string | null): void {
  const isOtherBuild = build !== null && THIS_BUILD !== null && build !== THIS_BUILD;
  if (seen.epoch === epoch && seen.isOtherBuild === isOtherBuild) return;
  seen = { epoch, isOtherBuild };
  for (const listener of listeners) listener();
}

export function onServerSeen(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
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
