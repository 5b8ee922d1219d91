import { sumOf, type CueTally } from '@waxwing/core/coaching';
import { nearlySame, textsWith, type Lexicon, type SharedCue } from '@waxwing/core/movement';
import type { CueTrialsAnswer } from '@waxwing/core/api';
import type { MovementProblem } from '@waxwing/core/ladder';
import type { IndexedLibrary } from '../../../shared/queries.ts';
import { searchOf } from '../../../shared/searchOf.ts';
import type { PickOption } from './PickByTyping.tsx';
import type { DraftHands } from './useDraft.ts';

/** What every part of the editor works with; another object only when the library or a word is another. */
export interface Editor {
  readonly library: IndexedLibrary;
  /** With the words that the draft has made. */
  readonly lexicon: Lexicon;
  readonly hands: DraftHands;
}

const FOUND_MOST = 8;

/** Movements by what is typed, as everywhere. */
export function movementsFound(library: IndexedLibrary, typed: string, except: readonly string[]): PickOption[] {
  if (typed === '') return [];
  return searchOf(library)
    .answer(typed, { limit: FOUND_MOST + except.length })
    .hits.filter(({ movementId }) => !except.includes(movementId))
    .slice(0, FOUND_MOST)
    .map(({ movementId }) => ({ id: movementId, text: library.nameOf(movementId) }));
}

interface Named {
  readonly id: string;
  readonly name: string;
  readonly otherNames?: string[];
}

/** Entries of a list of words whose name, or another of their names, has all that is typed. */
export function wordsFound(
  entries: Iterable<Named>,
  typed: string,
  except: ReadonlySet<string>,
  most = FOUND_MOST,
): PickOption[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return [...entries]
    .filter(({ id }) => !except.has(id))
    .map(({ id, name, otherNames = [] }) => {
      const has = (text: string) => parts.every((part) => text.toLowerCase().includes(part));
      const other = has(name) ? undefined : otherNames.find(has);
      return has(name) || other !== undefined ? { id, text: name, note: other && `also: ${other}` } : null;
    })
    .filter((option) => option !== null)
    .slice(0, most);
}

/** Shared cues in which all that is typed occurs. */
export function sharedFound(cues: Iterable<SharedCue>, typed: string, except: ReadonlySet<string>): PickOption[] {
  return textsWith(typed, [...cues])
    .filter(({ id }) => !except.has(id))
    .slice(0, 5)
    .map(({ id, text }) => ({ id, text: `“${text}”`, note: 'shared: its history comes along' }));
}

/** More alike than this is said twice for no reason. */
const NEARLY_THE_SAME = 0.6;

export function sharedLike(cues: Iterable<SharedCue>, text: string): SharedCue | undefined {
  return nearlySame(text, [...cues], NEARLY_THE_SAME);
}

/** What stands at a path, or within it, in words. */
export function saidAt(problems: readonly MovementProblem[], path: string): string[] {
  return problems
    .filter((problem) => problem.path === path || problem.path.startsWith(`${path}.`) || problem.path.startsWith(`${path}[`))
    .map(({ message }) => message);
}

/** How cues did against faults of one movement. */
export interface Evidence {
  readonly ofCue: (cueId: string) => CueTally;
  readonly against: (faultId: string, cueId: string) => CueTally;
}

export function evidenceOf(trials: CueTrialsAnswer, movementId: string): Evidence {
  const own = trials.filter(({ faultId }) => faultId.startsWith(`${movementId}/`));
  const where = (isIt: (trial: (typeof own)[number]) => boolean) => sumOf(own.filter(isIt).map(({ tally }) => tally));
  return {
    ofCue: (cueId) => where((trial) => trial.cueId === cueId),
    against: (faultId, cueId) => where((trial) => trial.cueId === cueId && trial.faultId === faultId),
  };
}

const CAUSE_WORDS: Readonly<Record<string, string>> = {
  'not-understood': 'not understood',
  load: 'too much load',
  fatigue: 'tired',
  balance: 'balance',
  build: 'how they are built',
};

export function causeText(cause: string, { causes }: Lexicon): string {
  return CAUSE_WORDS[cause] ?? causes.get(cause)?.name ?? cause.replace(':', ' of the ').replace('-', ' ');
}

/** Causes by what they are called, those without a colon first. */
export function causesFound(lexicon: Lexicon, typed: string, except: readonly string[]): PickOption[] {
  const entries = [...Object.keys(CAUSE_WORDS), ...lexicon.causes.keys()].map((id) => ({ id, name: causeText(id, lexicon) }));
  return wordsFound(entries, typed, new Set(except), FOUND_MOST);
}
