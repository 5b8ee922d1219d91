import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { PHASES_OF_RHYTHM } from '../movement/terms.ts';

/** Something that a movement doesn't say yet, and where it would stand. */
export interface Missing {
  readonly path: string;
  /** What to add, as the next thing to do. */
  readonly message: string;
}

/** So many give who says one and sees nothing change something else to say. */
const CUES_LEAST = 3;
const FAULTS_LEAST = 2;
const PHASES_LEAST = 2;

/** What a movement should come to say before somebody who doesn't know it can coach with it. */
export function depthHints(document: MovementDocument, lexicon: Lexicon): readonly Missing[] {
  const missing: Missing[] = [];
  const add = (isThere: boolean, path: string, message: string) => void (isThere || missing.push({ path, message }));
  const { cues, faults, phases, rhythm } = document;
  const kinds = new Set(cues.map((cue) => (cue.shared ? lexicon.cues.get(cue.shared)?.kind : cue.kind)));
  add(document.setUp.length > 0, 'setUp', 'say how it is set up');
  const silent = PHASES_OF_RHYTHM[rhythm].filter((phase) => !phases.some((each) => each.phase === phase));
  add(phases.length >= PHASES_LEAST, 'phases', `say what is done: ${silent.join(', ')}`);
  add(cues.length >= CUES_LEAST, 'cues', `${CUES_LEAST} cues are a beginning: ${cues.length} so far`);
  add(kinds.size > 1, 'cues', 'add a cue of another kind, for anyone who doesn’t get this one');
  add(faults.length >= FAULTS_LEAST, 'faults', `say what goes wrong: ${faults.length} of ${FAULTS_LEAST} faults so far`);
  faults.forEach((fault, i) => {
    add(fault.corrections.length > 0, `faults[${i}].corrections`, 'a fault without a correction: say what to do about it');
    add(fault.causes.length > 0, `faults[${i}].causes`, 'say why it happens');
  });
  add(document.range !== undefined, 'range', 'say where the range ends, and why there');
  add(document.muscles.length > 0, 'muscles', 'say which muscles work');
  add(document.trains !== undefined, 'trains', 'say what it trains');
  return missing;
}
