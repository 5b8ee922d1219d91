import { typedSlug, type BriefIndex, type LaneSituation } from '@waxwing/core/session';
import clsx from 'clsx';
import { Check } from 'lucide-react';
import { memo } from 'react';
import { PhaseStill, tellingPhase } from '../../shared/figure/PhaseStill.tsx';
import { SaySomethingElse } from './CorrectionCard.tsx';
import type { LaneTaps } from './laneTaps.ts';
import { cuesToBrief } from './cuesToBrief.ts';
import { workingSideOf } from './workingSide.ts';

interface CuesAtRestProps {
  readonly index: BriefIndex;
  readonly situation: LaneSituation;
  readonly isTight: boolean;
  readonly taps: LaneTaps;
}

/** While nothing is wrong: two cues to brief with, large, what a good one looks like from here, and a way to say that it does. */
export const CuesAtRest = memo(function CuesAtRest({ index, situation, isTight, taps }: CuesAtRestProps) {
  const { movement, drawn, set, isWorking, lane } = situation;
  const typed = movement.cues.findLast(({ cueId }) => typedSlug(cueId) !== undefined);
  const { lexicon } = index;
  const briefing = cuesToBrief(index, situation);
  // What just came to mind is what one is about to say.
  const cues = typed ? [typed, ...briefing.filter((cue) => cue !== typed).slice(0, 1)] : briefing;
  const lastLook = set?.looks.at(-1);
  return (
    <section aria-label="Cues" className="bg-panel flex flex-1 items-center gap-5 rounded-2xl px-5 py-4 md:px-8">
      <div className="flex min-w-0 flex-1 flex-col justify-center gap-4">
        {cues.map((cue) => (
          <p key={cue.cueId}>
            <span
              className={clsx('heading block text-4xl leading-tight text-balance', !isTight && 'md:text-5xl lg:max-xl:text-4xl')}
            >
              {cue.text}
            </span>
            {cue.explain && (
              <span className={clsx('text-quiet mt-1 block text-lg', isTight && 'md:hidden lg:block')}>{cue.explain}</span>
            )}
          </p>
        ))}
        <SaySomethingElse taps={taps} />
        {isWorking && (
          <div className="mt-3 flex flex-wrap items-center gap-4">
            <button type="button" className="btn btn-success min-h-16 px-8 text-xl" onClick={taps.looksGood}>
              <Check aria-hidden="true" size={24} /> Looks good
            </button>
            {lastLook?.clean ? (
              <p className="text-success text-lg font-bold">Seen clean. Say so.</p>
            ) : (
              <p className="text-quiet text-lg">Nothing noted yet: tap what you see.</p>
            )}
          </div>
        )}
      </div>
      <PhaseStill
        document={drawn}
        lexicon={lexicon}
        phase={tellingPhase(drawn)}
        view={lane.view}
        side={workingSideOf(situation)}
        isDescribed
        // Beside others, on a screen that isn't wide, the words need the room.
        className={clsx('hidden max-h-60 w-36 shrink-0 md:block', isTight ? 'lg:max-xl:hidden' : 'lg:max-xl:w-28')}
      />
    </section>
  );
});
