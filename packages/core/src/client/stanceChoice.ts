import { ValidateBy } from 'class-validator';
import { SLUG_PATTERN } from '../movement/terms.ts';
import type { Stances } from '../movement/resolvedMovement.ts';

const POINTS_MOST = 100;

function problemOf(value: unknown): string | null {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return 'must be positions by contested point';
  const entries = Object.entries(value);
  if (entries.length > POINTS_MOST) return `has more than ${POINTS_MOST} points`;
  const wrong = entries.find(([point, position]) => !SLUG_PATTERN.test(point) || !SLUG_PATTERN.test(String(position)));
  return wrong ? `${wrong[0]} must name a position` : null;
}

/** Positions that somebody holds, by contested point. A point that isn't in it is left to who stands above: client over trainer over studio. */
export class StanceChoice {
  @ValidateBy({
    name: 'isStances',
    validator: {
      validate: (value) => problemOf(value) === null,
      defaultMessage: (args) => `$property ${problemOf(args?.value) ?? ''}`,
    },
  })
  positions!: Stances;
}
