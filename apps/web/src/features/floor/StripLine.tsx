import { PHASES_OF_RHYTHM, type Lexicon } from '@waxwing/core/movement';
import type { LaneSituation } from '@waxwing/core/session';
import clsx from 'clsx';
import { PhaseStill } from '../../shared/figure/PhaseStill.tsx';
import { workingSideOf } from './workingSide.ts';

/**
 * The rep strip on one line: the movement at each phase with its breath, and the tail under the phase to look at. While something is put
 * right the figure stands there, large, and the strip is words.
 */
export function StripLine({ situation, lexicon }: { situation: LaneSituation; lexicon: Lexicon }) {
  const { drawn, correction, isWorking, set } = situation;
  const isResting = set !== null && !isWorking;
  const lookAt = correction?.triage.first.fault.phase;
  return (
    <ol
      aria-label="Rep strip"
      className="text-quiet border-base-300 mt-1 hidden justify-between gap-3 border-b pb-1.5 text-sm sm:flex"
    >
      {PHASES_OF_RHYTHM[drawn.rhythm].map((phase) => {
        const breath = drawn.phases.find((each) => each.phase === phase)?.breath;
        return (
          <li key={phase} className="flex items-end gap-2">
            {!isResting && !correction && (
              <PhaseStill
                document={drawn}
                lexicon={lexicon}
                phase={phase}
                side={workingSideOf(situation)}
                isInRepFrame
                className="hidden h-14 w-auto max-w-24 md:block"
              />
            )}
            <span className="leading-tight">
              <span className={clsx(phase === lookAt && 'tail text-base-content font-bold')}>{phase}</span>
              {(breath === 'in' || breath === 'out') && <span className="block">breathe {breath}</span>}
            </span>
          </li>
        );
      })}
    </ol>
  );
}
