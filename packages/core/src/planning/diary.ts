import { dayAfter } from '../checks/calendar.ts';

/** A series has so many visits at the most. */
export const VISITS_MOST = 110;

/** The days of a booking: one, or those of its series without the exceptions. */
export function daysOf({
  localDate,
  repeat,
}: {
  readonly localDate: string;
  readonly repeat?: { readonly everyWeeks: number; readonly until: string; readonly except: readonly string[] };
}): readonly string[] {
  if (!repeat) return [localDate];
  const days: string[] = [];
  for (let day = localDate; day <= repeat.until && days.length <= VISITS_MOST; day = dayAfter(day, 7 * repeat.everyWeeks)) {
    if (!repeat.except.includes(day)) days.push(day);
  }
  return days;
}

/** A time that somebody or something is taken, as far as clashes are told by it. */
export interface Taken {
  readonly key: string;
  readonly localDate: string;
  readonly startMinute: number;
  readonly minutes: number;
  readonly trainerId: string;
  readonly placeId: string | null;
  readonly clientIds: readonly string[];
}

export interface Clash {
  readonly kind: 'trainer' | 'room' | 'client';
  readonly with: string;
  /** Of a client: who. */
  readonly clientId?: string;
}

/** What else is at the same time with the same trainer, room or people. It is said, not forbidden. */
export function clashesOf(one: Taken, others: readonly Taken[]): readonly Clash[] {
  const until = one.startMinute + one.minutes;
  return others.flatMap((other): Clash[] => {
    if (other.key === one.key || other.localDate !== one.localDate) return [];
    if (other.startMinute >= until || one.startMinute >= other.startMinute + other.minutes) return [];
    const at = { with: other.key };
    return [
      ...(other.trainerId === one.trainerId ? [{ kind: 'trainer' as const, ...at }] : []),
      ...(one.placeId !== null && other.placeId === one.placeId ? [{ kind: 'room' as const, ...at }] : []),
      ...one.clientIds
        .filter((id) => other.clientIds.includes(id))
        .map((clientId) => ({ kind: 'client' as const, ...at, clientId })),
    ];
  });
}
