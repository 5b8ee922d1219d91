import {
  doseText,
  loadKindOf,
  loadText,
  lowerFirst,
  planNextSet,
  tempoText,
  type BriefIndex,
  type LaneSituation,
  type Load,
} from '@waxwing/core';
import { useState } from 'react';
import { Dialog } from './Dialog.tsx';
import type { LiveSession } from './liveSession.ts';
import { LoadField, loadFrom, valueOf } from './LoadField.tsx';
import { StripLine } from './StripLine.tsx';

interface MovementHeadProps {
  readonly live: LiveSession;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
}

/** The movement, its side, load and dose, and the way to another one. */
export function MovementHead({ live, situation, index }: MovementHeadProps) {
  const { movement, item, set, isWorking, client } = situation;
  const { document } = movement;
  const [editsLoad, setEditsLoad] = useState(false);
  const segment = isWorking ? set?.segments.at(-1) : undefined;
  const load = segment?.load ?? item.load;
  const due = client.due.find((decision) => decision.movementId === item.movementId);
  return (
    <header className="mb-2">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-2xl md:text-3xl">
          {document.name}
          {segment?.side && <span className="bg-accent text-accent-content ml-3 rounded-lg px-2 text-xl">{segment.side}</span>}
        </h1>
        <p className="text-lg">
          <button type="button" className="link min-h-11 cursor-pointer" onClick={() => setEditsLoad(true)}>
            {loadText(load)}
          </button>
          {' · '}
          {doseText({ ...document.dose, low: item.target, high: item.target } as typeof document.dose)}
          {segment?.change && <b> · {lowerFirst(segment.change.text)}</b>}
          {document.tempo && <span className="text-quiet hidden sm:inline"> · {tempoText(document.tempo)}</span>}
        </p>
      </div>
      {due && !set && (
        <p>
          <span className="text-quiet">Decided last time: </span>
          {due.text}
        </p>
      )}
      <StripLine situation={situation} lexicon={index.lexicon} />
      {editsLoad && (
        <LoadDialog
          load={load}
          kind={loadKindOf(document)}
          onClose={() => setEditsLoad(false)}
          onTake={(next) => {
            setEditsLoad(false);
            void live.act(situation.lane.laneId, 'load', (context) => planNextSet(context, item.target, next));
          }}
        />
      )}
      <span className="sr-only" role="status">
        {index.nameOf(item.movementId)}
      </span>
    </header>
  );
}

interface LoadDialogProps {
  readonly load: Load;
  readonly kind: ReturnType<typeof loadKindOf>;
  readonly onClose: () => void;
  readonly onTake: (load: Load) => void;
}

function LoadDialog({ load, kind, onClose, onTake }: LoadDialogProps) {
  const [value, setValue] = useState(valueOf(load));
  const next = loadFrom(value, kind);
  return (
    <Dialog title="What they lift, from the next set on" onClose={onClose}>
      <form
        className="mt-4 flex flex-wrap items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (next) onTake(next);
        }}
      >
        <LoadField kind={kind} value={value} onChange={setValue} />
        <button type="submit" className="btn btn-primary min-h-14" disabled={!next}>
          {next ? `Take ${loadText(next)}` : 'Take it'}
        </button>
      </form>
    </Dialog>
  );
}
