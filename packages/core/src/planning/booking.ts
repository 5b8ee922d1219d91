import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsInt, IsString, Length, Max, Min } from 'class-validator';
import { IsDay } from '../checks/day.ts';
import { IsId } from '../checks/id.ts';
import { Maybe, One, Trimmed } from '../checks/parts.ts';
import { VISITS_MOST, daysOf } from './diary.ts';
import { PLAN_LANES_MOST, PLAN_MINUTES_MOST } from './planTerms.ts';

export const CLASS_HEADS_MOST = 60;
/** So many weeks at the most between two visits of a series, and so far ahead. */
export const EVERY_WEEKS_MOST = 8;

/** What of a series a change is for. */
export const BOOKING_SCOPES = ['this', 'following'] as const;
export type BookingScope = (typeof BOOKING_SCOPES)[number];

/** Every so many weeks, on the day of the week of the first, until a day, which may be one of them. */
export class Repeat {
  @IsInt() @Min(1) @Max(EVERY_WEEKS_MOST) everyWeeks!: number;
  @IsDay() until!: string;
  /** Days of the series on which nobody comes. */
  @IsArray() @ArrayMaxSize(VISITS_MOST) @IsDay({ each: true }) except!: string[];
}

/** A time that is agreed: with one to six, or with a class by how many come. */
export class BookingForm {
  @IsDay() localDate!: string;
  /** Minutes after local midnight. */
  @IsInt() @Min(0) @Max(1439) startMinute!: number;
  @IsInt() @Min(5) @Max(PLAN_MINUTES_MOST) minutes!: number;
  @IsArray() @ArrayMaxSize(PLAN_LANES_MOST) @IsId({ each: true }) clientIds!: string[];
  @Maybe() @IsId() placeId?: string;
  /** At the first one's home. */
  @Maybe() @IsBoolean() atHome?: boolean;
  /** What a class is called. */
  @Maybe() @Trimmed() @IsString() @Length(1, 60) title?: string;
  @Maybe() @IsInt() @Min(1) @Max(CLASS_HEADS_MOST) heads?: number;
}

export class NewBooking extends BookingForm {
  @IsId() bookingId!: string;
  @Maybe() @One(() => Repeat) repeat?: Repeat;
  /** Of one that was cancelled, and is booked again: it belongs to its series as before. */
  @Maybe() @IsId() seriesId?: string;
}

export class ChangedBooking extends BookingForm {
  @IsIn(BOOKING_SCOPES) scope!: BookingScope;
}

export class BookingScopeQuery {
  @Maybe() @IsIn(BOOKING_SCOPES) scope?: BookingScope;
}

export class DaysQuery {
  @IsDay() from!: string;
  @IsDay() to!: string;
}

/** What is wrong with a booking that its shape alone can't tell. */
export function bookingProblems(
  form: BookingForm & { readonly repeat?: Repeat },
): readonly { readonly path: string; readonly message: string }[] {
  const problems: { path: string; message: string }[] = [];
  if (form.clientIds.length === 0 && !form.heads) problems.push({ path: 'clientIds', message: 'say who comes, or how many' });
  if (new Set(form.clientIds).size < form.clientIds.length) problems.push({ path: 'clientIds', message: 'name somebody twice' });
  if (form.atHome && form.clientIds.length === 0) problems.push({ path: 'atHome', message: 'a class is at nobody’s home' });
  if (form.startMinute + form.minutes > 24 * 60)
    problems.push({ path: 'minutes', message: 'end after midnight: book the rest for the next day' });
  if (form.repeat) {
    const { until } = form.repeat;
    if (until < form.localDate) problems.push({ path: 'repeat.until', message: 'lies before the first visit' });
    else if (daysOf(form).length > VISITS_MOST)
      problems.push({ path: 'repeat.until', message: `makes more than ${VISITS_MOST} visits` });
    else if (daysOf(form).length === 0) problems.push({ path: 'repeat.except', message: 'leave no visit' });
  }
  return problems;
}
