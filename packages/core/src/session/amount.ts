import type { MovementDocument } from '../movement/movementDocument.ts';
import { turnsOf } from '../movement/turns.ts';
import type { SegmentState, SetState } from './state.ts';

/** Reps, seconds or metres of a segment: what was stated, else what was counted or what the clock says. */
export function segmentAmount(segment: SegmentState, now?: string): number {
  if (segment.stated !== null) return segment.stated;
  if (segment.unit !== 'seconds') return segment.counted;
  return clockSeconds(segment, now);
}

/** A stretch lasts no longer than this, or than three times what it asked for in seconds: beyond it, nobody had ended it. */
const STRETCH_SECONDS_MOST = 300;

function clockSeconds({ startedAt, endedAt, unit, target }: SegmentState, now?: string): number {
  const end = endedAt ?? now;
  if (end === undefined) return 0;
  const most = Math.max(STRETCH_SECONDS_MOST, unit === 'seconds' ? 3 * target : 0);
  return Math.min(most, Math.max(0, Math.round((Date.parse(end) - Date.parse(startedAt)) / 1000)));
}

/** How long the muscles worked; `null` when nobody knows, because the stretch was noted afterwards or goes on. */
export function secondsUnderWork(segment: SegmentState): number | null {
  if (segment.unit === 'seconds') return segment.stated ?? (segment.endedAt === null ? null : clockSeconds(segment));
  return segment.endedAt === null || segment.counted === 0 ? null : clockSeconds(segment);
}

/** The pieces of a hold, the one that goes on, or was last, where none is named: a hold that is dropped and taken up again is one hold in several pieces. */
export function piecesOf({ segments }: Pick<SetState, 'segments'>, of = segments.at(-1)!): readonly SegmentState[] {
  return segments.filter(
    ({ unit, side, stretch, movementId }) =>
      unit === 'seconds' && side === of.side && stretch === of.stretch && movementId === of.movementId,
  );
}

/**
 * The stretches that a set is judged by: not the lighter set before it, nor what its plan lets follow at once. A set that has no others is
 * judged by what there is.
 */
export function judgedSegments({ segments }: Pick<SetState, 'segments'>): readonly SegmentState[] {
  const judged = segments.filter(({ part }) => part === undefined);
  return judged.length === 0 ? segments : judged;
}

/** The one with which the set ended, of those. */
export function lastJudged(set: Pick<SetState, 'segments'>): SegmentState {
  return judgedSegments(set).at(-1)!;
}

/** Those of them that are counted alike: a hold among reps isn't added to them. */
function counted(set: SetState): readonly SegmentState[] {
  const judged = judgedSegments(set);
  return judged.filter(({ unit }) => unit === judged[0]!.unit);
}

/** What a set asked for, of one side: of every stretch that was begun what it asked for at first. */
export function askedAmount(set: SetState): number {
  const segments = counted(set);
  const ofSide = segments.filter(({ side }) => side === segments[0]!.side);
  const stretches = new Map([...ofSide].reverse().map(({ stretch = 0, target }) => [stretch, target]));
  return [...stretches.values()].reduce((sum, target) => sum + target, 0);
}

/**
 * What was done of one side, to set beside a target: with sides taken in turn the lesser side counts, of reps by turns
 * that are dosed for each side every second one.
 */
export function amountPerSide(set: SetState, document: Pick<MovementDocument, 'laterality' | 'dose'>, now?: string): number {
  const segments = counted(set);
  if (document.laterality !== 'one-side') {
    const total = segments.reduce((sum, segment) => sum + segmentAmount(segment, now), 0);
    return turnsOf(document, segments[0]?.unit ?? 'reps') === 2 ? Math.floor(total / 2) : total;
  }
  const bySide = new Map<string, number>();
  for (const segment of segments) {
    const side = segment.side ?? 'left';
    bySide.set(side, (bySide.get(side) ?? 0) + segmentAmount(segment, now));
  }
  // Where the plan gives each side a set of its own, one side is all of it.
  const isOneSideOnly = segments.every(({ sideAlone }) => sideAlone);
  return bySide.size < 2 && !isOneSideOnly ? 0 : Math.min(...bySide.values());
}
