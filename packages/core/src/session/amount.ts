import type { Laterality } from '../movement/terms.ts';
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

/** Everything done in a set, both sides together. */
export function totalAmount(set: SetState, now?: string): number {
  return set.segments.reduce((sum, segment) => sum + segmentAmount(segment, now), 0);
}

/**
 * What was done of one side, to set beside a target: with sides taken in turn the lesser side counts, with alternating reps
 * every second one.
 */
export function amountPerSide(set: SetState, laterality: Laterality, now?: string): number {
  // Seconds of what goes by turns are of both sides together.
  if (laterality === 'alternating' && set.segments[0]?.unit === 'reps') return Math.floor(totalAmount(set, now) / 2);
  if (laterality === 'alternating') return totalAmount(set, now);
  if (laterality === 'both') return totalAmount(set, now);
  const bySide = new Map<string, number>();
  for (const segment of set.segments) {
    const side = segment.side ?? 'left';
    bySide.set(side, (bySide.get(side) ?? 0) + segmentAmount(segment, now));
  }
  return bySide.size < 2 ? 0 : Math.min(...bySide.values());
}
