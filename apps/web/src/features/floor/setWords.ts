import type { LaneSituation } from '@waxwing/core/session';

/** Which set of how many: in rounds the round. */
export function setName({ item, planned }: Pick<LaneSituation, 'item' | 'planned'>, ordinal: number): string {
  if (planned?.round)
    return planned.round.of === null ? `round ${planned.round.at}` : `round ${planned.round.at} of ${planned.round.of}`;
  return ordinal > item.sets ? `set ${Math.min(ordinal, 99)}` : `set ${ordinal} of ${item.sets}`;
}
