import type { Lexicon, MovementDocument, Side } from '@waxwing/core';
import { AVERAGE_BUILD, figureSourceOf, mirroredRep, type Rep, type ShownFault } from '@waxwing/core/figure';
import { useEffect, useMemo, useState } from 'react';
import type { FigureQuestion } from './messages.ts';
import { keyOf, solve, solved } from './solver.ts';

interface RepWish {
  /** The side that works: the left as written, or the right in the mirror, which is what the page shows by itself. */
  readonly side?: Side;
  readonly fault?: ShownFault | null;
  readonly stillsOnly?: boolean;
  /** Nothing is solved while this is false, for what is out of sight. */
  readonly isWanted?: boolean;
}

/** A movement's rep, solved in the worker: `null` until it is there, and for a movement without a figure. */
export function useRep(document: MovementDocument, lexicon: Lexicon, wish: RepWish = {}): Rep | null {
  const { side = 'right', fault, stillsOnly = false, isWanted = true } = wish;
  const question = useMemo((): FigureQuestion | null => {
    const source = figureSourceOf(document);
    if (!source || fault === null || !isWanted) return null;
    return {
      source,
      base: lexicon.basePoses.get(source.figure.base),
      build: AVERAGE_BUILD,
      stillsOnly,
      ...(fault && { fault }),
    };
  }, [document, lexicon, fault, stillsOnly, isWanted]);
  const key = useMemo(() => (question ? keyOf(question) : ''), [question]);
  // Only to look again once the worker has answered.
  const [, setAnswered] = useState('');
  useEffect(() => {
    if (!question || solved(key)) return;
    let isMounted = true;
    void solve(key, question).then(() => isMounted && setAnswered(key));
    return () => {
      isMounted = false;
    };
  }, [key, question]);
  const rep = key === '' ? null : solved(key);
  const isMirrored = document.laterality !== 'both' && side === 'right';
  return useMemo(() => (rep && isMirrored ? mirroredRep(rep) : rep), [rep, isMirrored]);
}
