import { loadText } from '@waxwing/core/movement';
import {
  decideNext,
  decisionsDue,
  eyesOn,
  FIRST_NEXT_TIME,
  isLevel,
  leftOver,
  type BriefIndex,
  type DecidedNext,
  type LaneState,
  type SessionState,
} from '@waxwing/core/session';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { holdOf } from '../../shared/typedLoad.ts';
import { useSignedIn } from '../../shared/signedIn.tsx';
import { fromText } from '../../shared/viewWords.ts';
import { CloseNotes, leftKey } from './CloseNotes.tsx';
import { WhoIsGuest } from './WhoIsGuest.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';

/** How long finishing waits for the server. */
const SEND_PATIENCE_MS = 3000;

interface FinishPanelProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly onBack: () => void;
  readonly onDone: () => void;
}

/** What comes next time, movement by movement, already filled in; the trainer's words stand. */
export function FinishPanel({ live, index, state, onBack, onDone }: FinishPanelProps) {
  const { outbox } = useSignedIn();
  const proposals = state.lanes.flatMap((lane) => decisionsDue(index, state, lane).map((decision) => ({ lane, decision })));
  const [own, setOwn] = useState<Readonly<Record<string, Partial<DecidedNext>>>>({});
  const [choosesLoad, setChoosesLoad] = useState<string | null>(null);
  const [firstNext, setFirstNext] = useState<ReadonlySet<string>>(new Set());
  const [note, setNote] = useState('');
  const [busy, setBusy] = useState(false);
  const [asksAbout, setAsksAbout] = useState<LaneState | null>(null);
  const guests = state.lanes.filter(({ guest }) => guest !== undefined);
  const isClass = state.lanes.length > 0 && state.lanes.every(isLevel);
  const keyOf = (laneId: string, movementId: string) => `${laneId}|${movementId}`;
  const change = (key: string, part: Partial<DecidedNext>) =>
    setOwn((before) => ({ ...before, [key]: { ...before[key], ...part } }));

  const finish = async () => {
    setBusy(true);
    await live.append(() => [
      ...proposals.flatMap(({ lane: { laneId, clientId }, decision }) =>
        decideNext({ laneId, clientId }, decision, { ...decision, ...own[keyOf(laneId, decision.movementId)] }),
      ),
      ...state.lanes.flatMap((lane) =>
        leftOver(index, lane)
          .filter(({ movementId }) => firstNext.has(leftKey(lane.laneId, movementId)))
          .flatMap(({ movementId }) =>
            decideNext({ laneId: lane.laneId, clientId: lane.clientId }, { ...FIRST_NEXT_TIME, movementId }),
          ),
      ),
      { type: 'session-ended', payload: note.trim() ? { note: note.trim() } : {} },
    ]);
    // The log is read from the server when it has everything; otherwise what waits is shown from here, and nobody waits for it.
    await Promise.race([outbox?.flush(), new Promise((resolve) => setTimeout(resolve, SEND_PATIENCE_MS))]);
    onDone();
  };

  return (
    <main className="mx-auto w-full max-w-4xl px-5 py-6 md:overflow-y-auto">
      <h1 className="text-3xl">{isClass ? 'The class is through' : 'What comes next time'}</h1>
      {isClass && (
        <p className="text-quiet mt-1 text-lg">Nobody is asked anything: the log keeps what was done and what was said.</p>
      )}
      {proposals.length === 0 && guests.length === 0 && !isClass && (
        <p className="text-quiet mt-1 text-lg">No set was ended, so there is nothing to decide.</p>
      )}
      <ul className="mt-3">
        {proposals.map(({ lane, decision }) => {
          const key = keyOf(lane.laneId, decision.movementId);
          const { text, load, target } = { ...decision, ...own[key] };
          const name = index.nameOf(decision.movementId);
          const document = index.revision(decision.movementId)?.document;
          const client = index.client(lane.clientId);
          return (
            <li key={key} className="border-base-300 grid gap-x-6 gap-y-1 border-t py-3 md:grid-cols-[16rem_1fr]">
              <div>
                <h2 className="text-xl leading-tight">{name}</h2>
                {proposals.some((other) => other.lane.clientId !== lane.clientId) && <p>{client?.name}</p>}
                <p className="text-quiet text-sm">{decision.reasons.join('; ')}</p>
              </div>
              <div className="flex flex-wrap gap-2">
                <label className="min-w-64 flex-1">
                  <span className="sr-only">Next time, {name}</span>
                  <input
                    className="input bg-panel min-h-14 w-full text-lg"
                    maxLength={200}
                    value={text}
                    onChange={(event) => change(key, { text: event.target.value })}
                  />
                </label>
                {load && document && (
                  <button
                    type="button"
                    className="btn min-h-14"
                    aria-label={`Load next time, ${name}`}
                    onClick={() => setChoosesLoad(key)}
                  >
                    {loadText(load)}
                  </button>
                )}
                {choosesLoad === key && load && document && (
                  <Dialog title={`${name}: what to take next time`} onClose={() => setChoosesLoad(null)}>
                    <LoadChoice
                      load={load}
                      rack={index.rack(decision.movementId)}
                      hold={holdOf(document)}
                      unit={client?.unit ?? 'kg'}
                      onTake={(next) => {
                        // The words follow, unless they are the trainer's own already.
                        const words = text === decision.text ? { text: `Next time ${loadText(next)}` } : {};
                        change(key, { load: next, target: target ?? decision.target, ...words });
                        setChoosesLoad(null);
                      }}
                    />
                  </Dialog>
                )}
              </div>
            </li>
          );
        })}
      </ul>
      {guests.map((lane) => (
        <p key={lane.laneId} className="border-base-300 flex flex-wrap items-center gap-3 border-t py-3 text-lg">
          <span className="min-w-64 flex-1">
            {lane.guest} is a guest. Say which client that is, and this hour is theirs, with what comes next time. It can be said
            later in the log, too.
          </span>
          <button type="button" className="btn min-h-14 px-5" onClick={() => setAsksAbout(lane)}>
            Who is {lane.guest}?
          </button>
        </p>
      ))}
      {asksAbout && <WhoIsGuest live={live} state={state} lane={asksAbout} onClose={() => setAsksAbout(null)} />}
      <CloseNotes
        index={index}
        state={state}
        firstNext={firstNext}
        onFirstNext={(key, isFirst) =>
          setFirstNext((before) => new Set([...before].filter((each) => each !== key).concat(isFirst ? [key] : [])))
        }
      />
      <WhoWasLookedAt index={index} state={state} />
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

/** How the trainer's eyes were shared out: whoever pays for a part of the hour should have had a part of them. */
function WhoWasLookedAt({ index, state }: Pick<FinishPanelProps, 'index' | 'state'>) {
  const eyes = eyesOn(index, state).filter(({ sets }) => sets > 0);
  if (eyes.length === 0) return null;
  return (
    <section aria-label="Who was looked at" className="border-base-300 border-t py-3">
      <h2 className="text-xl">Who was looked at</h2>
      {eyes.map(({ laneId, sets, lookedSets, neverFrom }) => {
        const clientId = state.lanes.find((lane) => lane.laneId === laneId)?.clientId ?? '';
        return (
          <p key={laneId}>
            <b>{index.client(clientId)?.name}</b>: in {lookedSets} of {sets} sets
            {lookedSets > 0 && neverFrom.length > 0 && `, never ${neverFrom.map(fromText).join(' or ')}`}
          </p>
        );
      })}
    </section>
  );
}
