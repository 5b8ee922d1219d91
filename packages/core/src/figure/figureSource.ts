import type { FigureDocument } from '../movement/figureDocument.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Rhythm } from '../movement/terms.ts';

/** What is needed to pose a movement. */
export interface FigureSource {
  readonly figure: FigureDocument;
  readonly rhythm: Rhythm;
  /** Side after side: the rep is followed by its mirror image. */
  readonly alternates: boolean;
}

/** The figure of a movement; `null` when it has none. */
export function figureSourceOf(document: MovementDocument): FigureSource | null {
  if (!document.figure) return null;
  return { figure: document.figure, rhythm: document.rhythm, alternates: document.laterality === 'alternating' };
}
