import { rungs, type Ladder } from './ladder.ts';

/**
 * A family's ladder as text, a line a rung, easiest first: each movement with the steps that lead on from it. Side branches
 * stand in brackets.
 */
export function ladderText(ladder: Ladder, movementIds: readonly string[], nameOf: (movementId: string) => string): string {
  const rungOf = rungs(ladder);
  const own = new Set(movementIds);
  const byRung = new Map<number, string[]>();
  for (const id of movementIds) byRung.set(rungOf.get(id) ?? 0, [...(byRung.get(rungOf.get(id) ?? 0) ?? []), id]);
  const stepsOf = (id: string) =>
    ladder
      .harderFrom(id)
      .map(({ to, levers, sideBranch }) => {
        const step = `${nameOf(to)} by ${levers.join(' and ')}`;
        return sideBranch || !own.has(to) ? `[${step}]` : step;
      })
      .join(', ');
  return [...byRung]
    .sort(([a], [b]) => a - b)
    .flatMap(([rung, ids]) =>
      ids.map((id) => `  ${String(rung + 1).padStart(2)} ${nameOf(id)}${stepsOf(id) && ` → ${stepsOf(id)}`}`),
    )
    .join('\n');
}
