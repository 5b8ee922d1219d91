import { isSameLoad } from '../movement/loadText.ts';
import { lowerFirst } from '../movement/text.ts';
import { SEVERITIES, type Severity } from '../movement/terms.ts';
import type { BriefIndex } from './briefIndex.ts';
import type { LaneSituation } from './laneSituation.ts';
import { levelsOf, type Level } from './levels.ts';
import { isPreparing } from './preparing.ts';

/** What an easier set before it showed that bears on what comes, and where to begin with it. */
export interface WarmUpShowed {
  /** Named as on the movement that comes, most serious first. */
  readonly faults: readonly { readonly faultId: string; readonly name: string; readonly severity: Severity }[];
  /** One step easier than planned, the smallest first; `null` where there is none, or for what is only untidy. */
  readonly beginWith: Level | null;
}

/**
 * Before the first set of a movement: faults that were seen in the warm-up, were still there when it ended, and are known of this movement too.
 * `null` when it was begun, when it is itself a warm-up, or when nothing was seen.
 */
export function warmUpShowed(index: BriefIndex, situation: LaneSituation): WarmUpShowed | null {
  const { lane, item, movement } = situation;
  if (item.setIds.length > 0 || isPreparing(index, item)) return null;
  const prepared = new Set(lane.items.filter((each) => each !== item && isPreparing(index, each)).map(({ itemId }) => itemId));
  const seen = new Set(
    lane.sets
      .filter(({ itemId, endedAt }) => endedAt !== null && prepared.has(itemId))
      .flatMap(({ faults }) => faults.filter(({ status }) => status === 'open').map(({ faultTypeId }) => faultTypeId)),
  );
  const faults = movement.faults
    .filter(({ type }) => seen.has(type))
    .sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity))
    .map(({ faultId, name, severity }) => ({ faultId, name, severity }));
  const [first] = faults;
  if (!first) return null;
  // Once it is easier than planned, that was taken.
  const planned = situation.client.items.find(({ itemId }) => itemId === item.itemId)?.load;
  const isEased =
    item.nextChange !== null ||
    item.movementId !== item.plannedMovementId ||
    (planned !== undefined && !isSameLoad(planned, item.load));
  const [beginWith] = isEased || first.severity === 'polish' ? [] : levelsOf(index, situation).easier;
  return { faults, beginWith: beginWith ?? null };
}

/** "Knees drop in, heels lift", to stand in a sentence. */
export function showedText({ faults }: WarmUpShowed): string {
  return faults.map(({ name }) => lowerFirst(name)).join(', ');
}
