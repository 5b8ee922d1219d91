/** The local date where this device is, as 2026-11-23. */
export function localDate(now: Date = new Date()): string {
  const pad = (value: number) => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`;
}

export function localZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone || 'Etc/UTC';
}

/** A local date in words: "Monday, 23 November". */
export function dayText(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
}

export function shortDay(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
}

/** With its year: "23 November 2026". */
export function longDay(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
}

/** Minutes after midnight as 9:05. */
export function timeOfDay(minutes: number): string {
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
}

/** Seconds as 1:05, never below zero. */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const tail = String(whole % 60).padStart(2, '0');
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${tail}` : `${minutes}:${tail}`;
}

export function secondsBetween(from: string, to: Date | string): number {
  return ((typeof to === 'string' ? Date.parse(to) : to.getTime()) - Date.parse(from)) / 1000;
}

/** A moment in UTC as it is here: "Wed 25 Nov, 9:05". */
export function momentText(at: string): string {
  const date = new Date(at);
  return `${shortDay(localDate(date))}, ${timeOfDay(date.getHours() * 60 + date.getMinutes())}`;
}
