import type { Lexicon, MovementDocument, Side } from '@waxwing/core/movement';
import { AVERAGE_BUILD, figureErrorText, figureSourceOf, mirroredRep, type Rep, type ShownFault } from '@waxwing/core/figure';
import { useEffect, useMemo, useState } from 'react';
import type { FigureQuestion } from './messages.ts';
import { answerTo, keyOf, solve } from './solver.ts';

interface RepWish {
  /** The side that works: the left as written, or the right in the mirror, which is what the page shows by itself. */
  readonly side?: Side;
  readonly fault?: ShownFault | null;
  readonly stillsOnly?: boolean;
}

/** A movement's rep as far as it is known: there, on its way (both `null`), or not to be posed, and why. */
export interface PosedRep {
  readonly rep: Rep | null;
  readonly problem: string | null;
}

/** A movement's rep, solved in the worker. Of a movement without a figure there is none, and nothing wrong. */
export function useRep(document: MovementDocument, lexicon: Lexicon, wish: RepWish = {}): PosedRep {
  const { side = 'right', fault, stillsOnly = false } = wish;
  const question = useMemo((): FigureQuestion | null => {
    const source = figureSourceOf(document);
    if (!source || fault === null) return null;
    return {
      source,
      base: lexicon.basePoses.get(source.figure.base),
      build: AVERAGE_BUILD,
      stillsOnly,
      ...(fault && { fault }),
    };
  }, [document, lexicon, fault, stillsOnly]);
  const key = useMemo(() => (question ? keyOf(question) : ''), [question]);
  // Only to look again once the worker has answered.
  const [, setAnswered] = useState('');
  useEffect(() => {
    if (!question || answerTo(key)) return;
    let isMounted = true;
    void solve(key, question).then(() => isMounted && setAnswered(key));
    return () => {
      isMounted = false;
    };
  }, [key, question]);
  const answer = key === '' ? null : answerTo(key);
  const isMirrored = document.laterality !== 'both' && side === 'right';
  return useMemo((): PosedRep => {
    if (!answer) return { rep: null, problem: null };
    if (!answer.ok) return { rep: null, problem: figureErrorText(answer.error) };
    return { rep: isMirrored ? mirroredRep(answer.rep) : answer.rep, problem: null };
  }, [answer, isMirrored]);
}
