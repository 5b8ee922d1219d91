import type { Lexicon } from '@waxwing/core/movement';
import type { ClientDocument } from '@waxwing/core/client';

/** Cautions in a line: "right shoulder, low back". */
export function cautionsText(cautions: ClientDocument['cautions'], lexicon: Pick<Lexicon, 'cautions'>): string {
  return cautions
    .map(({ caution, side }) => `${side ? `${side} ` : ''}${(lexicon.cautions.get(caution)?.name ?? caution).toLowerCase()}`)
    .join(', ');
}
