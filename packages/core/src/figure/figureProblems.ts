import type { Lexicon } from '../movement/library.ts';
import type { FaultChange, FigureKey, JointAngles } from '../movement/figureDocument.ts';
import { anglesOf } from '../movement/figureKey.ts';
import type { Checkpoint, MovementDocument } from '../movement/movementDocument.ts';
import { PHASES_OF_RHYTHM, type Phase } from '../movement/terms.ts';
import { THINGS, contactsNamed } from './contacts.ts';
import { HIGH, LOW, freedomsNamed } from './joints.ts';
import { isLandmark } from './landmarks.ts';
import { isMeasurable } from './measure.ts';
import { figureErrorText } from './figureError.ts';
import { figureSourceOf } from './figureSource.ts';
import { solveRep } from './solveRep.ts';
import { shownFault } from './shownFault.ts';
import type { Build } from './skeleton.ts';

/** What is wrong with a figure, and where in its movement. */
export interface FigureProblem {
  readonly path: string;
  readonly message: string;
}

function angleProblems(angles: JointAngles, path: string, areOffsets: boolean): FigureProblem[] {
  return Object.entries(angles).flatMap(([joint, deg]) => {
    const [at] = freedomsNamed(joint);
    if (at === undefined) return [{ path, message: `no joint ${joint}` }];
    if (!areOffsets && (deg < LOW[at]! || deg > HIGH[at]!)) {
      return [{ path, message: `${joint} ${deg}° is outside ${LOW[at]}° to ${HIGH[at]}°` }];
    }
    return [];
  });
}

function contactProblems(phrases: readonly string[] | undefined, path: string): FigureProblem[] {
  return (phrases ?? []).filter((each) => !contactsNamed(each)).map((each) => ({ path, message: `no contact “${each}”` }));
}

/** Names and limits in a fault's change of pose. */
function changeProblems(change: FaultChange, path: string): readonly FigureProblem[] {
  return [
    ...angleProblems(change.angles, `${path}.angles`, true),
    ...contactProblems(change.loosens, `${path}.loosens`),
    ...(change.moves ?? [])
      .filter(({ landmark }) => !isLandmark(landmark))
      .map(({ landmark }) => ({ path: `${path}.moves`, message: `no landmark ${landmark}` })),
    ...(change.mark !== undefined && !isLandmark(change.mark)
      ? [{ path: `${path}.mark`, message: `no landmark ${change.mark}` }]
      : []),
  ];
}

function checkpointProblems(check: Checkpoint, path: string): FigureProblem[] {
  const names = [...(check.line ?? []), ...(check.plumb ?? [])].filter((name) => !isLandmark(name));
  return [
    ...names.map((name) => ({ path, message: `no landmark ${name}` })),
    ...(check.angle !== undefined && !isMeasurable(check.angle)
      ? [{ path: `${path}.angle`, message: `no angle ${check.angle}` }]
      : []),
  ];
}

/** Names and limits in what a movement says of its figure: quick, without solving anything. */
export function figureReferenceProblems(document: MovementDocument, lexicon: Lexicon): readonly FigureProblem[] {
  const problems: FigureProblem[] = [
    ...document.checkpoints.flatMap((check, i) => checkpointProblems(check, `checkpoints[${i}]`)),
    ...document.faults.flatMap(({ change }, i) => (change ? changeProblems(change, `faults[${i}].change`) : [])),
  ];
  const { figure } = document;
  if (!figure) return problems;
  if (!lexicon.basePoses.has(figure.base)) problems.push({ path: 'figure.base', message: `no base pose ${figure.base}` });
  problems.push(...contactProblems(figure.contacts, 'figure.contacts'));
  if (figure.balance && freedomsNamed(figure.balance.by).length === 0) {
    problems.push({ path: 'figure.balance.by', message: `no joint ${figure.balance.by}` });
  }
  figure.things?.forEach(({ thing }, i) => {
    if (!(thing in THINGS)) problems.push({ path: `figure.things[${i}].thing`, message: `no thing ${thing}` });
  });
  for (const [phase, key] of Object.entries(figure.keys) as [Phase, FigureKey][]) {
    const path = `figure.keys.${phase}`;
    if (!PHASES_OF_RHYTHM[document.rhythm].includes(phase)) {
      problems.push({ path, message: `a ${document.rhythm} has no phase ${phase}` });
    }
    problems.push(...contactProblems(key.contacts, `${path}.contacts`), ...angleProblems(anglesOf(key), path, false));
  }
  return problems;
}

/** Names and limits in the base poses and in the changes of pose of fault types. */
export function vocabularyFigureProblems(lexicon: Lexicon): readonly FigureProblem[] {
  const bases = [...lexicon.basePoses.values()].flatMap(({ id, angles, contacts }) => {
    const path = `vocabulary.basePoses.${id}`;
    return [...angleProblems(angles, path, false), ...contactProblems(contacts, path)];
  });
  const changes = [...lexicon.faultTypes.values()].flatMap(({ id, change }) =>
    change ? changeProblems(change, `vocabulary.faultTypes.${id}.change`) : [],
  );
  return [...bases, ...changes];
}

/** Solves a movement's rep and each of its faults: what can't be posed, as an author would need it said. */
export function poseProblems(document: MovementDocument, lexicon: Lexicon, build: Build): readonly FigureProblem[] {
  const source = figureSourceOf(document);
  if (!source) return [];
  const good = solveRep(source, lexicon, build);
  if (!good.ok) return [{ path: 'figure', message: figureErrorText(good.error) }];
  return document.faults.flatMap((fault, i) => {
    const shown = shownFault(fault, lexicon);
    if (!shown) return [{ path: `faults[${i}]`, message: `no change of pose for ${fault.type}` }];
    const answer = solveRep(source, lexicon, build, shown);
    return answer.ok ? [] : [{ path: `faults[${i}]`, message: figureErrorText(answer.error) }];
  });
}
