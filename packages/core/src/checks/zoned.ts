const MINUTE = 60_000;
const DAY = 86_400_000;

/** Minutes by which a zone is ahead of UTC at a moment. */
function offsetMinutes(at: number, zone: string): number {
  const parts = new Intl.DateTimeFormat('en-US', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
    minute: 'numeric',
  }).formatToParts(at);
  const part = (type: string) => Number(parts.find((each) => each.type === type)!.value);
  const local = Date.UTC(part('year'), part('month') - 1, part('day'), part('hour'), part('minute'));
  return Math.round((local - Math.floor(at / MINUTE) * MINUTE) / MINUTE);
}

/**
 * The moment at which it is so many minutes after midnight on a day in a zone, in UTC; of an hour that comes twice the first. `null` where
 * the clock skips that minute.
 */
export function instantOf(localDate: string, minute: number, zone: string): Date | null {
  const local = Date.parse(`${localDate}T00:00:00Z`) + minute * MINUTE;
  // Before a change and after it: one of the two offsets is the one in force, if any is.
  const offsets = [offsetMinutes(local - DAY, zone), offsetMinutes(local + DAY, zone)];
  for (const offset of offsets) {
    const at = local - offset * MINUTE;
    if (offsetMinutes(at, zone) === offset) return new Date(at);
  }
  return null;
}
