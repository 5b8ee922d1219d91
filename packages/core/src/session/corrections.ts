import type { EventOf, SessionEvent } from './event.ts';

/** What takes back or amends another event. */
export type Correction = EventOf<'retracted'> | EventOf<'amended'>;

/** Which events were taken back, and what others were amended to. */
export interface StandingCorrections {
  readonly retracted: ReadonlySet<string>;
  /** By the id of what was amended: the latest amendment that stands. */
  readonly amendments: ReadonlyMap<string, EventOf<'amended'>>;
}

export const NO_CORRECTIONS: StandingCorrections = { retracted: new Set(), amendments: new Map() };

export function isCorrection(event: SessionEvent): event is Correction {
  return event.type === 'retracted' || event.type === 'amended';
}

/** What a session's corrections come to, handed over in the order of `compareEvents`: corrections may be taken back themselves. */
export function standingCorrections(corrections: readonly Correction[]): StandingCorrections {
  if (corrections.length === 0) return NO_CORRECTIONS;
  const retracted = new Set<string>();
  const amendments = new Map<string, EventOf<'amended'>>();
  // Backwards, so that the retraction of a retraction has been met before what it restores.
  for (let i = corrections.length - 1; i >= 0; i -= 1) {
    const event = corrections[i]!;
    if (retracted.has(event.id)) continue;
    const { eventId } = event.payload;
    if (event.type === 'retracted') retracted.add(eventId);
    else if (!amendments.has(eventId)) amendments.set(eventId, event);
  }
  return { retracted, amendments };
}

/** An event as it counts: with its amended payload; `null` for one that was taken back, and for corrections themselves. */
export function effective(event: SessionEvent, { retracted, amendments }: StandingCorrections): SessionEvent | null {
  if (isCorrection(event) || retracted.has(event.id)) return null;
  const amendment = amendments.get(event.id);
  return amendment && amendment.payload.amends === event.type
    ? ({ ...event, payload: amendment.payload.payload } as unknown as SessionEvent)
    : event;
}

/** Ids of the events that two accounts of the corrections see differently. */
export function changedBy(before: StandingCorrections, after: StandingCorrections): ReadonlySet<string> {
  const changed = new Set<string>();
  for (const id of after.retracted) if (!before.retracted.has(id)) changed.add(id);
  for (const id of before.retracted) if (!after.retracted.has(id)) changed.add(id);
  for (const [id, amendment] of after.amendments) if (before.amendments.get(id) !== amendment) changed.add(id);
  for (const id of before.amendments.keys()) if (!after.amendments.has(id)) changed.add(id);
  return changed;
}
