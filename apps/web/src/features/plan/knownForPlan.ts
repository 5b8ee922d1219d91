import { isInUse, stancesInForce, type MovementDocument } from '@waxwing/core/movement';
import { adviseLoad, kitOf, rackFor, targetReserveOf, type Inventory, type Makeable } from '@waxwing/core/loading';
import { opennessOf } from '@waxwing/core/progress';
import { familiarityOf } from '@waxwing/core/session';
import { firstName } from '@waxwing/core/client';
import { NO_GAPS, type LaneContext, type PlanContext, type Plan, type PlanLane } from '@waxwing/core/planning';
import type { ClientSummary, HistoryAnswer, LatelyAnswer, PacesAnswer, PlaceSummary, PracticeAnswer } from '@waxwing/core/api';
import type { IndexedLibrary } from '../../shared/queries.ts';

/** As much of the library as a plan asks for. */
export type PlanLibrary = Pick<IndexedLibrary, 'lexicon' | 'ladder' | 'revision'>;

/** What is known of somebody in the plan. */
export interface PersonInPlan {
  readonly client: ClientSummary;
  readonly history: HistoryAnswer;
  readonly practice: PracticeAnswer;
  readonly paces: PacesAnswer;
  readonly lately: LatelyAnswer;
}

export interface KnownForPlan {
  readonly context: PlanContext;
  readonly person: (laneId: string) => PersonInPlan | null;
  /** What holds in any other place and for anybody else, too. */
  readonly basis: Omit<Basis, 'inventory' | 'lanes' | 'library'>;
}

/** What there is where a plan is: at the first one's home, in the room that it names, else in the studio's first. */
export function inventoryOf(
  plan: Pick<Plan, 'lanes' | 'placeId' | 'atHome'>,
  clients: readonly ClientSummary[],
  places: readonly PlaceSummary[],
): Inventory | null {
  if (plan.atHome) {
    const first = plan.lanes.find(({ clientId }) => clientId)?.clientId;
    return clients.find(({ clientId }) => clientId === first)?.homeKit ?? { things: [], sources: [] };
  }
  return places.find(({ placeId }) => placeId === (plan.placeId ?? places[0]?.placeId))?.inventory ?? null;
}

/** The same people somewhere else. */
export function knownAt({ basis }: KnownForPlan, plan: Plan, library: PlanLibrary): PlanContext {
  const inventory = inventoryOf(plan, basis.clients, basis.places);
  return knownFor({ ...basis, library, lanes: plan.lanes, inventory }).context;
}

/** What it is made of. */
export interface Basis {
  readonly library: PlanLibrary;
  readonly lanes: readonly PlanLane[];
  readonly people: ReadonlyMap<string, PersonInPlan>;
  readonly inventory: Inventory | null;
  readonly positions: Readonly<Record<string, string>>;
  readonly today: string;
  readonly clients: readonly ClientSummary[];
  readonly places: readonly PlaceSummary[];
}

/** What a plan is reckoned with, of answers that are all there. */
export function knownFor(basis: Basis): KnownForPlan {
  const { library, lanes, inventory, ...rest } = basis;
  const { people } = rest;
  const racks = new Map<string, readonly Makeable[]>();
  const rack = (document: MovementDocument) => {
    const found = racks.get(document.id) ?? rackFor(document, inventory);
    racks.set(document.id, found);
    return found;
  };
  const contexts = new Map(
    lanes.map((lane, at): [string, LaneContext] => [
      lane.laneId,
      laneContext(basis, lane, at, people.get(lane.clientId ?? '') ?? null, rack),
    ]),
  );
  const context: PlanContext = {
    inventory,
    lexicon: library.lexicon,
    documentOf: (id) => library.revision(id)?.document,
    rack,
    lane: (laneId) => contexts.get(laneId)!,
  };
  const clientOf = new Map(lanes.map(({ laneId, clientId }) => [laneId, clientId]));
  return { context, basis: rest, person: (laneId) => people.get(clientOf.get(laneId) ?? '') ?? null };
}

/** Somebody who left is called so, and nothing is known of them. */
function nameOf({ clientId, level }: PlanLane, person: PersonInPlan | null, at: number): string {
  if (person) return firstName(person.client.name);
  return clientId ? 'Somebody who left' : (level ?? `Level ${at + 1}`);
}

function laneContext(
  { library, inventory, positions, today }: Basis,
  lane: PlanLane,
  at: number,
  person: PersonInPlan | null,
  rack: (document: MovementDocument) => readonly Makeable[],
): LaneContext {
  const { lexicon } = library;
  const stances = stancesInForce(lexicon, { ...positions, ...person?.client.stances });
  const targetReserve = targetReserveOf(stances);
  const cautions = new Set(person?.client.cautions.map(({ caution }) => caution));
  const openness = opennessOf({
    ladder: library.ladder,
    documentOf: (id) => library.revision(id)?.document,
    lexicon,
    circumstances: { kit: inventory ? new Set(kitOf(inventory)) : null, cautions, floor: inventory?.floor },
    practice: person ? new Map(Object.entries(person.practice)) : null,
    overrides: new Map(person?.client.marks?.map(({ movementId, mark }) => [movementId, mark])),
  });
  return {
    name: nameOf(lane, person, at),
    advise: (document) =>
      adviseLoad({
        document,
        rack: rack(document),
        last: person?.history.movements[document.id] ?? null,
        due: person?.history.due.find(({ movementId }) => movementId === document.id) ?? null,
        targetReserve,
        isAlone: inventory?.alone === true,
        ...(person && { answers: person.history.answers }),
      }),
    familiarity: (id) => (person ? familiarityOf(person.history.movements[id], today) : 'learning'),
    pace: (id) => person?.paces.reps[id] ?? null,
    gaps: person?.paces.gaps ?? NO_GAPS,
    hindrances: (id) => openness.obstaclesTo(id),
    limits: (id) => {
      const document = library.revision(id)?.document;
      if (!document || !isInUse(document)) return [];
      return document.cautions
        .filter(({ caution, closed }) => cautions.has(caution) && !closed)
        .map(({ caution, limit }) => `${lexicon.cautions.get(caution)?.name ?? caution}: ${limit}`);
    },
    stances,
    targetReserve,
  };
}
