import type { Pattern } from '@waxwing/core/movement';

/** One word is written with a hyphen; the others have it for their id. */
export function patternText(pattern: Pattern): string {
  return pattern === 'anti-rotation' ? pattern : pattern.replace('-', ' ');
}
