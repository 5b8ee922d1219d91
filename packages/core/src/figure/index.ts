/** The figure: a body that takes a movement's poses, shows its faults, and can be drawn from any side. No validators, no DOM. */
export * from './balance.ts';
export * from './body.ts';
export * from './contacts.ts';
export * from './drawing.ts';
export * from './flesh.ts';
export * from './joints.ts';
export * from './landmarks.ts';
export * from './rep.ts';
export * from './skeleton.ts';
export * from './solve.ts';
export * from './vector.ts';
export * from './describe.ts';
export * from './figureProblems.ts';
export * from './marks.ts';
export * from './measure.ts';
export * from './timeline.ts';
