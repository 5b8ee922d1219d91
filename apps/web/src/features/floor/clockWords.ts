import { lowerFirst } from '@waxwing/core/movement';
import type { BriefIndex, ClockPart, ClockReading, ClockScore, ClockStep } from '@waxwing/core/session';
import { stretchText } from '../../shared/stretchWords.ts';

const NAMES: Readonly<Record<ClockStep['kind'], string>> = { work: 'Work', rest: 'Rest', 'all-out': 'All out' };

/** What is on. */
export function nameOf({ at, step, showing }: ClockReading, { stations }: ClockScore): string {
  if (showing !== null) return showing < stations.length ? `Look: ${showing + 1} of ${stations.length}` : 'To your places';
  if (at < 0) return 'Get ready';
  return step ? NAMES[step.kind] : 'Through';
}

/** Which stretch of work it is, or comes, and of which round. */
export function whereText({ block: { format }, steps }: ClockScore, { step, next, showing }: ClockReading): string {
  if (showing !== null) return '';
  const work = [step, next].find((each) => each?.kind === 'work');
  if (!work) return '';
  if (format.kind === 'amrap') return 'as many rounds as fit';
  const stretches = steps.filter(({ kind }) => kind === 'work');
  const place = `${stretches.indexOf(work) + 1} of ${stretches.length}`;
  if (format.kind === 'intervals') return `${place}, round ${work.works[0]!.set + 1} of ${format.rounds}`;
  return format.kind === 'emom' ? `start ${place}` : `set ${place}`;
}

/** What begins within a set: "change sides", "4 slow", "lighter, 6", "knee push-up, 5". */
export function partText(index: BriefIndex, { kind, manner, amount, movementId }: ClockPart): string {
  const how = manner && amount !== null ? stretchText({ kind: manner, amount }) : '';
  if (kind === 'side') return how ? `change sides: ${how}` : 'change sides';
  if (kind === 'easier' && movementId) return `${lowerFirst(index.nameOf(movementId))}, ${amount}`;
  return kind === 'lighter' ? `lighter, ${amount}` : how;
}
