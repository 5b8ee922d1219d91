import { amountText, doseText, loadText, loadTextIn, lowerFirst, tempoText } from '@waxwing/core/movement';
import { setUpText } from '@waxwing/core/client';
import { calledOf, isNobodys, slotOf, type BriefIndex, type LaneSituation, type Levels } from '@waxwing/core/session';
import type { WatchNext } from '@waxwing/core/coaching';
import clsx from 'clsx';
import { Camera, List } from 'lucide-react';
import { memo, useState } from 'react';
import { Dialog } from '../../shared/Dialog.tsx';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import type { LaneTaps } from './laneTaps.ts';
import { LoadChoice } from '../../shared/LoadChoice.tsx';
import { stretchText } from '../../shared/stretchWords.ts';
import { SetUpEditor } from '../../shared/SetUpEditor.tsx';
import { holdOf } from '../../shared/typedLoad.ts';
import { LevelButtons } from './LevelButtons.tsx';
import { isSameButWatch } from './sameWatch.ts';
import { StripLine } from './StripLine.tsx';
import { WatchMark } from './WatchMark.tsx';

interface MovementHeadProps {
  readonly live: FloorSession;
  readonly taps: LaneTaps;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly levels: Levels;
  /** With others beside it: whose it is, their list and the steps easier and harder stand here. */
  readonly isOneOfSeveral: boolean;
  readonly watch: WatchNext | null;
  readonly onList: () => void;
  /** Asks how they are today; missing once they are at it. */
  readonly onDay: (() => void) | undefined;
}

function dayText({ slept, sore, did }: NonNullable<LaneSituation['lane']['day']>): string {
  return [`slept ${slept}`, sore.length > 0 && `sore ${sore.join(', ')}`, did !== 'nothing' && `did something ${did}`]
    .filter(Boolean)
    .join(', ');
}

/** What is asked of the set that goes on, else of the next; of a set in several stretches, of this one. */
function askedText({ item, set, isWorking, asked, planned }: LaneSituation): string {
  const segment = isWorking ? set?.segments.at(-1) : undefined;
  const { manner, unit, part } = segment ?? asked;
  const target = segment?.target ?? asked.target;
  const lighter = part === 'ramp' ? 'lighter first: ' : '';
  if (manner) return stretchText({ kind: manner, amount: target });
  if (unit && unit !== item.dose.kind) return `${lighter}${amountText(target, unit)}`;
  const dose = { ...item.dose, ...(planned?.onlySide && { perSide: false }), low: target, high: target };
  return `${lighter}${doseText(dose)}`;
}

/** The movement, its side, load and dose, and the way to another one. */
export const MovementHead = memo(function MovementHead({
  live,
  taps,
  situation,
  levels,
  index,
  isOneOfSeveral,
  watch,
  onList,
  onDay,
}: MovementHeadProps) {
  const { movement, item, set, isWorking, client, setUp, lane, asked, planned, correction } = situation;
  const { document } = movement;
  const [editsLoad, setEditsLoad] = useState(false);
  const [editsSetUp, setEditsSetUp] = useState(false);
  const unit = client.unit ?? 'kg';
  const segment = isWorking ? set?.segments.at(-1) : undefined;
  const load = segment?.load ?? asked.load;
  const tempo = segment?.tempo ?? asked.tempo;
  const slot = slotOf(index, item);
  const word = planned?.bouts.find((bout) => bout.word)?.word;
  const due = client.due.find((decision) => decision.movementId === item.movementId);
  return (
    <header className="mb-2">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className={clsx('text-2xl', !isOneOfSeveral && 'md:text-3xl')}>
          {isOneOfSeveral && <span className="text-quiet font-normal">{calledOf(client)} </span>}
          {document.name}
          {segment?.side && <span className="bg-accent text-accent-content ml-3 rounded-lg px-2 text-xl">{segment.side}</span>}
        </h1>
        <p className="text-lg">
          <button type="button" className="link min-h-11 cursor-pointer" onClick={() => setEditsLoad(true)}>
            {isOneOfSeveral ? loadText(load) : loadTextIn(load, unit)}
          </button>
          {' · '}
          {askedText(situation)}
          {word && <b> · {word}</b>}
          {segment?.change && <b> · {lowerFirst(segment.change.text)}</b>}
          {!isNobodys(lane) && (
            <>
              {' · '}
              <button type="button" className="link min-h-11 cursor-pointer" onClick={() => setEditsSetUp(true)}>
                {setUp?.picture && <Camera aria-label="With a picture:" size={18} className="mr-1 inline" />}
                {setUpText(setUp ?? undefined) || 'set-up'}
              </button>
            </>
          )}
          {tempo && !isOneOfSeveral && !correction && <span className="text-quiet hidden sm:inline"> · {tempoText(tempo)}</span>}
        </p>
      </div>
      {onDay && (
        <button type="button" className="link min-h-11 cursor-pointer text-lg" onClick={onDay}>
          {lane.day ? `${calledOf(client)} today: ${dayText(lane.day)}` : `How is ${calledOf(client)} today?`}
        </button>
      )}
      {slot?.note && <p className="text-lg leading-tight">{slot.note}</p>}
      {due && !set && (
        <p>
          <span className="text-quiet">Decided last time: </span>
          {due.text}
        </p>
      )}
      {isOneOfSeveral ? (
        <div className="mt-1 flex flex-wrap items-stretch gap-2">
          <button type="button" className="btn btn-ghost min-h-14 px-3" onClick={onList}>
            <List aria-hidden="true" size={18} />
            {lane.items.findIndex(({ itemId }) => itemId === item.itemId) + 1} of {lane.items.length}
          </button>
          <LevelButtons
            index={index}
            levels={levels}
            taps={taps}
            live={live}
            laneId={lane.laneId}
            className="order-1 min-w-0 basis-full sm:order-none sm:flex-1 sm:basis-0"
          />
          {watch && <WatchMark watch={watch} className="self-center" />}
        </div>
      ) : (
        <StripLine situation={situation} lexicon={index.lexicon} />
      )}
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
        <Dialog title={`Set-up for ${calledOf(client)}: ${lowerFirst(document.name)}`} onClose={() => setEditsSetUp(false)}>
          <SetUpEditor
            clientId={client.clientId}
            document={document}
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
}, isSameButWatch);
