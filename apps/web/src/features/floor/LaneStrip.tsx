import { loadTextIn, lowerFirst } from '@waxwing/core/movement';
import { answersOf, effortScaleOf, answerOf } from '@waxwing/core/loading';
import type { WatchNext } from '@waxwing/core/coaching';
import { calledOf, asksEffort, nextSetAfter, nextSetText, type BriefIndex, type LaneSituation } from '@waxwing/core/session';
import clsx from 'clsx';
import { memo, useMemo } from 'react';
import { clockText } from '../../shared/dates.ts';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { SeverityDrop } from '../../shared/Severity.tsx';
import { useNow } from '../../shared/useNow.ts';
import type { FloorSession } from '../../shared/live/floorSession.ts';
import { followsText } from '../../shared/stretchWords.ts';
import { laneCount, restLeft } from './laneCount.ts';
import { setName, startName } from './setWords.ts';
import { laneTaps, tappedBy, type LaneTaps } from './laneTaps.ts';
import { ClockAnswers } from './ClockAnswers.tsx';
import { isSameButWatch } from './sameWatch.ts';
import { WatchMark } from './WatchMark.tsx';
import { workingSideOf } from './workingSide.ts';

/** So many of the likeliest faults stand on a strip: a row less where the name takes two lines, or three strips would be higher than the screen. */
const tilesBeside = (name: string) => (name.length > ONE_LINE ? 2 : 3);
/** Letters of a name that fit beside the picture. */
const ONE_LINE = 24;

interface LaneStripProps {
  readonly live: FloorSession;
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  /** Look here next, where it is this lane's turn. */
  readonly watch: WatchNext | null;
  /** The clock says when they begin and when they are done. */
  readonly onClock: boolean;
  /** What was taken as the next set, where something was. */
  readonly decided: string | null;
  readonly onShow: (laneId: string) => void;
  /** Pain wants the whole screen. */
  readonly onPain: (laneId: string) => void;
  /** Somebody tapped on this lane: Undo is for it then. */
  readonly onTapped: (laneId: string) => void;
}

/** Somebody who isn't the one that is shown: what they do, and the commonest taps without switching. */
export const LaneStrip = memo(function LaneStrip(props: LaneStripProps) {
  const { live, index, situation, watch, onClock, decided, onShow, onPain, onTapped } = props;
  const { lane, client, item, movement, drawn, isWorking, set } = situation;
  const { laneId } = lane;
  const taps = useMemo(() => tappedBy(laneTaps(live, laneId), () => onTapped(laneId)), [live, laneId, onTapped]);
  const segment = isWorking ? set?.segments.at(-1) : undefined;
  const load = segment?.load ?? item.load;
  const name = calledOf(client);
  return (
    <section aria-label={name} className="bg-panel flex min-h-0 gap-2 rounded-2xl px-3 py-2 sm:flex-col sm:gap-1.5">
      <div className="relative min-w-0 flex-1 sm:flex-none">
        <button
          type="button"
          aria-label={`Show ${name}`}
          className="flex w-full cursor-pointer items-start gap-2 text-left"
          onClick={() => onShow(laneId)}
        >
          <span className="min-w-0 flex-1">
            <span className="flex items-baseline gap-2">
              <span className="heading text-xl">{name}</span>
              <span className="text-quiet text-sm whitespace-nowrap">
                {segment?.side && `${segment.side} · `}
                {setName(situation, isWorking ? set!.ordinal : item.setIds.length + 1)}
              </span>
            </span>
            <span className="line-clamp-1 leading-tight font-bold sm:line-clamp-3">{movement.document.name}</span>
            <span className="flex items-baseline gap-2">
              <StripCount situation={situation} onClock={onClock} />
              <span className="text-quiet truncate text-sm">
                {load.kind !== 'bodyweight' && loadTextIn(load, client.unit ?? 'kg')}
              </span>
            </span>
          </span>
          <PhaseStill
            document={drawn}
            lexicon={index.lexicon}
            phase={tellingPhase(drawn)}
            view={lane.view}
            side={workingSideOf(situation)}
            className="hidden h-20 w-16 shrink-0 lg:block"
          />
        </button>
        {watch && <WatchMark watch={watch} className="absolute top-0 right-0" />}
      </div>
      <div className="hidden sm:block">
        <StripMiddle index={index} situation={situation} taps={taps} onClock={onClock} decided={decided} />
      </div>
      <StripFoot index={index} situation={situation} taps={taps} name={name} onClock={onClock} onPain={() => onPain(laneId)} />
    </section>
  );
}, isSameButWatch);

function StripCount({ situation, onClock }: { situation: LaneSituation; onClock: boolean }) {
  const now = useNow();
  const { done, target, isHold } = laneCount(situation, now);
  const rest = restLeft(situation, now);
  if (rest !== null && onClock) return <span className="text-lg">rest</span>;
  if (rest !== null) {
    return (
      <span className={clsx('figures text-lg', rest <= 0 && 'bg-accent text-accent-content rounded px-1.5 font-bold')}>
        {rest > 0 ? `rest ${clockText(rest)}` : 'rest is over'}
      </span>
    );
  }
  return (
    <>
      <span className="heading figures text-2xl leading-none sm:text-4xl">{done}</span>
      <span className="text-quiet whitespace-nowrap">
        of {target}
        {isHold && ' s'}
      </span>
    </>
  );
}

interface PartProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly taps: LaneTaps;
}

const BUTTON = 'min-h-14 cursor-pointer rounded-xl px-2 text-base leading-tight font-bold';

/** What they may show; what was said and whether it helped; in the rest how much was left, and the next set. */
function StripMiddle({ index, situation, taps, onClock, decided }: PartProps & Pick<LaneStripProps, 'onClock' | 'decided'>) {
  const { movement, correction, isWorking, set, tiles, item, nextItem, goesOn } = situation;
  if (set && !isWorking) {
    const answer = answerOf(set);
    const isLast = item.setIds.length >= item.sets;
    const isAsked = asksEffort(situation);
    if (onClock) return <ClockAnswers set={set} taps={taps} className={BUTTON} />;
    if (!isAsked && !goesOn) return <p className="text-quiet leading-tight">Set done.</p>;
    if (!answer && isAsked) {
      const scale = effortScaleOf(index.stances(situation.client.clientId));
      return (
        <div role="group" aria-label="How much was left?">
          <p className="text-quiet text-sm">{scale === 'rpe' ? 'How hard, out of ten?' : 'How many more, clean?'}</p>
          <div
            className={clsx('grid gap-1.5', scale === 'words' ? 'grid-cols-3' : scale === 'rpe' ? 'grid-cols-6' : 'grid-cols-4')}
          >
            {answersOf(scale).map(({ text, effort, reserve }) => (
              <button
                key={text}
                type="button"
                className={clsx(BUTTON, 'border-base-content border-2 px-1 text-sm')}
                onClick={() => taps.rate({ effort, ...(reserve !== undefined && { reserve }) })}
              >
                {text}
              </button>
            ))}
          </div>
        </div>
      );
    }
    if (goesOn && nextItem) {
      return (
        <button
          type="button"
          className={clsx(BUTTON, 'btn-neutral bg-base-200 w-full')}
          onClick={() => taps.goTo(nextItem.itemId)}
        >
          On to {lowerFirst(index.nameOf(nextItem.movementId))}
        </button>
      );
    }
    if (isLast) return <p className="text-quiet">Through with the list.</p>;
    if (!answer) return null;
    if (decided) return <p className="leading-tight">Next: {lowerFirst(decided)}</p>;
    return (
      <button type="button" className={clsx(BUTTON, 'bg-base-200 w-full')} onClick={taps.takeNextSet}>
        {nextSetText(nextSetAfter(index, situation, set, answer), item.dose.kind)}
      </button>
    );
  }
  if (correction && isWorking) {
    const { triage, waitingFor } = correction;
    return (
      <div role="group" aria-label={lowerFirst(triage.first.fault.name)}>
        <p className="flex items-baseline gap-1.5 leading-tight">
          <SeverityDrop severity={triage.first.severity} size={14} />
          {waitingFor ? (
            <b>{waitingFor.text}</b>
          ) : (
            <span>
              {triage.endSet ? 'End the set: ' : 'Look again: '}
              {lowerFirst(triage.first.fault.name)}
            </span>
          )}
        </p>
        <div className="mt-1 grid grid-cols-2 gap-1.5">
          <button
            type="button"
            className={clsx(BUTTON, 'border-base-content border-2')}
            onClick={waitingFor ? () => taps.outcome('fixed') : taps.gone}
          >
            {waitingFor ? 'Fixed' : 'Gone'}
          </button>
          <button
            type="button"
            className={clsx(BUTTON, 'border-base-content border-2')}
            onClick={waitingFor ? () => taps.outcome('same') : () => taps.see(triage.first.fault.faultId, triage.first.side)}
          >
            {waitingFor ? 'Same' : 'Still there'}
          </button>
        </div>
      </div>
    );
  }
  return (
    <div className="flex gap-1.5 lg:flex-wrap" role="group" aria-label="Faults">
      {tiles.slice(0, tilesBeside(movement.document.name)).map(({ fault, inView }) => (
        <button
          key={fault.faultId}
          type="button"
          className={clsx(
            'flex min-h-14 min-w-24 flex-1 cursor-pointer items-center gap-1.5 rounded-xl border px-2 text-left text-sm leading-tight',
            inView ? 'border-base-content/60' : 'border-base-content/45 border-dashed',
          )}
          onClick={() => taps.see(fault.faultId)}
        >
          <SeverityDrop severity={fault.severity} size={14} />
          <span>{fault.name}</span>
        </button>
      ))}
    </div>
  );
}

interface FootProps extends PartProps {
  readonly name: string;
  readonly onClock: boolean;
  readonly onPain: () => void;
}

/** Good, done and pain; before a set and in the rest, begin. */
function StripFoot({ index, situation, taps, name, onClock, onPain }: FootProps) {
  const { isWorking, set, item, follows } = situation;
  const wasClean = set?.looks.at(-1)?.clean === true;
  return (
    <div className="grid shrink-0 grid-cols-[1fr_1fr_auto] gap-1.5 self-center sm:mt-auto sm:self-stretch">
      {isWorking ? (
        <>
          <button
            type="button"
            className={clsx(BUTTON, 'bg-success text-success-content')}
            aria-label={`Good, ${name}`}
            onClick={taps.looksGood}
          >
            {wasClean ? 'Good ✓' : 'Good'}
          </button>
          {follows ? (
            <button
              type="button"
              className={clsx(BUTTON, 'bg-base-200')}
              aria-label={`${followsText(follows, index)}, ${name}`}
              onClick={taps.goOn}
            >
              {followsText(follows, index)}
            </button>
          ) : (
            <button type="button" className={clsx(BUTTON, 'bg-base-200')} aria-label={`Done, ${name}`} onClick={() => taps.end()}>
              Done
            </button>
          )}
        </>
      ) : onClock ? (
        <span className="text-quiet col-span-2 self-center">by the clock</span>
      ) : (
        <button
          type="button"
          className={clsx(BUTTON, 'border-base-content col-span-2 border-2')}
          aria-label={`Start, ${name}`}
          onClick={taps.begin}
        >
          {startName(situation, item.setIds.length + 1)}
        </button>
      )}
      <button
        type="button"
        className={clsx(BUTTON, 'border-error text-error min-w-16 border-2')}
        aria-label={`Pain, ${name}`}
        onClick={onPain}
      >
        Pain
      </button>
    </div>
  );
}
