import { useQueryClient } from '@tanstack/react-query';
import type { Me, SignedInAnswer } from '@waxwing/core/api';
import { matchPath } from 'react-router';
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { api, keptAnswers } from '../shared/api.ts';
import { clearSent } from '../shared/device/clearSent.ts';
import { deviceStoreFor, type DeviceStore } from '../shared/device/deviceStore.ts';
import { Outbox } from '../shared/device/outbox.ts';
import { PATIENCE_WITH_KEPT_MS } from '../shared/device/keptAnswers.ts';
import { forgetFormsOf } from '../shared/device/useUnfinished.ts';
import { onAnswer, onServerSeen, serverSeen } from '../shared/server.ts';
import { rememberMe, rememberedMe, SignedInContext } from '../shared/signedIn.tsx';
import { FLOOR } from './routes.tsx';
import { SignInPage } from '../features/signIn/SignInPage.tsx';
import { Loading } from '../shared/states.tsx';

type State = { kind: 'asking' } | { kind: 'out' } | { kind: 'in'; me: Me };

/** What this device keeps of clients who were deleted elsewhere goes; without a network, another time. */
async function forgetDeleted(store: DeviceStore): Promise<void> {
  try {
    const clientIds = await api.get<readonly string[]>('clients/forgotten');
    await store.forget(...clientIds);
    for (const clientId of clientIds) forgetFormsOf(store.trainerId, clientId);
  } catch {
    // Asked again when Waxwing is next opened here.
  }
}

/** How long signing out waits for what is still to be sent. */
const SEND_PATIENCE_MS = 3000;

/** Theirs is what pages know without a network, before any of them asks. */
function goIn(me: Me): State {
  keptAnswers.use(deviceStoreFor(me.trainerId));
  return { kind: 'in', me };
}

const isOnFloor = () => matchPath(`/${FLOOR.path}`, window.location.pathname) !== null;

/** Who goes on before the server has said that they are signed in: on Floor the last one here, since a bad network may take seconds. */
function firstState(): State {
  const last = rememberedMe();
  return last && isOnFloor() ? goIn(last) : { kind: 'asking' };
}

/**
 * Lets nobody past who isn't signed in. Without a network the last one who was signed in on this device goes on, with what
 * this device keeps for them.
 */
export function SignInGate({ children }: { children: ReactNode }) {
  const queryClient = useQueryClient();
  const [state, setState] = useState<State>(firstState);
  const [outbox, setOutbox] = useState<Outbox | null>(null);
  const [deviceError, setDeviceError] = useState<unknown>(null);

  const enter = useCallback((me: Me) => {
    rememberMe(me);
    setState(goIn(me));
  }, []);

  const leave = useCallback(() => {
    rememberMe(null);
    keptAnswers.use(null);
    // Nothing of one trainer's clients may show through to the next.
    queryClient.clear();
    setState({ kind: 'out' });
  }, [queryClient]);

  useEffect(() => {
    // Most likely it is they: their store is open by the time the server says so.
    const last = rememberedMe();
    if (last) void deviceStoreFor(last.trainerId).catch(() => undefined);
    const nobody = () => {
      const known = rememberedMe();
      if (!known) leave();
      else
        void clearSent(known.trainerId)
          .catch(() => undefined)
          .then(leave);
    };
    // Whoever was here last sees before long what the device knows; on Floor they are in already.
    const patienceMs = last && !isOnFloor() ? PATIENCE_WITH_KEPT_MS : undefined;
    api.getNow<SignedInAnswer>('signed-in', patienceMs).then(
      ({ me }) => (me ? enter(me) : nobody()),
      () => {
        const known = rememberedMe();
        if (known) setState(goIn(known));
        else leave();
      },
    );
  }, [enter, leave]);

  const trainerId = state.kind === 'in' ? state.me.trainerId : null;
  useEffect(() => {
    if (trainerId === null) return undefined;
    let outbox: Outbox | undefined;
    let left = false;
    const flush = () => void outbox?.flushNow();
    let meet = (): Promise<void> => Promise.resolve();
    const stopMeeting = onServerSeen(() => void meet());
    const stopHearing = onAnswer(() => outbox?.answered());
    const stopAnswers = keptAnswers.subscribe(() => {
      // The server is there again: what pages show from before is asked for anew.
      if (keptAnswers.since() === null) void queryClient.invalidateQueries();
    });
    const open = (store: DeviceStore) => {
      if (left) return;
      outbox = new Outbox(store);
      let waited = 0;
      outbox.subscribe(() => {
        const { unsent } = outbox!.getState();
        // What lists and logs show has changed once the last of it has arrived.
        if (waited > 0 && unsent === 0) void queryClient.invalidateQueries();
        waited = unsent;
      });
      setOutbox(outbox);
      meet = async () => {
        const { epoch } = serverSeen();
        if (epoch !== null && (await store.meetServer(epoch))) await outbox?.flushNow();
      };
      // First whose server it is: what another one had counts as unsent.
      void meet().finally(flush);
      void forgetDeleted(store);
      void store.forgetSent(new Date());
    };
    // Private windows and full disks refuse a store: everything but Floor works without it.
    deviceStoreFor(trainerId).then(open, setDeviceError);
    window.addEventListener('online', flush);
    return () => {
      left = true;
      stopMeeting();
      stopHearing();
      stopAnswers();
      window.removeEventListener('online', flush);
      outbox?.stop();
      setOutbox(null);
    };
  }, [trainerId, queryClient]);

  const signedIn = useMemo(
    () =>
      state.kind === 'in'
        ? {
            me: state.me,
            outbox,
            deviceError,
            signOut: async () => {
              await Promise.race([outbox?.flushNow(), new Promise((resolve) => setTimeout(resolve, SEND_PATIENCE_MS))]);
              await api.post('sign-out', {});
              await clearSent(state.me.trainerId).catch(() => undefined);
              leave();
            },
          }
        : null,
    [state, leave, outbox, deviceError],
  );

  if (state.kind === 'asking') {
    return (
      <div className="px-8">
        <Loading what="your sign-in" />
      </div>
    );
  }
  if (!signedIn) return <SignInPage onSignedIn={enter} />;
  return <SignedInContext value={signedIn}>{children}</SignedInContext>;
}
