import { lowerFirst } from '@waxwing/core/movement';
import { neighbour, type BriefIndex, type LaneSituation, type PainKind, type SessionState } from '@waxwing/core/session';
import clsx from 'clsx';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { LaneTaps } from './laneTaps.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';

const KINDS: readonly { readonly kind: PainKind; readonly word: string }[] = [
  { kind: 'sharp', word: 'Sharp' },
  { kind: 'joint', word: 'In the joint' },
  { kind: 'radiating', word: 'Runs down or out' },
  { kind: 'chest-or-faint', word: 'Chest, faint, no breath' },
  { kind: 'other', word: 'Something else' },
];

interface PainPanelProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
  readonly onClose: () => void;
}

/** The set has ended with the first tap; here is what to mind, and where to go on. */
export function PainPanel({ live, index, state, situation, taps, onClose }: PainPanelProps) {
  const { item, client, nextItem } = situation;
  const pain = state.pains.findLast((each) => each.clientId === client.clientId);
  const easier = neighbour(index, situation.client.clientId, situation.item.movementId, 'easier');
  // Nothing looks chosen before somebody has said.
  const [chosen, setChosen] = useState<PainKind | null>(null);
  const setKind = (kind: PainKind) => {
    if (!pain) return;
    setChosen(kind);
    const { eventId, at: _at, clientId: _clientId, ...payload } = pain;
    const amended = { eventId, amends: 'pain-reported' as const, payload: { ...payload, kind } };
    void live.amend(eventId, { type: 'amended', payload: amended });
  };
  return (
    <Dialog title="The set has ended" onClose={onClose}>
      <p className="border-error mt-3 border-l-8 pl-4 text-lg">
        Burning and hard breathing are work. Pain that is <b>sharp, in a joint, or running down a limb</b> means: not this
        movement today, and a word about seeing a clinician.{' '}
        <b>Chest tightness, faintness, or breathlessness at rest: stop the session and call your local emergency number.</b>
      </p>
      <p className="text-quiet mt-2">
        Waxwing supports your judgement; it doesn’t diagnose or treat. Scope of practice and local rules come first.
      </p>
      <h3 className="mt-4 text-xl">What was it?</h3>
      <div className="mt-1 flex flex-wrap gap-2" role="group" aria-label="What was it?">
        {KINDS.map(({ kind, word }) => (
          <button
            key={kind}
            type="button"
            aria-pressed={chosen === kind}
            className={clsx('btn min-h-14 px-5 text-lg', chosen === kind && 'btn-neutral')}
            onClick={() => setKind(kind)}
          >
            {word}
          </button>
        ))}
      </div>
      {chosen === 'chest-or-faint' && (
        <p role="alert" className="mt-4 text-xl font-bold">
          Stop the session. Call your local emergency number and stay with them.
        </p>
      )}
      <h3 className="mt-5 text-xl">And now?</h3>
      <div className="mt-1 flex flex-wrap gap-2">
        {nextItem && chosen !== 'chest-or-faint' && (
          <button
            type="button"
            className="btn btn-primary min-h-14 px-5 text-lg"
            onClick={() => {
              taps.goTo(nextItem.itemId);
              onClose();
            }}
          >
            Leave {lowerFirst(index.nameOf(item.movementId))}, on to {lowerFirst(index.nameOf(nextItem.movementId))}
          </button>
        )}
        {easier && chosen !== 'chest-or-faint' && (
          <button
            type="button"
            className="btn min-h-14 px-5 text-lg"
            onClick={() => {
              taps.swap(easier.movementId);
              onClose();
            }}
          >
            {easier.name} if it is free of pain
          </button>
        )}
        <button type="button" className="btn btn-ghost min-h-14 text-lg" onClick={onClose}>
          Decide in the rest
        </button>
      </div>
    </Dialog>
  );
}
