import type { LaneSituation } from '@waxwing/core/session';

/** Which set of how many: in rounds the round. */
export function setName({ item, planned }: Pick<LaneSituation, 'item' | 'planned'>, ordinal: number): string {
  const round = planned?.round;
  if (round && round.of !== 1) return round.of === null ? `round ${round.at}` : `round ${round.at} of ${round.of}`;
  return ordinal > item.sets ? `set ${Math.min(ordinal, 99)}` : `set ${ordinal} of ${item.sets}`;
}

/** The same on the button that begins it. */
export function startName({ planned }: Pick<LaneSituation, 'planned'>, ordinal: number): string {
  const round = planned?.round;
  return round && round.of !== 1 ? `Start round ${round.at}` : `Start set ${Math.min(ordinal, 99)}`;
}
