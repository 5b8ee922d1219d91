import { decisionsDue, type BriefIndex, type EventDraft, type SessionState } from '@waxwing/core';
import { useState } from 'react';
import { useSignedIn } from '../../shared/signedIn.tsx';
import type { LiveSession } from './liveSession.ts';

interface FinishPanelProps {
  readonly live: LiveSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly onBack: () => void;
  readonly onDone: () => void;
}

/** What comes next time, movement by movement, already filled in; the trainer's words stand. */
export function FinishPanel({ live, index, state, onBack, onDone }: FinishPanelProps) {
  const { outbox } = useSignedIn();
  const proposals = state.lanes.flatMap((lane) => decisionsDue(index, state, lane).map((decision) => ({ lane, decision })));
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({});
  const [note, setNote] = useState('');
  const [busy, setBusy] = useState(false);
  const keyOf = (laneId: string, movementId: string) => `${laneId}|${movementId}`;
  const textOf = (laneId: string, movementId: string, proposed: string) => texts[keyOf(laneId, movementId)] ?? proposed;

  const finish = async () => {
    setBusy(true);
    await live.append('', () => [
      ...proposals.flatMap(({ lane, decision }): EventDraft[] => {
        const text = textOf(lane.laneId, decision.movementId, decision.text).trim();
        if (!text) return [];
        return [
          {
            type: 'decision-made',
            laneId: lane.laneId,
            clientId: lane.clientId,
            payload: {
              movementId: decision.movementId,
              kind: decision.kind,
              text,
              reasons: text === decision.text ? [...decision.reasons] : ['the trainer’s own words'],
            },
          },
        ];
      }),
      { type: 'session-ended', payload: note.trim() ? { note: note.trim() } : {} },
    ]);
    // The log is read from the server when it can be; what waits is shown from here otherwise.
    await outbox?.flush();
    onDone();
  };

  return (
    <main className="mx-auto w-full max-w-4xl px-5 py-6 md:overflow-y-auto">
      <h1 className="text-3xl">What comes next time</h1>
      {proposals.length === 0 && <p className="text-quiet mt-1 text-lg">No set was ended, so there is nothing to decide.</p>}
      <ul className="mt-3">
        {proposals.map(({ lane, decision }) => (
          <li
            key={keyOf(lane.laneId, decision.movementId)}
            className="border-base-300 grid gap-x-6 gap-y-1 border-t py-3 md:grid-cols-[16rem_1fr]"
          >
            <div>
              <h2 className="text-xl leading-tight">{index.nameOf(decision.movementId)}</h2>
              <p className="text-quiet text-sm">{decision.reasons.join('; ')}</p>
            </div>
            <label>
              <span className="sr-only">Next time, {index.nameOf(decision.movementId)}</span>
              <input
                className="input bg-panel min-h-14 w-full text-lg"
                maxLength={200}
                value={textOf(lane.laneId, decision.movementId, decision.text)}
                onChange={(event) =>
                  setTexts((before) => ({ ...before, [keyOf(lane.laneId, decision.movementId)]: event.target.value }))
                }
              />
            </label>
          </li>
        ))}
      </ul>
      <label className="mt-3 block">
        <span className="text-lg font-bold">Anything else?</span>
        <textarea
          className="textarea bg-panel mt-1 w-full text-lg"
          rows={2}
          maxLength={300}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <div className="mt-4 flex gap-3">
        <button type="button" className="btn btn-primary min-h-16 px-8 text-xl" disabled={busy} onClick={() => void finish()}>
          {busy ? 'Writing it down …' : 'Finish and write it down'}
        </button>
        <button type="button" className="btn btn-ghost min-h-16 text-lg" onClick={onBack}>
          Back to the floor
        </button>
      </div>
    </main>
  );
}
