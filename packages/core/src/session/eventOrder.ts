import type { SessionEvent } from './event.ts';

/** The order in which events count, whatever the order in which they came. */
export function compareEvents(a: SessionEvent, b: SessionEvent): number {
  return (
    a.lamport - b.lamport ||
    (a.replicaId < b.replicaId ? -1 : a.replicaId > b.replicaId ? 1 : 0) ||
    a.seq - b.seq ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}

/** Sorted by `compareEvents`, each once. */
export function inOrder(events: readonly SessionEvent[]): SessionEvent[] {
  if (isInOrder(events)) return [...events];
  const sorted = byLamport(events);
  // Whoever has the same logical time lies side by side now.
  for (let from = 0, to = 1; from < sorted.length; from = to, to += 1) {
    while (to < sorted.length && sorted[to]!.lamport === sorted[from]!.lamport) to += 1;
    if (to - from > 1)
      sorted
        .slice(from, to)
        .sort(compareEvents)
        .forEach((event, i) => (sorted[from + i] = event));
  }
  // The same event twice has the same place: repetitions lie side by side.
  return sorted.filter((event, at) => event.id !== sorted[at - 1]?.id);
}

/** Places that fit into a number beside a logical time. */
const PLACES = 2 ** 21;

/**
 * Sorted by their logical times only. Each is put into one number with its place in the list, since numbers are sorted without a
 * comparison of ours: comparing the events themselves would walk through memory at random and costs several times as much.
 */
function byLamport(events: readonly SessionEvent[]): SessionEvent[] {
  const isLarge = events.length > PLACES || events.some(({ lamport }) => lamport > Number.MAX_SAFE_INTEGER / PLACES - 1);
  if (isLarge) return [...events].sort((a, b) => a.lamport - b.lamport);
  const keys = Float64Array.from(events, ({ lamport }, place) => lamport * PLACES + place).sort();
  return Array.from(keys, (key) => events[key % PLACES]!);
}

/** One device's events mostly come as they were made. */
function isInOrder(events: readonly SessionEvent[]): boolean {
  for (let i = 1; i < events.length; i += 1) if (events[i]!.lamport <= events[i - 1]!.lamport) return false;
  return true;
}

/** How many of a sorted list come before an event. */
export function placeIn(sorted: readonly SessionEvent[], event: SessionEvent): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (compareEvents(sorted[middle]!, event) < 0) low = middle + 1;
    else high = middle;
  }
  return low;
}
