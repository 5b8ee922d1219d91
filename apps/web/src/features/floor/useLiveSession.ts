import { useEffect, useState, useSyncExternalStore } from 'react';
import { deviceStoreFor } from '../../shared/device/deviceStore.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { LiveSession, type LiveSnapshot } from './liveSession.ts';

export type Opened =
  | { readonly kind: 'opening' }
  | { readonly kind: 'failed'; readonly error: unknown }
  | { readonly kind: 'open'; readonly live: LiveSession };

/** Opens a session for as long as the page stands. */
export function useOpenSession(sessionId: string): Opened {
  const { me, outbox, deviceError } = useSignedIn();
  const [opened, setOpened] = useState<Opened>({ kind: 'opening' });
  useEffect(() => {
    if (!outbox) return undefined;
    let live: LiveSession | undefined;
    let left = false;
    deviceStoreFor(me.trainerId)
      .then((store) => LiveSession.open(store, outbox, sessionId))
      .then(
        (session) => {
          live = session;
          if (left) session.close();
          else setOpened({ kind: 'open', live: session });
        },
        (error: unknown) => setOpened({ kind: 'failed', error }),
      );
    return () => {
      left = true;
      live?.close();
    };
  }, [me.trainerId, outbox, sessionId]);
  return deviceError === null ? opened : { kind: 'failed', error: deviceError };
}

export function useSnapshot(live: LiveSession): LiveSnapshot {
  return useSyncExternalStore(live.subscribe, live.getSnapshot);
}
