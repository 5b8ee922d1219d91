import type { WatchNext } from '@waxwing/core/coaching';

/** Whom to look at is reckoned anew at every tap of anybody: said alike it is the same. */
export function isSameButWatch<P extends { readonly watch: WatchNext | null }>(before: P, after: P): boolean {
  const { watch: a, ...rest } = before;
  const { watch: b, ...others } = after;
  const isSameWatch = a?.view === b?.view && a?.reasons.join() === b?.reasons.join();
  return isSameWatch && Object.entries(rest).every(([name, value]) => value === others[name as keyof typeof others]);
}
