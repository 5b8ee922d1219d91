import type { ClientSummary } from '@waxwing/core/api';
import { firstName, readinessOf } from '@waxwing/core/client';
import { clockBlockOf, type BriefIndex, type LaneSituation, type PickedMovement, type SessionState } from '@waxwing/core/session';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useIsCutOff } from '../../shared/device/useIsCutOff.ts';
import { Dialog } from '../../shared/Dialog.tsx';
import { useClients } from '../../shared/queries.ts';
import { Failed, Loading } from '../../shared/states.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';

interface JoinDialogProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  /** Whose list they join in on. */
  readonly situation: LaneSituation;
  readonly onClose: () => void;
  readonly onJoined: (laneId: string) => void;
}

/** Somebody comes late: they join in on what the one who is shown still has before them, with loads of their own. */
export function JoinDialog({ live, index, state, situation, onClose, onJoined }: JoinDialogProps) {
  const clients = useClients();
  const isCutOff = useIsCutOff();
  const [busyWith, setBusyWith] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  // Asked twice it is the same lane.
  const [laneId] = useState(() => v7());
  const here = new Set(state.lanes.map(({ clientId }) => clientId));
  const others = clients.data?.filter(({ clientId }) => !here.has(clientId)) ?? [];
  const join = async (client: ClientSummary) => {
    const { clientId } = client;
    setBusyWith(clientId);
    setProblem(null);
    try {
      await live.join(client, { laneId, clientId, movements: listFrom(index, situation) });
      onJoined(laneId);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work');
      setBusyWith(null);
    }
  };
  return (
    <Dialog title="Who joins?" onClose={onClose}>
      <p className="text-quiet mt-2">
        They join in on what {firstName(situation.client.name)} still has on the list, with loads of their own.
        {isCutOff && ' Without the network that is with what this device knows of them.'}
      </p>
      {clients.error && <Failed what="your clients" error={clients.error} onRetry={() => void clients.refetch()} />}
      {!clients.data && !clients.error && <Loading what="your clients" />}
      {problem && (
        <p role="alert" className="mt-2 font-bold">
          {problem}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {others.map((client) => {
          const isHeld = readinessOf(client.readiness).kind === 'hold';
          return (
            <button
              key={client.clientId}
              type="button"
              className="btn min-h-14 flex-col gap-0 px-5 text-lg"
              disabled={busyWith !== null || isHeld}
              onClick={() => void join(client)}
            >
              {busyWith === client.clientId ? `${client.name} …` : client.name}
              {isHeld && <span className="text-sm font-normal">waits for a doctor’s word</span>}
            </button>
          );
        })}
      </div>
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
