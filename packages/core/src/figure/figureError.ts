import type { Phase } from '../movement/terms.ts';
import type { BeyondLimit, Unreachable } from './solve.ts';

/** Why a figure can't be posed: what is written wrong, or what the body can't do, and at which phase. */
export type FigureError =
  | { readonly kind: 'unknown'; readonly what: string; readonly phase?: Phase }
  | (BeyondLimit & { readonly phase: Phase })
  | (Unreachable & { readonly phase: Phase });

/** The error as a sentence for an author. */
export function figureErrorText(error: FigureError): string {
  const at = error.phase ? `at ${error.phase}: ` : '';
  if (error.kind === 'unknown') return `${at}${error.what}`;
  if (error.kind === 'beyond-limit') {
    return `${at}${error.freedom} ${Math.round(error.deg)}° is outside ${error.lowDeg}° to ${error.highDeg}°`;
  }
  return `${at}${error.of} can’t be reached, ${(error.missedM * 100).toFixed(1)} cm off`;
}

/** Ends the posing of a figure from wherever it was found that it can't be posed. */
export class Stop extends Error {
  constructor(readonly error: FigureError) {
    super(figureErrorText(error));
  }
}

export function unknown(what: string, phase?: Phase): Stop {
  return new Stop({ kind: 'unknown', what, ...(phase && { phase }) });
}
