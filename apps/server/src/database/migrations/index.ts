import { FirstSchema1764000000000 } from './1764000000000-FirstSchema.ts';

/** In order. A released migration is never edited. */
export const MIGRATIONS = [FirstSchema1764000000000];
