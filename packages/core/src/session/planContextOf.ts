import { targetReserveOf } from '../loading/parameters.ts';
import { NO_GAPS } from '../planning/habits.ts';
import type { PlanLane } from '../planning/plan.ts';
import type { LaneContext, PlanContext } from '../planning/planContext.ts';
import type { BriefIndex } from './briefIndex.ts';
import { adviceFor } from './clientAdvice.ts';
import { familiarityOf } from './familiarity.ts';

const CONTEXTS = new WeakMap<BriefIndex, PlanContext>();

/** What a plan is reckoned with while it is done: what the brief knows, and nothing beyond. */
export function planContextOf(index: BriefIndex): PlanContext {
  const known = CONTEXTS.get(index) ?? contextOf(index);
  CONTEXTS.set(index, known);
  return known;
}

/** The lanes of a plan that are on the floor: those that it was made for, and whoever joined since. */
export function lanesHere({ brief: { clients, plan } }: BriefIndex): readonly PlanLane[] {
  const planned = plan?.lanes.filter(({ laneId }) => clients.some((client) => client.laneId === laneId)) ?? [];
  const joined = clients.filter(({ laneId }) => !planned.some((lane) => lane.laneId === laneId));
  return [...planned, ...joined.map(({ laneId, clientId }) => ({ laneId, clientId }))];
}

function contextOf(index: BriefIndex): PlanContext {
  const { brief, lexicon } = index;
  return {
    inventory: brief.inventory ?? null,
    lexicon,
    documentOf: (movementId) => index.revision(movementId)?.document,
    rack: ({ id }) => index.rack(id),
    lane: (laneId): LaneContext => {
      const client = brief.clients.find((each) => each.laneId === laneId)!;
      const stances = index.stances(client.clientId);
      return {
        name: client.name,
        advise: (document) => adviceFor(index, client, document),
        familiarity: (movementId) => familiarityOf(client.history[movementId], brief.localDate),
        pace: () => null,
        gaps: NO_GAPS,
        // What closes a movement was said when the hour was planned, and is said at the swap.
        hindrances: () => [],
        limits: () => [],
        stances,
        targetReserve: targetReserveOf(stances),
      };
    },
  };
}
