import { doseText, loadTextIn, lowerFirst, tempoText } from '@waxwing/core/movement';
import { firstName, setUpText } from '@waxwing/core/client';
import type { BriefIndex, LaneSituation } from '@waxwing/core/session';
import { useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { LaneTaps } from './laneTaps.ts';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { SetUpEditor } from '../../shared/SetUpEditor.tsx';
import { holdOf } from '../../shared/typedLoad.ts';
import { StripLine } from './StripLine.tsx';

interface MovementHeadProps {
  readonly taps: LaneTaps;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
}

/** The movement, its side, load and dose, and the way to another one. */
export function MovementHead({ taps, situation, index }: MovementHeadProps) {
  const { movement, item, set, isWorking, client, setUp } = situation;
  const { document } = movement;
  const [editsLoad, setEditsLoad] = useState(false);
  const [editsSetUp, setEditsSetUp] = useState(false);
  const unit = client.unit ?? 'kg';
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
            {loadTextIn(load, unit)}
          </button>
          {' · '}
          {doseText({ ...item.dose, low: item.target, high: item.target } as typeof item.dose)}
          {segment?.change && <b> · {lowerFirst(segment.change.text)}</b>}
          {' · '}
          <button type="button" className="link min-h-11 cursor-pointer" onClick={() => setEditsSetUp(true)}>
            {setUpText(setUp ?? undefined) || 'set-up'}
          </button>
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
        <Dialog title="What they lift, from the next set on" onClose={() => setEditsLoad(false)}>
          <LoadChoice
            load={load}
            rack={index.rack(item.movementId)}
            hold={holdOf(document)}
            unit={unit}
            onTake={(next) => {
              setEditsLoad(false);
              taps.takeLoad(next);
            }}
          />
        </Dialog>
      )}
      {editsSetUp && (
        <Dialog title={`Set-up for ${firstName(client.name)}: ${lowerFirst(document.name)}`} onClose={() => setEditsSetUp(false)}>
          <SetUpEditor
            setUp={setUp ?? undefined}
            keep="Keep it for every time"
            onKeep={(next) => {
              setEditsSetUp(false);
              taps.noteSetUp(next);
            }}
          />
        </Dialog>
      )}
      <span className="sr-only" role="status">
        {index.nameOf(item.movementId)}
      </span>
    </header>
  );
}
