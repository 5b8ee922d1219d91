import type { ClientSummary } from '@waxwing/core/api';
import { readinessOf } from '@waxwing/core/client';
import {
  calledOf,
  clockBlockOf,
  type BriefIndex,
  type LaneSituation,
  type PickedMovement,
  type SessionState,
} from '@waxwing/core/session';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useIsCutOff } from '../../shared/device/useIsCutOff.ts';
import { Dialog } from '../../shared/Dialog.tsx';
import { Field } from '../../shared/Field.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { WhichClient } from '../../shared/WhichClient.tsx';

interface JoinDialogProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  /** Whose list they join in on. */
  readonly situation: LaneSituation;
  readonly onClose: () => void;
  readonly onJoined: (laneId: string) => void;
}

/**
 * Somebody comes late: they join in on what the one who is shown still has before them, with loads of their own. Who is no client joins as a
 * guest, by a name.
 */
export function JoinDialog({ live, index, state, situation, onClose, onJoined }: JoinDialogProps) {
  const isCutOff = useIsCutOff();
  const [busyWith, setBusyWith] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [guest, setGuest] = useState('');
  // Asked twice it is the same lane.
  const [laneId] = useState(() => v7());
  const here = new Set(state.lanes.map(({ clientId }) => clientId));
  const join = async (whose: { readonly clientId: string } | { readonly guest: string }, client?: ClientSummary) => {
    setBusyWith(client?.clientId ?? laneId);
    setProblem(null);
    try {
      await live.join({ laneId, ...whose, movements: listFrom(index, situation) }, client);
      onJoined(laneId);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work');
      setBusyWith(null);
    }
  };
  const joinAsGuest = () => {
    if (guest.trim()) void join({ guest: guest.trim() });
    else setProblem('Say what the guest is called: a first name is enough.');
  };
  return (
    <Dialog title="Who joins?" onClose={onClose}>
      <p className="text-quiet mt-2">
        They join in on what {calledOf(situation.client)} still has on the list, with loads of their own.
        {isCutOff && ' Without the network that is with what this device knows of them.'}
      </p>
      {problem && (
        <p role="alert" className="mt-2 font-bold">
          {problem}
        </p>
      )}
      <WhichClient
        without={here}
        busyWith={busyWith}
        obstacle={({ readiness }) => (readinessOf(readiness).kind === 'hold' ? 'waits for a doctor’s word' : undefined)}
        onPick={(client) => void join({ clientId: client.clientId }, client)}
        nobody="All of your clients are here."
      />
      <form
        className="border-base-300 mt-4 flex flex-wrap items-end gap-2 border-t pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          joinAsGuest();
        }}
      >
        <Field
          label="Somebody else, called"
          wide="min-w-56 flex-1"
          className="min-h-14"
          maxLength={40}
          autoComplete="off"
          value={guest}
          onChange={({ target }) => setGuest(target.value)}
        />
        <button type="submit" className="btn min-h-14 px-5 text-lg" disabled={busyWith !== null}>
          {busyWith === laneId ? 'One moment …' : 'Join as a guest'}
        </button>
        <p className="text-quiet basis-full">
          Nothing is known of a guest: ask about health first. You can say later which client it was.
        </p>
      </form>
    </Dialog>
  );
}

/** What is still before a lane, as it would be picked for somebody else. */
function listFrom(index: BriefIndex, { lane, item }: LaneSituation): PickedMovement[] {
  const from = lane.items.findIndex(({ itemId }) => itemId === item.itemId);
  return lane.items.slice(Math.max(0, from)).map(({ movementId, planItemId, sets, dose, target, restSeconds }) => ({
    movementId,
    sets,
    restSeconds,
    ...(planItemId && { planItemId }),
    // On the clock it is as long as the clock says; else what is asked of them is their own.
    ...(clockBlockOf(index, planItemId) && { dose, target }),
  }));
}
