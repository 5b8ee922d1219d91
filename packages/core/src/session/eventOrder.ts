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

/**
 * Sorted by `compareEvents`, each once. Logical times are taken out into an array of numbers first: comparing the events themselves
 * would walk through memory at random and costs several times as much.
 */
export function inOrder(events: readonly SessionEvent[]): SessionEvent[] {
  if (isInOrder(events)) return [...events];
  const lamports = Float64Array.from(events, (event) => event.lamport);
  const order = Uint32Array.from(events, (_event, i) => i);
  order.sort((i, j) => lamports[i]! - lamports[j]! || compareEvents(events[i]!, events[j]!));
  const sorted: SessionEvent[] = [];
  let last: SessionEvent | null = null;
  for (const at of order) {
    const event = events[at]!;
    // The same event twice has the same place: repetitions lie side by side, and only there ids have to be compared.
    if (last === null || event.lamport !== last.lamport || event.id !== last.id) sorted.push(event);
    last = event;
  }
  return sorted;
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
