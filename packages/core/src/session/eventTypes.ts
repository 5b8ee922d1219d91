/** Everything that can happen in a session. */
export const EVENT_TYPES = [
  'session-started',
  'session-ended',
  'lane-joined',
  'lane-left',
  'movement-started',
  'segment-started',
  'rep-counted',
  'view-changed',
  'looked',
  'fault-seen',
  'cue-given',
  'cue-outcome',
  'proposal-shown',
  'proposal-decided',
  'set-ended',
  'effort-rated',
  'load-changed',
  'next-set-planned',
  'movement-swapped',
  'pain-reported',
  'note',
  'decision-made',
  'set-up-noted',
  'retracted',
  'amended',
] as const;
export type EventType = (typeof EVENT_TYPES)[number];

export const ACTORS = ['trainer', 'client'] as const;
export type Actor = (typeof ACTORS)[number];

export const END_REASONS = ['done', 'fault', 'fatigue', 'pain', 'other'] as const;
export type EndReason = (typeof END_REASONS)[number];

/** `harder`: made harder on purpose; the others help. */
export const CHANGE_KINDS = ['set-up', 'drill', 'lever', 'swap', 'harder'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** What kind of pain was reported: all of these stop the set; none is a diagnosis. */
export const PAIN_KINDS = ['sharp', 'joint', 'radiating', 'chest-or-faint', 'other'] as const;
export type PainKind = (typeof PAIN_KINDS)[number];

/** A device sends at most this many at once. */
export const EVENT_BATCH_MAX = 500;
