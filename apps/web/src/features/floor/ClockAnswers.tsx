import type { EffortAnswer } from '@waxwing/core/loading';
import type { SetState } from '@waxwing/core/session';
import clsx from 'clsx';
import type { LaneTaps } from './laneTaps.ts';

/** On the clock there is time for one question: for whom it was too easy, and who struggled. Whoever isn’t named was about right. */
const ANSWERS: readonly (EffortAnswer & { readonly text: string })[] = [
  { text: 'Too easy', effort: 'plenty-left' },
  { text: 'Struggled', effort: 'nothing-left' },
];

interface ClockAnswersProps {
  readonly set: SetState;
  readonly taps: LaneTaps;
  /** The size of a button. */
  readonly className: string;
}

export function ClockAnswers({ set, taps, className }: ClockAnswersProps) {
  return (
    <div className="grid grid-cols-2 gap-1.5" role="group" aria-label="Worth saying?">
      {ANSWERS.map(({ text, effort }) => (
        <button
          key={effort}
          type="button"
          aria-pressed={set.effort === effort}
          className={clsx(
            'cursor-pointer border-2 font-bold',
            className,
            set.effort === effort
              ? 'bg-neutral text-neutral-content border-transparent'
              : 'border-base-content hover:bg-base-200',
          )}
          onClick={() => taps.rate({ effort })}
        >
          {text}
        </button>
      ))}
    </div>
  );
}
