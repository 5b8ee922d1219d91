import type { Side } from '@waxwing/core/movement';
import type { LaneSituation } from '@waxwing/core/session';

/** The side that works in the set that is on, or was on last; the right until one is. */
export function workingSideOf({ set }: LaneSituation): Side {
  return set?.segments.at(-1)?.side ?? 'right';
}
