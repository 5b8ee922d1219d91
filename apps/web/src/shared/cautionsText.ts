import type { ClientDocument, Lexicon } from '@waxwing/core';

/** Cautions in a line: "right shoulder, low back". */
export function cautionsText(cautions: ClientDocument['cautions'], lexicon: Pick<Lexicon, 'cautions'>): string {
  return cautions
    .map(({ caution, side }) => `${side ? `${side} ` : ''}${(lexicon.cautions.get(caution)?.name ?? caution).toLowerCase()}`)
    .join(', ');
}
