import { watchNext, type WatchNext } from '../coaching/watchNext.ts';
import { VIEWS, type View } from '../movement/terms.ts';
import type { BriefIndex } from './briefIndex.ts';
import type { ResolvedMovement } from '../movement/resolvedMovement.ts';
import type { LaneSituation } from './laneSituation.ts';
import type { LaneState, SessionState, SetState } from './state.ts';

/** When somebody last looked at a lane; its set's beginning where nobody has. */
function lastWatchedAt({ lane, set }: LaneSituation): string {
  const looked = [...lane.sets]
    .slice(-2)
    .flatMap(({ looks, faults, trials }) => [
      ...looks.map(({ at }) => at),
      ...faults.map(({ lastAt }) => lastAt),
      ...trials.map(({ givenAt }) => givenAt),
    ]);
  return looked.reduce((latest, at) => (at > latest ? at : latest), set?.startedAt ?? lane.joinedAt);
}

/** Whom to look at next among those who are working at an instant, first first. */
export function whomToWatch(situations: readonly LaneSituation[], at: Date): readonly WatchNext[] {
  return watchNext(
    situations
      .filter(({ isWorking }) => isWorking)
      .map((situation) => ({
        laneId: situation.lane.laneId,
        faults: situation.tiles.map(({ fault, rate }) => ({
          name: fault.name,
          severity: fault.severity,
          views: fault.views,
          shown: rate.shown,
          looked: rate.looked,
        })),
        secondsSinceWatched: (at.getTime() - Date.parse(lastWatchedAt(situation))) / 1000,
        seenFrom: situation.set!.seenFrom,
      })),
  );
}

/** How much of the trainer's eyes a lane had. */
export interface Eyes {
  readonly laneId: string;
  readonly sets: number;
  readonly lookedSets: number;
  /** Views from which something could have been seen on what they did, and nobody stood there. */
  readonly neverFrom: readonly View[];
}

function wasLookedAt({ looks, faults }: SetState): boolean {
  return looks.length > 0 || faults.length > 0;
}

/** At the end of an hour: who was looked at how often, and never from where. */
export function eyesOn(index: BriefIndex, { lanes }: SessionState): readonly Eyes[] {
  return lanes.map((lane) => {
    const ended = lane.sets.filter(({ endedAt }) => endedAt !== null);
    const from = new Set(lane.sets.flatMap(({ seenFrom }) => seenFrom));
    const tells = viewsThatTell(index, lane, ended);
    return {
      laneId: lane.laneId,
      sets: ended.length,
      lookedSets: ended.filter(wasLookedAt).length,
      neverFrom: VIEWS.filter((view) => tells.has(view) && !from.has(view)),
    };
  });
}

/** A view from which only what can be seen from elsewhere too shows tells nothing new. */
function viewsThatTell(index: BriefIndex, lane: LaneState, sets: readonly SetState[]): ReadonlySet<View> {
  const movements = new Set(sets.flatMap(({ segments }) => segments.map(({ movementId }) => movementId)));
  const faults = [...movements].flatMap((id) => index.movement(lane.clientId, id)?.faults ?? []);
  return new Set(faults.filter(({ views }) => views.length === 1).flatMap(({ views }) => views));
}

/** From where most of what is dangerous shows, else most of anything; `null` where nothing is known of it. */
export function viewToTake({ faults }: ResolvedMovement): View | null {
  const risks = faults.filter(({ severity }) => severity === 'risk');
  const counted = risks.length > 0 ? risks : faults;
  const shows = (view: View) => counted.filter(({ views }) => views.includes(view)).length;
  const [best] = [...VIEWS].sort((a, b) => shows(b) - shows(a));
  return best && shows(best) > 0 ? best : null;
}
