/** Everything that can happen in a session. */
export const EVENT_TYPES = [
  'session-started',
  'session-ended',
  'lane-joined',
  'lane-left',
  'day-told',
  'movement-started',
  'item-dropped',
  'segment-started',
  'hold-broken',
  'rep-counted',
  'view-changed',
  'looked',
  'fault-seen',
  'hurt-asked',
  'felt-asked',
  'cue-typed',
  'cue-given',
  'cue-outcome',
  'proposal-shown',
  'proposal-decided',
  'set-ended',
  'effort-rated',
  'load-changed',
  'next-set-planned',
  'movements-brought',
  'movement-swapped',
  'pain-reported',
  'note',
  'decision-made',
  'set-up-noted',
  'clock-set',
  'retracted',
  'amended',
] as const;
export type EventType = (typeof EVENT_TYPES)[number];

/** The version of every payload that this code writes and reads. */
export const EVENT_VERSION = 1;

/** How any kind is written, also one that this code doesn't know yet. */
export const KIND_PATTERN = /^[a-z][a-z-]{1,39}$/;

const KNOWN: ReadonlySet<string> = new Set(EVENT_TYPES);

/** Whether this code knows what such an event says. What it doesn't know it keeps, sends on and leaves out of every judgement. */
export function isKnown(event: { readonly type: string; readonly v: number }): boolean {
  return event.v === EVENT_VERSION && KNOWN.has(event.type);
}

export function isKnownType(type: string): type is EventType {
  return KNOWN.has(type);
}

/** As high as logical time goes. Who has come that far stays there: order is then by replica and sequence, and nobody is stopped. */
export const LAMPORT_MAX = 2 ** 48;

/**
 * How far beyond the latest event of a session the next may lie. A device counts through all its sessions, so that some distance is
 * ordinary; this much is not, and would use logical time up.
 */
export const LAMPORT_LEAP_MAX = 2 ** 32;

export const ACTORS = ['trainer', 'client'] as const;
export type Actor = (typeof ACTORS)[number];

export const END_REASONS = ['done', 'fault', 'fatigue', 'pain', 'other'] as const;
export type EndReason = (typeof END_REASONS)[number];

/** `harder`: made harder on purpose; the others help. */
export const CHANGE_KINDS = ['set-up', 'drill', 'lever', 'swap', 'harder'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** What a stretch is besides the work that a set is judged by: lighter before it, or what its plan lets follow at once. */
export const SEGMENT_PARTS = ['ramp', 'follow-on'] as const;
export type SegmentPart = (typeof SEGMENT_PARTS)[number];

/** What was done to the clock of a block. `shown`: its stations are shown one after the other, before it counts in. */
export const CLOCK_MOVES = ['shown', 'started', 'paused', 'resumed', 'moved', 'ended'] as const;
export type ClockMove = (typeof CLOCK_MOVES)[number];

/** A clock begins so long before its first second: time to get ready. */
export const COUNT_IN_SECONDS = 10;
/** Each station is shown so long before the clock starts. */
export const SHOW_SECONDS = 20;
/** Nobody's clock runs longer. */
export const CLOCK_SECONDS_MOST = 6 * 3600;

/** What a client says when they are asked whether what shows on one side hurts; when it does, that is pain and reported as such. */
export const HURT_ANSWERS = ['no', 'effort'] as const;
export type HurtAnswer = (typeof HURT_ANSWERS)[number];

/** How somebody slept, and what else they did before the hour. */
export const SLEPT = ['well', 'so-so', 'badly'] as const;
export type Slept = (typeof SLEPT)[number];
export const DID_ELSE = ['nothing', 'light', 'hard'] as const;
export type DidElse = (typeof DID_ELSE)[number];

/** What kind of pain was reported: all of these stop the set; none is a diagnosis. */
export const PAIN_KINDS = ['sharp', 'joint', 'radiating', 'chest-or-faint', 'other'] as const;
export type PainKind = (typeof PAIN_KINDS)[number];

/** Revisions that one event brings into a session: a movement with its ladder. */
export const BROUGHT_MAX = 400;

/** A device sends at most this many at once. */
export const EVENT_BATCH_MAX = 500;
