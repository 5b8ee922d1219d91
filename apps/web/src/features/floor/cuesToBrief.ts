import { briefingCues } from '@waxwing/core/movement';
import { slotOf, type BriefIndex, type LaneSituation } from '@waxwing/core/session';

/** Nobody hears a third. */
const CUES = 2;

/** What to brief with: what the plan stresses comes before what the library would say first. */
export function cuesToBrief(index: BriefIndex, { movement, item }: LaneSituation): LaneSituation['movement']['cues'] {
  const stress = slotOf(index, item)?.stress ?? [];
  const stressed = movement.cues.filter(({ cueId }) => stress.includes(cueId));
  return [...stressed, ...briefingCues(movement).filter((cue) => !stressed.includes(cue))].slice(0, CUES);
}
