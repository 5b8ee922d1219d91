import type { FeelingKind } from '@waxwing/core/movement';

/** Said before what a feeling means. */
export const FELT_WORDS: Readonly<Record<FeelingKind, string>> = { fault: '', 'set-up': '', stop: 'Stop. ' };
