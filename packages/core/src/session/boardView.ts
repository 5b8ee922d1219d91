import { firstName } from '../client/firstName.ts';
import type { MovementRevision } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Plan, PlanBlock, PlanItem } from '../planning/plan.ts';
import { calledOf } from './whoseLane.ts';
import type { ClientBrief, SessionBrief } from './brief.ts';
import type { LaneState, SegmentState, SessionState, SetState } from './state.ts';

/** What a board on another device is given: the running hour without anything of anybody but a first name, or not even that. */
export interface BoardView {
  readonly brief: SessionBrief;
  readonly state: SessionState;
}

/*
 * Both are put together from what a board shows, never taken and stripped: what is added to a brief or a state later isn't on the board until
 * somebody puts it there. Ids of clients are their lanes' here.
 */

/** The brief of a session as a board has it; `movementIds` are those that stand on its lanes' lists. */
export function boardBrief(brief: SessionBrief, state: SessionState, hasNames: boolean): SessionBrief {
  const { sessionId, localDate, zone, plan } = brief;
  const { cues = [], stances = [], basePoses = [], muscles = [] } = brief.vocabulary;
  const shown = new Set([
    ...state.lanes.flatMap(({ items }) => items.map(({ movementId }) => movementId)),
    ...(plan?.blocks ?? []).flatMap(({ items }) => items.flatMap(movementsIn)),
  ]);
  return {
    sessionId,
    localDate,
    zone,
    clients: state.lanes.map(({ laneId, clientId }, at) =>
      boardClient(laneId, hasNames ? nameIn(brief, clientId) : `Lane ${at + 1}`),
    ),
    revisions: brief.revisions.filter(({ document }) => shown.has(document.id)).map(boardRevision),
    // What is said, and what the figure stands on.
    vocabulary: { cues, stances, basePoses, muscles },
    kit: null,
    // What is laid out, so that it is drawn.
    inventory: brief.inventory ? { things: [], sources: brief.inventory.sources } : null,
    ...(plan && { plan: boardPlan(plan) }),
  };
}

function movementsIn({ movementId, own, way }: PlanItem): string[] {
  return [movementId, ...own.flatMap((each) => each.movementId ?? []), ...(way?.kind === 'then-easier' ? [way.movementId] : [])];
}

/** A first name. What a trainer typed for a guest may be more than that. */
function nameIn({ clients }: SessionBrief, clientId: string): string {
  const client = clients.find((each) => each.clientId === clientId);
  return client?.guest ? firstName(client.name) : calledOf(client);
}

function boardClient(laneId: string, name: string): ClientBrief {
  return {
    clientId: laneId,
    laneId,
    name,
    cautions: [],
    stances: {},
    book: { client: {}, others: {}, othersByType: {} },
    faultRates: {},
    history: {},
    due: [],
    items: [],
  };
}

function boardRevision({ revisionId, number, document }: MovementRevision): MovementRevision {
  const bare: MovementDocument = { ...document, faults: [], cautions: [], harder: [], eases: [] };
  return { revisionId, number, document: bare };
}

/** Blocks, formats and amounts; what was written beside them may be about somebody. */
function boardPlan({ minutes, lanes, blocks }: Plan): Plan {
  return {
    name: '',
    minutes,
    lanes: lanes.map(({ laneId }) => ({ laneId })),
    blocks: blocks.map(({ blockId, part, format, times, spread, items }): PlanBlock => ({
      blockId,
      part,
      format,
      ...(times && { times }),
      ...(spread && { spread }),
      items: items.map(({ itemId, movementId, own, amount, sets, load, tempo, restSeconds, way, sides }) => ({
        itemId,
        movementId,
        own,
        ...(amount && { amount }),
        ...(sets && { sets }),
        ...(load && { load }),
        ...(tempo && { tempo }),
        ...(restSeconds !== undefined && { restSeconds }),
        ...(way && { way }),
        ...(sides && { sides }),
      })),
    })),
  };
}

/** Where a session stands, as a board has it. */
export function boardState(state: SessionState): SessionState {
  const { sessionId, status, localDate, zone, startedAt, endedAt, clock } = state;
  return {
    sessionId,
    status,
    localDate,
    zone,
    startedAt,
    endedAt,
    clock,
    lanes: state.lanes.map(boardLane),
    pains: [],
    decisions: [],
    setUps: [],
    proposals: [],
    typed: [],
    brought: [],
    notes: [],
    lamport: 0,
  };
}

function boardLane({ laneId, joinedAt, leftAt, items, currentItemId, sets, openSetId, view }: LaneState): LaneState {
  const [last] = sets.slice(-1);
  return {
    laneId,
    clientId: laneId,
    joinedAt,
    leftAt,
    currentItemId,
    openSetId,
    view,
    day: null,
    items: items.map(
      ({
        itemId,
        planItemId,
        movementId,
        plannedMovementId,
        revisionId,
        sets: of,
        dose,
        target,
        load,
        restSeconds,
        setIds,
        dropped,
      }) => ({
        itemId,
        ...(planItemId && { planItemId }),
        movementId,
        plannedMovementId,
        revisionId,
        sets: of,
        dose,
        target,
        load,
        restSeconds,
        setIds,
        dropped,
        nextChange: null,
        swaps: [],
        pain: false,
      }),
    ),
    // What was done before is the log's.
    sets: last ? [boardSet(last, laneId)] : [],
  };
}

function boardSet({ setId, itemId, ordinal, startedAt, endedAt, segments }: SetState, laneId: string): SetState {
  return {
    setId,
    itemId,
    laneId,
    clientId: laneId,
    ordinal,
    startedAt,
    endedAt,
    endReason: endedAt === null ? null : 'done',
    segments: segments.map(boardSegment),
    countedBy: null,
    looks: [],
    faults: [],
    seenFrom: [],
    hurt: [],
    felt: [],
    trials: [],
    changes: [],
    effort: null,
    pain: false,
  };
}

function boardSegment(segment: SegmentState): SegmentState {
  const { segmentId, movementId, revisionId, side, load, tempo, target, unit, startedAt, endedAt, counted, stated } = segment;
  const { stretch, manner, part, sideAlone } = segment;
  return {
    segmentId,
    movementId,
    revisionId,
    ...(side && { side }),
    load,
    ...(tempo && { tempo }),
    target,
    unit,
    actor: 'trainer',
    startedAt,
    endedAt,
    counted,
    stated,
    ...(stretch !== undefined && { stretch }),
    ...(manner && { manner }),
    ...(part && { part }),
    ...(sideAlone && { sideAlone }),
  };
}
