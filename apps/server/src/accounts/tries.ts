/** More than this many keys at once are only kept by somebody who makes them up: the oldest go. */
const KEYS_KEPT = 10_000;

/** Tries that somebody, or some address, has for a while. */
export class Tries {
  private readonly taken = new Map<string, readonly number[]>();

  constructor(
    readonly most: number,
    private readonly forMs: number,
  ) {}

  /** Counts a try before it is made, so that many at the same moment are counted too. `false`: there is none left. */
  take(key: string, now: Date): boolean {
    const recent = (this.taken.get(key) ?? []).filter((at) => now.getTime() - at < this.forMs);
    const isLeft = recent.length < this.most;
    // Last in the map is newest.
    this.taken.delete(key);
    this.taken.set(key, isLeft ? [...recent, now.getTime()] : recent);
    if (this.taken.size > KEYS_KEPT) this.taken.delete(this.taken.keys().next().value!);
    return isLeft;
  }

  /** The last try was right: it doesn't count. */
  giveBack(key: string): void {
    this.taken.set(key, (this.taken.get(key) ?? []).slice(0, -1));
  }

  /** Nothing counts any more. */
  forget(key: string): void {
    this.taken.delete(key);
  }
}
