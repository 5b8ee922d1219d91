import { loadText, lowerFirst } from '@waxwing/core/movement';
import type { Stretch, StretchKind } from '@waxwing/core/planning';
import type { BriefIndex, NextStretch } from '@waxwing/core/session';

export const STRETCH_NAMES: Readonly<Record<StretchKind, string>> = {
  full: 'whole reps',
  half: 'half range',
  singles: 'singles',
  doubles: 'doubles',
  slow: 'slow',
  pulses: 'pulses',
  hold: 'hold, seconds',
};

/** "6 half range", "15 s held". */
export function stretchText({ kind, amount }: Stretch): string {
  if (kind === 'hold') return `${amount} s held`;
  return kind === 'full' ? `${amount}` : `${amount} ${STRETCH_NAMES[kind]}`;
}

/** What a tap goes on to within the set. */
export function followsText(follows: NextStretch, index: BriefIndex): string {
  const { kind, manner, target, load, movementId } = follows;
  if (kind === 'side') return 'Other side';
  if (kind === 'easier') return `${target} ${lowerFirst(index.nameOf(movementId))}`;
  if (kind === 'lighter') return `${target} with ${loadText(load)}`;
  return manner ? stretchText({ kind: manner, amount: target }) : `${target}`;
}
