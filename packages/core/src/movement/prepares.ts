import type { MovementDocument } from './movementDocument.ts';

/** It loosens or stretches: not meant to tire, and no set of anything. */
export function prepares({ pattern }: Pick<MovementDocument, 'pattern'>): boolean {
  return pattern === 'mobility' || pattern === 'stretch';
}
