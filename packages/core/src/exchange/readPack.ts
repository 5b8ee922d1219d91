import { load } from 'js-yaml';
import { LineCounter, parseDocument, type Document } from 'yaml';
import { figureReferenceProblems, vocabularyFigureProblems } from '../figure/figureProblems.ts';
import { libraryProblems } from '../ladder/libraryCheck.ts';
import { renamedDocument, renamedVocabulary, renamesOf } from '../movement/aliases.ts';
import { lexiconOf, mergeVocabulary } from '../movement/library.ts';
import { LibraryPack, type PackBase } from '../movement/libraryPack.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import { checkShape, type Checked } from './checkShape.ts';

/** A file of a pack as it comes in: YAML, of which JSON is a part. */
export interface PackFile {
  readonly name: string;
  readonly text: string;
}

export interface PackProblem {
  readonly file: string;
  /** Counted from 1; 0 where no line can be named. */
  readonly line: number;
  readonly path: string;
  readonly message: string;
}

/** What a set of pack files holds together. */
export interface ReadPack {
  readonly vocabulary: Vocabulary;
  readonly movements: readonly MovementDocument[];
  /** Which revisions its movements were when it went out; absent where it doesn't say. */
  readonly madeFrom?: readonly PackBase[];
}

/** Of what is in the files, what is wanted, and what is taken in their place. */
export interface PackWish {
  /** Of the movements those with these ids. */
  readonly only?: readonly string[] | undefined;
  /** In place of those with their ids. */
  readonly instead?: readonly MovementDocument[] | undefined;
}

/** A file may not be larger than this, in characters: about 900 movements at full depth. */
export const PACK_MAX_CHARACTERS = 8_000_000;

/**
 * Lines and marks (`:`, `,`, `-` and brackets) in all files of a pack, which is at least how many parts it has: the starter library has
 * 155,000 in 1.3 million characters.
 */
const PACK_MAX_MARKS = 1_500_000;

/** Movements, or terms of one kind, that one file may list. */
const LIST_MAX = 5000;

/** What can be said against a pack before it is parsed, which for some small files takes minutes. */
export function packSizeProblems(files: readonly PackFile[]): PackProblem[] {
  let marks = 0;
  for (const { name, text } of files) {
    if (text.length > PACK_MAX_CHARACTERS) return [tooLarge(name)];
    for (let i = 0; i < text.length; i += 1) {
      const code = text.charCodeAt(i);
      // Line feed, comma, hyphen, colon, square bracket, brace.
      if (code === 10 || code === 44 || code === 45 || code === 58 || code === 91 || code === 123) marks += 1;
    }
    if (marks > PACK_MAX_MARKS) return [tooLarge(name)];
  }
  return [];
}

function tooLarge(file: string): PackProblem {
  return { file, line: 0, path: '', message: 'the pack is too large to be a library: split it' };
}

/** A list that is far too long is refused as a whole, before each of its parts is. */
function endlessLists(plain: unknown): string[] {
  if (typeof plain !== 'object' || plain === null) return [];
  return Object.entries(plain).flatMap(([name, value]) => {
    if (Array.isArray(value)) return value.length > LIST_MAX ? [name] : [];
    return name === 'vocabulary' ? endlessLists(value).map((inner) => `vocabulary.${inner}`) : [];
  });
}

function keysOf(path: string): (string | number)[] {
  return [...path.matchAll(/[^.[\]]+/g)].map(([key]) => (/^\d+$/.test(key) ? Number(key) : key));
}

/** A file with the place of everything in it. */
class PlacedFile {
  private readonly counter = new LineCounter();
  readonly document: Document;

  /** `uniqueKeys`: looks for a key that stands twice, by comparing each with all before it. */
  constructor(text: string, uniqueKeys: boolean) {
    this.document = parseDocument(text, { lineCounter: this.counter, uniqueKeys, prettyErrors: false });
  }

  lineAt(offset: number): number {
    return this.counter.linePos(offset).line;
  }

  /** The line of what stands at a path, or of the nearest around it. */
  lineOf(path: string): number {
    const keys = keysOf(path);
    for (let depth = keys.length; depth >= 0; depth -= 1) {
      const node = this.document.getIn(keys.slice(0, depth), true) as { range?: [number, number, number] } | undefined;
      if (node?.range) return this.lineAt(node.range[0]);
    }
    return 0;
  }
}

/** A bracket or a comma where a value would begin; out of a flow, the quick reader takes it for text. */
const STRAY = /(?:^|: |- )[ \t]*[\]},]/m;

/** All of it in one pair of brackets, as in JSON. */
const FLOW = /^\s*\{/;

/** What is sound and has no aliases, read without places; anything else throws. */
function readQuickly(text: string): unknown {
  if (STRAY.test(text) && !FLOW.test(text)) throw new SyntaxError('to be read with care');
  // An alias may unfold a small file into a huge one.
  return load(text, { maxAliases: 0 });
}

/** What a file says, or why it can't be read. Where things stand in it costs three times as much as what they are: only a problem needs it. */
class ReadFile {
  private placed: PlacedFile | null = null;
  private isSound = false;
  readonly plain: unknown;
  readonly problem: PackProblem | null = null;

  constructor(private readonly file: PackFile) {
    try {
      this.plain = readQuickly(file.text);
      this.isSound = true;
    } catch {
      const { document } = this.places;
      const [fault] = document.errors;
      if (fault) {
        this.problem = this.problemAt(this.places.lineAt(fault.pos[0]), '', fault.message);
        return;
      }
      try {
        this.plain = document.toJS({ maxAliasCount: 50 });
      } catch (error) {
        this.problem = this.problemAt(0, '', (error as Error).message);
      }
    }
  }

  private get places(): PlacedFile {
    return (this.placed ??= new PlacedFile(this.file.text, !this.isSound));
  }

  private problemAt(line: number, path: string, message: string): PackProblem {
    return { file: this.file.name, line, path, message };
  }

  problemOf(path: string, message: string): PackProblem {
    return this.problemAt(this.places.lineOf(path), path, message);
  }
}

/**
 * Reads pack files into one library, all or nothing: shapes first, then what refers to what, over the files together with
 * what the studio already has (`existing`). Every problem names file, line and path.
 */
export function readPack(
  files: readonly PackFile[],
  existing?: ReadPack,
  { only, instead = [] }: PackWish = {},
): Checked<ReadPack> & { packProblems: readonly PackProblem[] } {
  const problems: PackProblem[] = [];
  const wanted = only && new Set(only);
  const insteadOf = new Map(instead.map((document) => [document.id, document]));
  const madeFrom: PackBase[] = [];
  const movements: MovementDocument[] = [];
  const placeOf = new Map<string, { read: ReadFile; index: number }>();
  let vocabulary: Vocabulary = existing?.vocabulary ?? {};

  for (const file of files) {
    if (file.text.length > PACK_MAX_CHARACTERS) {
      problems.push(tooLarge(file.name));
      continue;
    }
    const read = new ReadFile(file);
    if (read.problem) {
      problems.push(read.problem);
      continue;
    }
    const endless = endlessLists(read.plain);
    if (endless.length > 0) {
      problems.push(...endless.map((path) => ({ file: file.name, line: 0, path, message: `has more than ${LIST_MAX} entries` })));
      continue;
    }
    const checked = checkShape(LibraryPack, read.plain);
    if (!checked.ok) {
      problems.push(...checked.problems.map(({ path, message }) => read.problemOf(path, message)));
      continue;
    }
    vocabulary = mergeVocabulary(vocabulary, checked.value.vocabulary ?? {});
    for (const [index, movement] of (checked.value.movements ?? []).entries()) {
      if (wanted && !wanted.has(movement.id)) continue;
      if (placeOf.has(movement.id)) {
        problems.push(read.problemOf(`movements[${index}].id`, `${movement.id} stands in this pack twice`));
      }
      placeOf.set(movement.id, { read, index });
      movements.push(insteadOf.get(movement.id) ?? movement);
    }
    madeFrom.push(...(checked.value.madeFrom ?? []));
  }

  /** Not of this pack, but they refer to what it renames. */
  const changed: MovementDocument[] = [];
  if (problems.length === 0) {
    vocabulary = renamedVocabulary(vocabulary);
    const renames = renamesOf(vocabulary.aliases);
    const kept: MovementDocument[] = [];
    for (const movement of existing?.movements ?? []) {
      // What it is called now is in this pack, or was there before.
      if (placeOf.has(movement.id) || renames.movement(movement.id) !== movement.id) continue;
      const renamed = renamedDocument(movement, renames);
      if (renamed === movement) kept.push(movement);
      else changed.push(renamed);
    }
    const lexicon = lexiconOf(vocabulary);
    const errors: readonly { readonly movementId?: string; readonly path: string; readonly message: string }[] = [
      ...libraryProblems([...kept, ...changed, ...movements], vocabulary).filter(({ severity }) => severity === 'error'),
      ...vocabularyFigureProblems(lexicon),
      ...movements.flatMap((movement) =>
        figureReferenceProblems(movement, lexicon).map((problem) => ({ ...problem, movementId: movement.id })),
      ),
    ];
    for (const problem of errors) {
      const place = problem.movementId === undefined ? undefined : placeOf.get(problem.movementId);
      const { path, message } = problem;
      problems.push(
        place
          ? place.read.problemOf(`movements[${place.index}].${path}`, message)
          : { file: files[0]?.name ?? '', line: 0, path, message },
      );
    }
  }
  if (problems.length > 0) return { ok: false, problems, packProblems: problems };
  const value = { vocabulary, movements: [...movements, ...changed], ...(madeFrom.length > 0 && { madeFrom }) };
  return { ok: true, value, packProblems: [] };
}
