import { lowerFirst } from '../movement/text.ts';
import { answerText } from '../loading/effort.ts';
import type { BriefIndex } from './briefIndex.ts';
import type { SessionEvent } from './event.ts';
import type { SessionFold } from './sessionFold.ts';

/** What one tap did, as long as it can be taken back. */
export interface LastTap {
  readonly tap: string;
  readonly eventIds: readonly string[];
  /** What it was, in a word or two. */
  readonly text: string;
}

/** The last tap of a lane that wasn't taken back, whichever device it was made on, also before a reload; `null` when there is none. */
export function lastTap(fold: SessionFold, index: BriefIndex, laneId: string): LastTap | null {
  const events: SessionEvent[] = [];
  for (const event of fold.backwards()) {
    if (event.laneId !== laneId || event.tap === undefined) continue;
    // What one tap did stands together in its lane, whatever other lanes did in between.
    if (events[0] && events[0].tap !== event.tap) break;
    events.unshift(event);
  }
  const [first] = events;
  return first ? { tap: first.tap!, eventIds: events.map(({ id }) => id), text: tapText(events, fold, index) } : null;
}

/** What a tap did is named for the event that says most of it. */
const MOST_FIRST: readonly SessionEvent['type'][] = [
  'pain-reported',
  'lane-left',
  'movement-swapped',
  'fault-seen',
  'cue-outcome',
  'hurt-asked',
  'felt-asked',
  'looked',
  'rep-counted',
  'set-ended',
  'effort-rated',
  'next-set-planned',
  'load-changed',
  'set-up-noted',
  'movement-started',
  'item-dropped',
  'segment-started',
  'cue-given',
  'cue-typed',
  'view-changed',
];

function tapText(events: readonly SessionEvent[], fold: SessionFold, index: BriefIndex): string {
  const type = MOST_FIRST.find((each) => events.some((event) => event.type === each));
  const event = events.find((each) => each.type === type) ?? events[0]!;
  switch (event.type) {
    case 'pain-reported':
      return 'pain';
    case 'lane-left':
      return 'left early';
    case 'movement-swapped':
      return `swap to ${lowerFirst(index.nameOf(event.payload.toMovementId))}`;
    case 'fault-seen':
      return faultName(event, index);
    case 'cue-outcome':
      return event.payload.outcome;
    case 'hurt-asked':
      return 'does it hurt';
    case 'felt-asked':
      return 'where it is felt';
    case 'looked':
      return event.payload.clean ? 'looks good' : 'gone';
    case 'rep-counted':
      return 'rep';
    case 'day-told':
      return 'how they are';
    case 'hold-broken':
      return 'dropped hold';
    case 'set-ended':
      return event.payload.amounts ? 'count' : 'end of set';
    case 'effort-rated':
      return answerText(event.payload, 'reserve');
    case 'next-set-planned':
      return 'next set';
    case 'load-changed':
      return 'load';
    case 'set-up-noted':
      return 'set-up';
    case 'movement-started':
      return lowerFirst(index.nameOf(event.payload.item.movementId));
    case 'item-dropped':
      return 'left out';
    case 'segment-started': {
      const { setId, segmentId, change, side, part, manner } = event.payload;
      if (change) return lowerFirst(change.text);
      if (part === 'follow-on' || manner) return 'what follows in the set';
      const set = fold.state.lanes.flatMap(({ sets }) => sets).find((each) => each.setId === setId);
      return side && set && set.segments[0]?.segmentId !== segmentId ? 'other side' : 'start of set';
    }
    case 'cue-given':
    case 'cue-typed':
      return 'cue';
    case 'view-changed':
      return 'where you stand';
    default:
      return 'last tap';
  }
}

function faultName(
  { payload, laneId = '', clientId = laneId }: Extract<SessionEvent, { type: 'fault-seen' }>,
  index: BriefIndex,
): string {
  if (payload.text !== undefined) return lowerFirst(payload.text);
  const [movementId = ''] = payload.faultId.split('/');
  const fault = index.movement(clientId, movementId)?.faults.find((each) => each.faultId === payload.faultId);
  return fault ? lowerFirst(fault.name) : 'fault';
}
