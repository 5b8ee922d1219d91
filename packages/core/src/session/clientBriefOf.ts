import type { ClientDocument } from '../client/clientDocument.ts';
import type { SetUp } from '../client/setUp.ts';
import { ageGroupOf } from '../coaching/audience.ts';
import type { TallyBook } from '../coaching/cueTally.ts';
import { adviseLoad } from '../loading/adviseLoad.ts';
import type { AnswerHabits } from '../loading/answerMeaning.ts';
import type { Inventory } from '../loading/inventory.ts';
import { rackFor } from '../loading/makeable.ts';
import { targetReserveOf } from '../loading/parameters.ts';
import { restFor } from '../loading/rest.ts';
import type { MovementRevision } from '../movement/library.ts';
import type { Stances } from '../movement/resolvedMovement.ts';
import type { ClientBrief, DueDecision, FaultRate, MovementHistory } from './brief.ts';
import type { SessionItem } from './event.ts';
import type { PickedLane, PickedMovement } from './startSession.ts';

/** What is known of somebody's past. */
export interface KnownPast {
  readonly history: Readonly<Record<string, MovementHistory>>;
  readonly due: readonly DueDecision[];
  readonly setUps: Readonly<Record<string, SetUp>>;
  readonly book: TallyBook;
  readonly faultRates: Readonly<Record<string, FaultRate>>;
  readonly answers?: AnswerHabits | undefined;
}

/** A level or a guest, where a client's record is asked for: nothing is known of it but what it is called. */
export function asNobody({
  laneId,
  level,
  guest,
}: PickedLane): ClientDocument & { readonly clientId: string; readonly version: number } {
  return { clientId: laneId, version: 0, name: guest ?? level ?? 'Everybody', birthYear: 0, goals: [], cautions: [] };
}

/** Where, and with what, an hour is done. */
export interface Surroundings {
  /** The positions in force where a client hasn't their own. */
  readonly positions: Stances;
  readonly inventory: Inventory | null;
  /** The hour's day, as "2026-03-02". */
  readonly localDate: string;
  readonly revisionOf: (movementId: string) => MovementRevision | undefined;
  readonly newId: () => string;
}

/** Somebody as Floor needs them, with what was picked for them; a movement without a revision is on no list. */
export function clientBriefOf(
  client: ClientDocument & { readonly clientId: string },
  lane: PickedLane,
  past: KnownPast,
  surroundings: Surroundings,
): ClientBrief {
  const stances = { ...surroundings.positions, ...client.stances };
  const { history, due, setUps, book, faultRates, answers } = past;
  const ageGroup =
    lane.clientId === undefined ? undefined : ageGroupOf(client.birthYear, Number(surroundings.localDate.slice(0, 4)));
  return {
    clientId: client.clientId,
    laneId: lane.laneId,
    name: client.name,
    cautions: client.cautions,
    stances,
    book,
    faultRates,
    history,
    due,
    setUps,
    ...(answers && { answers }),
    ...(lane.guest !== undefined && { guest: true as const }),
    ...(!client.readiness && (lane.clientId ?? lane.guest) !== undefined && { healthNotAsked: true as const }),
    ...(client.unit && { unit: client.unit }),
    ...(client.cueStyle && { cueStyle: client.cueStyle }),
    ...(ageGroup && { ageGroup }),
    items: lane.movements.flatMap((picked) => {
      const revision = surroundings.revisionOf(picked.movementId);
      return revision ? [itemOf(picked, revision, past, { ...surroundings, positions: stances })] : [];
    }),
  };
}

/** What isn't said is advised, as on Floor and in a plan. */
function itemOf(
  picked: PickedMovement,
  { revisionId, document }: MovementRevision,
  { history, due, answers }: KnownPast,
  { positions, inventory, newId }: Surroundings,
): SessionItem {
  const reserve = targetReserveOf(positions);
  const advice = adviseLoad({
    document,
    rack: rackFor(document, inventory),
    last: history[document.id] ?? null,
    due: due.find(({ movementId }) => movementId === document.id) ?? null,
    targetReserve: reserve,
    isAlone: inventory?.alone === true,
    ...(answers && { answers }),
  });
  const target = picked.target ?? advice.target;
  const load = picked.load ?? advice.load;
  return {
    itemId: newId(),
    movementId: document.id,
    revisionId,
    ...(picked.planItemId && { planItemId: picked.planItemId }),
    sets: picked.sets ?? document.sets,
    dose: picked.dose ?? document.dose,
    target,
    load,
    restSeconds: picked.restSeconds ?? restFor(document, { target, reserve, load }),
  };
}
