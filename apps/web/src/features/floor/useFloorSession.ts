import { useEffect, useState, useSyncExternalStore } from 'react';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { keptLibraryOf } from '../../shared/device/keptLibrary.ts';
import { SessionChanges } from '../../shared/device/sessionChanges.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { FloorSession, type LiveSnapshot } from '../../shared/live/floorSession.ts';

export type Opened =
  | { readonly kind: 'opening' }
  | { readonly kind: 'failed'; readonly error: unknown }
  | { readonly kind: 'open'; readonly live: FloorSession };

/** A tablet that came straight to Floor gets the library once Floor stands: without it nothing could be swapped for when the network goes. */
const LIBRARY_AFTER_MS = 2_000;

/** Opens a session for as long as the page stands. */
export function useOpenSession(sessionId: string): Opened {
  const { me, outbox, deviceError } = useSignedIn();
  const [opened, setOpened] = useState<Opened>({ kind: 'opening' });
  useEffect(() => {
    if (!outbox) return undefined;
    let live: FloorSession | undefined;
    let changes: SessionChanges | undefined;
    let left = false;
    deviceStoreFor(me.trainerId)
      .then((store) => FloorSession.open(store, outbox, sessionId))
      .then(
        (session) => {
          live = session;
          if (left) session.close();
          else {
            changes = new SessionChanges(me.trainerId);
            changes.listen((change) => void session.hear(change));
            setOpened({ kind: 'open', live: session });
          }
        },
        (error: unknown) => setOpened({ kind: 'failed', error }),
      );
    return () => {
      left = true;
      changes?.close();
      live?.close();
    };
  }, [me.trainerId, outbox, sessionId]);
  const isOpen = opened.kind === 'open';
  useEffect(() => {
    if (!isOpen) return undefined;
    const timer = setTimeout(
      () =>
        void keptLibraryOf(me.studioId)
          .keepOne()
          .catch(() => undefined),
      LIBRARY_AFTER_MS,
    );
    return () => clearTimeout(timer);
  }, [isOpen, me.studioId]);
  return deviceError === null ? opened : { kind: 'failed', error: deviceError };
}

export function useSnapshot(live: FloorSession): LiveSnapshot {
  return useSyncExternalStore(live.subscribe, live.getSnapshot);
}
