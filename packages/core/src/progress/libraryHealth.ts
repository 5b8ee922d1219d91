import type { CueTally } from '../coaching/cueTally.ts';
import { daysBetween } from '../checks/daysBetween.ts';
import { libraryProblems, type LibraryProblem } from '../ladder/libraryCheck.ts';
import { likeFaultTexts, likeNames } from '../movement/likeTexts.ts';
import { isInUse } from '../movement/inUse.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { ownCueId } from '../movement/resolvedMovement.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { wordingHints } from '../movement/wording.ts';

/** How a cue did against a movement's fault, over everybody. */
export interface CueTrials {
  readonly faultId: string;
  readonly cueId: string;
  readonly tally: CueTally;
  /** The day of the newest trial. */
  readonly lastOn: string;
}

/** When movements were last looked at; days. */
export interface Looks {
  readonly today: string;
  /** Read through by somebody who found nothing to change, or changed it then. */
  readonly lookedOverOn: ReadonlyMap<string, string>;
  readonly changedOn: ReadonlyMap<string, string>;
}

/** Texts of two movements that are this much alike were copied. */
const COPIED = 0.7;
/** A cue given so often that works so rarely isn't worth the breath. */
const TRIALS_TO_JUDGE = 8;
const WORKS_TOO_RARELY = 0.25;
/** What a coach believes changes; nobody should say for longer what they last thought about then. */
const LOOK_AGAIN_AFTER_DAYS = 365;

/** Everything that somebody should look at, errors first: the checks above, what was copied, and cues that don't work. */
export function libraryHealth(
  documents: readonly MovementDocument[],
  vocabulary: Vocabulary,
  trials: readonly CueTrials[] = [],
  looks?: Looks,
): readonly LibraryProblem[] {
  const nameOf = new Map(documents.map(({ id, name }) => [id, name]));
  const hint = (movementId: string, path: string, message: string): LibraryProblem => ({
    severity: 'hint',
    movementId,
    path,
    message,
  });
  const cueText = new Map([
    ...(vocabulary.cues ?? []).map(({ id, text }) => [id, text] as const),
    ...documents.flatMap(({ id, cues }) => cues.map((cue) => [ownCueId(id, cue.id ?? ''), cue.text ?? ''] as const)),
  ]);
  const byId = new Map(documents.map((document) => [document.id, document]));
  const inUse = documents.filter(isInUse);
  const copied = likeFaultTexts(inUse, COPIED).map(({ a, b }) =>
    hint(b.owner, b.path, `nearly the same words as in ${nameOf.get(a.owner)}: “${a.text}”`),
  );
  const names = likeNames(inUse).map(({ a, b }) =>
    hint(b.owner, b.path, `“${b.text}” is nearly ${nameOf.get(a.owner)}’s “${a.text}”`),
  );
  const failing = trials.flatMap(({ faultId, cueId, tally, lastOn }) => {
    if (tally.trials < TRIALS_TO_JUDGE || tally.score / tally.trials >= WORKS_TOO_RARELY) return [];
    const [movementId = '', slug] = faultId.split('/');
    // Whoever has read it since knows, and leaves it so.
    if ((looks?.lookedOverOn.get(movementId) ?? '') >= lastOn) return [];
    const at = byId.get(movementId)?.faults.findIndex(({ id }) => id === slug) ?? -1;
    if (at < 0) return [];
    return [
      hint(
        movementId,
        `faults[${at}]`,
        `“${cueText.get(cueId) ?? cueId}” was tried ${tally.trials} times and fixed it ${tally.fixed}`,
      ),
    ];
  });
  const unread = looks ? inUse.flatMap(({ id }) => unreadFor(id, looks).map((message) => hint(id, '', message))) : [];
  const wording = wordingHints(documents, vocabulary).map((each) => ({ severity: 'hint' as const, ...each }));
  const all = [...libraryProblems(documents, vocabulary), ...wording, ...names, ...copied, ...failing, ...unread];
  return [...all.filter(({ severity }) => severity === 'error'), ...all.filter(({ severity }) => severity === 'hint')];
}

function unreadFor(movementId: string, { today, lookedOverOn, changedOn }: Looks): string[] {
  const [looked = '', changed = ''] = [lookedOverOn.get(movementId), changedOn.get(movementId)];
  const last = looked > changed ? looked : changed;
  if (last === '' || daysBetween(last, today) <= LOOK_AGAIN_AFTER_DAYS) return [];
  return [`nobody has looked it over since ${last}`];
}
