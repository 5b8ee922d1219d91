import { numberText } from './loadText.ts';

/** A rectangle of floor, in metres: what a movement takes up, or what is free in a room. */
export interface FloorArea {
  readonly widthM: number;
  readonly depthM: number;
}

/** Between two who move beside each other, so that nobody swings a leg into a neighbour. */
const BETWEEN_M = 0.3;

/** Whether somebody has the room to do it, facing either way. */
export function fitsOn(need: FloorArea, free: FloorArea): boolean {
  const [narrow, long] = sidesOf(need);
  const [freeNarrow, freeLong] = sidesOf(free);
  return narrow <= freeNarrow && long <= freeLong;
}

/**
 * Square metres with half of the gap to a neighbour on every side. Reckoned so for people and for the room alike, since a wall is no
 * neighbour. What has the area may still not fit by its shape.
 */
export function areaWithGap({ widthM, depthM }: FloorArea): number {
  return (widthM + BETWEEN_M) * (depthM + BETWEEN_M);
}

/** "1.2 × 2 m". */
export function floorText({ widthM, depthM }: FloorArea): string {
  return `${numberText(widthM)} × ${numberText(depthM)} m`;
}

function sidesOf({ widthM, depthM }: FloorArea): readonly [number, number] {
  return widthM < depthM ? [widthM, depthM] : [depthM, widthM];
}
