import { PHASES_OF_RHYTHM, upperFirst, type LaneSituation, type Lexicon } from '@waxwing/core';
import clsx from 'clsx';
import { PhaseStill } from '../../shared/figure/PhaseStill.tsx';
import { workingSideOf } from './workingSide.ts';

/** The rep strip on one line: the movement at each phase, with the one to look at under the tail. */
export function StripLine({ situation, lexicon }: { situation: LaneSituation; lexicon: Lexicon }) {
  const { movement, correction, isWorking, set } = situation;
  const { document } = movement;
  if (!document.figure || (set && !isWorking)) return null;
  const lookAt = correction?.triage.first.fault.phase;
  return (
    <ol aria-label="Rep strip" className="border-base-300 mb-2 hidden justify-between gap-2 border-b pb-1 md:flex">
      {PHASES_OF_RHYTHM[document.rhythm].map((phase) => (
        <li key={phase} className="flex min-w-0 items-end gap-2">
          <span className="flex h-14 items-end">
            <PhaseStill
              document={document}
              lexicon={lexicon}
              phase={phase}
              side={workingSideOf(situation)}
              isInRepFrame
              className="max-h-14 max-w-20"
            />
          </span>
          <span className={clsx('pb-1 text-sm', phase === lookAt && 'tail font-bold')}>{upperFirst(phase)}</span>
        </li>
      ))}
    </ol>
  );
}
