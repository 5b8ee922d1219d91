import type { Visit } from '@waxwing/core/api';
import { isDay, type BookingScope, type ChangedBooking, type NewBooking } from '@waxwing/core/planning';
import { timeOfDay } from '../../shared/dates.ts';

/** A visit as it is typed: everything is text until it is sent. */
export interface VisitDraft {
  readonly clientIds: readonly string[];
  readonly isClass: boolean;
  readonly title: string;
  readonly heads: string;
  readonly localDate: string;
  readonly time: string;
  readonly minutes: string;
  /** A room's id, `home`, or empty. */
  readonly where: string;
  readonly repeats: boolean;
  readonly everyWeeks: string;
  readonly until: string;
  /** Days with commas between them. */
  readonly except: string;
}

export type VisitField =
  | 'who'
  | 'heads'
  | 'title'
  | 'localDate'
  | 'time'
  | 'minutes'
  | 'where'
  | 'everyWeeks'
  | 'until'
  | 'except';
export type VisitProblems = Partial<Record<VisitField, string>>;

export function emptyVisit(localDate: string, part: Partial<VisitDraft> = {}): VisitDraft {
  return {
    clientIds: [],
    isClass: false,
    title: '',
    heads: '8',
    localDate,
    time: '9:00',
    minutes: '60',
    where: '',
    repeats: false,
    everyWeeks: '1',
    until: '',
    except: '',
    ...part,
  };
}

export function draftOfVisit(visit: Visit): VisitDraft {
  return emptyVisit(visit.localDate, {
    clientIds: visit.clients.map(({ clientId }) => clientId),
    isClass: visit.clients.length === 0,
    title: visit.title ?? '',
    heads: String(visit.heads ?? 8),
    time: timeOfDay(visit.startMinute),
    minutes: String(visit.minutes),
    where: visit.atHome ? 'home' : (visit.placeId ?? ''),
  });
}

/** Minutes after midnight of "9:30", "9.30", "930", "9", "5 pm"; `null` for anything else. */
export function minuteOf(text: string): number | null {
  const found = /^\s*(\d{1,2})(?:[:.h]?(\d{2}))?\s*(am|pm)?\s*$/i.exec(text);
  if (!found) return null;
  const [, hours, minutes = '0', half] = found;
  let hour = Number(hours);
  if (half) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half.toLowerCase() === 'pm' ? 12 : 0);
  }
  return hour > 23 || Number(minutes) > 59 ? null : hour * 60 + Number(minutes);
}

const exceptions = (text: string) =>
  text
    .split(/[,;\s]+/)
    .map((day) => day.trim())
    .filter(Boolean);

/** What has to be put right before it is sent: all of it in one round, in words that say what would be right. */
export function problemsOf(draft: VisitDraft): VisitProblems {
  const problems: { -readonly [Field in VisitField]?: string } = {};
  const minutes = Number(draft.minutes);
  const start = minuteOf(draft.time);
  if (!draft.isClass && draft.clientIds.length === 0) problems.who = 'Say who comes';
  const heads = Number(draft.heads);
  if (draft.isClass && !(Number.isInteger(heads) && heads >= 1 && heads <= 60)) problems.heads = 'How many come, 1 to 60';
  if (!isDay(draft.localDate)) problems.localDate = 'A day of the calendar';
  if (start === null) problems.time = 'A time of day, as 9:30 or 17:00';
  if (!(Number.isInteger(minutes) && minutes >= 5 && minutes <= 180)) problems.minutes = 'Minutes, 5 to 180';
  else if (start !== null && start + minutes > 24 * 60) problems.minutes = 'Ends after midnight: book the rest for the next day';
  if (draft.repeats) {
    const weeks = Number(draft.everyWeeks);
    if (!(Number.isInteger(weeks) && weeks >= 1 && weeks <= 8)) problems.everyWeeks = 'Every so many weeks, 1 to 8';
    if (!isDay(draft.until)) problems.until = 'The day until which it goes on';
    else if (draft.until < draft.localDate) problems.until = 'Lies before the first visit';
    const wrong = exceptions(draft.except).find((day): boolean => !isDay(day));
    if (wrong) problems.except = `“${wrong}” is no day: write them as 2026-12-24, with commas`;
  }
  return problems;
}

function bookingOf(draft: VisitDraft) {
  return {
    localDate: draft.localDate,
    startMinute: minuteOf(draft.time) ?? 0,
    minutes: Number(draft.minutes),
    clientIds: draft.isClass ? [] : [...draft.clientIds],
    ...(draft.where === 'home' ? { atHome: true } : draft.where ? { placeId: draft.where } : {}),
    ...(draft.isClass && { heads: Number(draft.heads), ...(draft.title.trim() && { title: draft.title.trim() }) }),
  };
}

export function newBookingOf(draft: VisitDraft, bookingId: string): NewBooking {
  return {
    bookingId,
    ...bookingOf(draft),
    ...(draft.repeats && {
      repeat: { everyWeeks: Number(draft.everyWeeks), until: draft.until, except: exceptions(draft.except) },
    }),
  };
}

export function changedBookingOf(draft: VisitDraft, scope: BookingScope): ChangedBooking {
  return { ...bookingOf(draft), scope };
}

const FIELD_OF: readonly (readonly [path: RegExp, field: VisitField])[] = [
  [/^clientIds/, 'who'],
  [/^heads/, 'heads'],
  [/^title/, 'title'],
  [/^localDate/, 'localDate'],
  [/^startMinute/, 'time'],
  [/^minutes/, 'minutes'],
  [/^(placeId|atHome)/, 'where'],
  [/^repeat\.everyWeeks/, 'everyWeeks'],
  [/^repeat\.until/, 'until'],
  [/^repeat\.except/, 'except'],
];

/** What the server said, at the fields where it was typed. */
export function fieldProblems(problems: readonly { readonly path: string; readonly message: string }[]): VisitProblems {
  return Object.fromEntries(
    problems.flatMap(({ path, message }) => {
      const field = FIELD_OF.find(([pattern]) => pattern.test(path))?.[1];
      return field ? [[field, message]] : [];
    }),
  );
}
