import type { Alias } from '../alias.ts';
import type { Lexicon } from '../library.ts';
import type { WordsSave } from '../libraryChange.ts';
import type { Vocabulary } from '../vocabulary.ts';
import { wordsIn, type Word, type WordList } from '../words.ts';
import { differences, type Difference } from './difference.ts';

/** What one entry of a list is called. */
export const WORD_NAMES: Readonly<Record<WordList, string>> = {
  families: 'family',
  faultTypes: 'kind of fault',
  causes: 'cause',
  cues: 'shared cue',
  muscles: 'muscle',
  levers: 'lever',
  cautions: 'caution',
  kit: 'kit',
  stances: 'contested point',
  basePoses: 'base pose',
  searchTerms: 'search term',
  shorthands: 'shorthand',
  feelings: 'place where it is felt',
  aliases: 'other id',
};

/** What a field is called where its own name doesn't say it. */
const FIELDS: Readonly<Record<string, string>> = {
  otherNames: 'also called',
  saidAs: 'said as',
  for: 'is for',
  drills: 'learned by',
  work: 'work on it',
  notOn: 'isn’t said on',
  alwaysOn: 'is always right on',
  notWith: 'isn’t said with',
  general: 'what it limits',
  asks: 'is asked of',
  everywhere: 'is found anywhere',
  exclusive: 'serves one person at a time',
  weighs: 'is a load',
  narrows: 'finds',
  isLacking: 'isn’t in the library',
  change: 'on the figure',
  words: 'how it is said',
};

/** What a word is called by whoever uses it. */
export function wordName(word: Word): string {
  const { name, text, words, place, id } = word as Partial<Record<'name' | 'text' | 'words' | 'place', string>> & { id: string };
  return name ?? text ?? words ?? place ?? id;
}

/** What a change does to words, a sentence each. */
export function wordTexts({ after, before, withdrawn = [], removed = [] }: WordsSave, lexicon: Lexicon): string[] {
  const lists = Object.keys(after) as (keyof Vocabulary)[];
  return [
    ...lists.flatMap((list) => {
      if (list === 'aliases') return (after.aliases ?? []).map((alias) => joinText(alias, lexicon));
      const was = wordsIn(before, list);
      return [...wordsIn(after, list)].flatMap(([id, word]) => changeTexts(list, was.get(id), word));
    }),
    ...withdrawn.map((alias) => `“${alias.id}” is itself again`),
    ...removed.map(({ id, list }) => `${upper(WORD_NAMES[list])} “${id}” is gone`),
  ];
}

/** What is otherwise in a word than before, a sentence each; `undefined`: it is new. */
export function changeTexts(list: WordList, before: Word | undefined, after: Word): string[] {
  if (!before) {
    const { region } = after as { readonly region?: string };
    return [`New ${WORD_NAMES[list]}: “${wordName(after)}”${region ? `, of the ${region}` : ''}`];
  }
  return differences(before, after).map((each) => `${upper(WORD_NAMES[list])} “${wordName(after)}”, ${fieldText(each)}`);
}

function joinText({ of, id, now }: Alias, { cues, faultTypes }: Lexicon): string {
  const nameOf = (each: string) => (of === 'cue' ? cues.get(each)?.text : faultTypes.get(each)?.name) ?? each;
  return `“${nameOf(id)}” is “${nameOf(now)}” from now on, wherever it stands`;
}

function fieldText(difference: Difference): string {
  const field = difference.path.map((name) => FIELDS[name] ?? name).join(', ');
  if (difference.kind !== 'set') return field;
  const [was, is] = [difference.before, difference.after].map(valueText);
  if (was === null) return is === null ? field : `${field}: ${is}`;
  return is === null ? `${field}: no longer ${was}` : `${field}: ${was} → ${is}`;
}

/** Nothing when it is absent, or too much to be said. */
function valueText(value: unknown): string | null {
  if (value === undefined || value === null) return null;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (typeof value === 'string') return /\s/.test(value) ? `“${value}”` : value;
  if (!Array.isArray(value) || !value.every((each) => typeof each === 'string')) return null;
  return value.length === 0 ? 'none' : value.join(', ');
}

function upper(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
