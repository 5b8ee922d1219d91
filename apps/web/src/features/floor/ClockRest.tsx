import { briefingCues, lowerFirst, unitText } from '@waxwing/core/movement';
import {
  clockScore,
  nextWork,
  readClock,
  segmentAmount,
  type BriefIndex,
  type LaneSituation,
  type SessionState,
  type SetState,
} from '@waxwing/core/session';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { useNow } from '../../shared/useNow.ts';
import { ClockAnswers } from './ClockAnswers.tsx';
import { Amount } from './EndOfSet.tsx';
import type { LaneTaps } from './laneTaps.ts';

interface ClockRestProps {
  readonly index: BriefIndex;
  readonly state: SessionState;
  readonly situation: LaneSituation;
  readonly set: SetState;
  readonly taps: LaneTaps;
}

/** The rest on the clock: what was noted, and the only thing worth asking before it goes on. */
export function ClockRest({ index, state, situation, set, taps }: ClockRestProps) {
  const open = set.faults.filter(({ status }) => status === 'open');
  const nameOf = (faultId: string) => situation.movement.faults.find((fault) => fault.faultId === faultId)?.name ?? '';
  return (
    <section aria-label="Rest on the clock" className="bg-panel flex flex-1 flex-col gap-4 rounded-2xl px-5 py-4">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h2 className="text-2xl">Noted</h2>
        {set.segments.map((segment) => (
          <Amount
            key={segment.segmentId}
            label={segment.side ?? unitText(segment.unit)}
            amount={segmentAmount(segment)}
            onStep={(by) => taps.correctCount(segment.segmentId, by)}
            onSay={(said) => taps.correctCount(segment.segmentId, said - segmentAmount(segment))}
          />
        ))}
      </div>
      {open.length > 0 && <p>Still open: {open.map(({ faultId }) => lowerFirst(nameOf(faultId))).join(', ')}.</p>}
      <div>
        <h3 className="text-xl">Worth saying?</h3>
        <div className="mt-1 max-w-80">
          <ClockAnswers set={set} taps={taps} className="min-h-16 rounded-2xl px-4 text-lg" />
        </div>
      </div>
      <ComesNext index={index} state={state} situation={situation} />
    </section>
  );
}

/** What they do when it goes on, to say two things about it while they change over. */
function ComesNext({ index, state, situation }: Pick<ClockRestProps, 'index' | 'state' | 'situation'>) {
  const now = useNow(1000);
  const { clock } = state;
  const score = clock && clockScore(index, clock.blockId);
  const { lane, client } = situation;
  const work = clock && score && nextWork(score, readClock(score, clock, now), lane.laneId);
  const item = work && lane.items.find(({ planItemId }) => planItemId === work.planItemId);
  const movement = item && index.movement(client.clientId, item.movementId);
  if (!movement) return null;
  const drawn = index.drawn(movement, item.load);
  return (
    <div className="border-base-300 mt-auto flex items-center gap-5 border-t pt-3" role="group" aria-label="Comes next">
      <div className="min-w-0 flex-1">
        <p className="text-quiet">Then</p>
        <p className="heading text-3xl leading-tight">{movement.document.name}</p>
        {briefingCues(movement).map(({ cueId, text }) => (
          <p key={cueId} className="mt-1 text-xl leading-tight">
            {text}
          </p>
        ))}
      </div>
      <PhaseStill
        document={drawn}
        lexicon={index.lexicon}
        phase={tellingPhase(drawn)}
        isDescribed
        className="hidden max-h-40 w-28 shrink-0 md:block"
      />
    </div>
  );
}
