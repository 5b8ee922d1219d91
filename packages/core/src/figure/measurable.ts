import { SEEN_ANGLES } from './measure.ts';
import { JOINTS } from './pull.ts';

/** All that can be measured, as an author names it: sides together. */
export const MEASURABLE: readonly string[] = [...SEEN_ANGLES, ...JOINTS];
