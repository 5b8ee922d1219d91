import type { MovementCue, MovementDocument, MovementFault } from '../movementDocument.ts';
import { freeSlug } from '../slug.ts';
import { CUES_MOST, FAULTS_MOST, PHASES_OF_RHYTHM, type Phase } from '../terms.ts';
import { cueKey, mainPhase } from './edit.ts';

/**
 * A joined movement with the faults and cues of its parts that it hasn’t: faults by their type, cues by their words. What a part says of a
 * phase that isn't here is said of the part that lasts longest.
 */
export function withParts(document: MovementDocument, parts: readonly MovementDocument[]): MovementDocument {
  const cues: MovementCue[] = [...document.cues];
  const faults: MovementFault[] = [...document.faults];
  const placed = (phase: Phase) => (PHASES_OF_RHYTHM[document.rhythm].includes(phase) ? phase : mainPhase(document.rhythm));
  const sameCue = (cue: MovementCue) =>
    cues.find((each) => (cue.shared ? each.shared === cue.shared : each.text !== undefined && each.text === cue.text));
  for (const part of parts) {
    /** By the key that a cue has in the part, the one that it has here. */
    const keys = new Map<string, string>();
    for (const cue of part.cues) {
      const known = sameCue(cue);
      if (known) keys.set(cueKey(cue), cueKey(known));
      if (known || cues.length >= CUES_MOST) continue;
      const { phase, ...rest } = cue;
      const id = cue.id && freeSlug(cue.id, (slug) => cues.some((each) => cueKey(each) === slug));
      const taken: MovementCue = { ...rest, ...(id && { id }), ...(phase && { phase: placed(phase) }) };
      keys.set(cueKey(cue), cueKey(taken));
      cues.push(taken);
    }
    for (const fault of part.faults) {
      if (faults.length >= FAULTS_MOST || faults.some(({ type }) => type === fault.type)) continue;
      const { regressTo, ...rest } = fault;
      faults.push({
        ...rest,
        id: freeSlug(fault.id, (slug) => faults.some((each) => each.id === slug)),
        phase: placed(fault.phase),
        corrections: fault.corrections.flatMap((each) => {
          if (each.kind !== 'cue') return [each];
          const cue = keys.get(each.cue ?? '');
          return cue === undefined ? [] : [{ ...each, cue }];
        }),
        // A part of this is easier than this.
        ...(regressTo && regressTo !== document.id && { regressTo }),
      });
    }
  }
  const types = new Set(faults.map(({ type }) => type));
  const own = new Set(document.cues);
  return {
    ...document,
    faults,
    // What a part’s cue is for may not be among the faults here.
    cues: cues.map((cue) => (cue.for && !own.has(cue) ? { ...cue, for: cue.for.filter((type) => types.has(type)) } : cue)),
  };
}
