import { BadRequestException, ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { figureReferenceProblems, vocabularyFigureProblems } from '@waxwing/core/figure';
import { aliasProblems, changeErrors, sharedCueErrors, type Documents } from '@waxwing/core/ladder';
import {
  WordIndex,
  isSame,
  lexiconOf,
  removalProblems,
  renamedDocument,
  renamesOf,
  type MovementDocument,
  type MovementRevision,
  type Renames,
  type Vocabulary,
} from '@waxwing/core/movement';
import {
  changedLibrary,
  type LibraryAnswer,
  type MovementChange,
  type PackPreview,
  type SavedChange,
  type StudioLibrary,
} from '@waxwing/core/api';
import {
  PROBLEMS_MOST,
  areStillAsBefore,
  withWords,
  type LibraryChange,
  type PackFile,
  type PackUpload,
  type PackWish,
  type PackProblem,
  type Problem,
  type ReadPack,
  type WordsSave,
} from '@waxwing/core/shapes';
import { In, LessThan, MoreThan, type EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import type { SignedIn } from '../accounts/actor.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { OpenDatabase } from '../database/openDatabase.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { insertRows, putRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { MovementEntity, MovementRevisionEntity } from './library.entities.ts';
import { libraryBody, type LibraryBody } from './libraryBody.ts';
import { WordHolders } from './wordHolders.ts';
import { readPackInThread } from './readPackInThread.ts';
import { authorName, Words } from './words.ts';

export interface ImportReport {
  /** Movements that came new or changed; the same content makes no new revision. */
  readonly changed: readonly string[];
  readonly unchanged: number;
  /** By which it can be taken back; `null` when nothing came. */
  readonly number: number | null;
}

/** Revisions on a page of a movement's history: each is a whole document. */
const HISTORY_PAGE = 20;

/** Numbers begin above it, also those that were given to what came before there were any. */
const BEFORE_ALL = Number.MIN_SAFE_INTEGER;

/** Each time another's save came between: so often in a row nobody saves. */
const SAVE_TRIES = 10;

/** Whose change something is. */
type Author = Pick<SignedIn, 'studioId' | 'trainerId'>;

/** A library with the number up to which it holds all changes. */
type CurrentLibrary = StudioLibrary & { readonly number: number; readonly vocabularyRevisionId: string };

function asRevision(entity: MovementRevisionEntity): MovementRevision {
  return { revisionId: entity.id, number: entity.number, document: entity.document };
}

function notTakenIn(problems: readonly PackProblem[]): BadRequestException {
  return new BadRequestException({
    message: 'The pack was not taken in: nothing has changed',
    problems: problems.slice(0, PROBLEMS_MOST).map(({ file, line, path, message }) => ({
      path: `${file}:${line}${path ? ` ${path}` : ''}`,
      message,
    })),
  });
}

function notSaved(problems: readonly Problem[]): BadRequestException {
  return new BadRequestException({ message: 'This was not saved', problems: problems.slice(0, PROBLEMS_MOST) });
}

function noMovement(): NotFoundException {
  return new NotFoundException({ message: 'No movement with this address' });
}

function changedMeanwhile(): ConflictException {
  return new ConflictException({
    code: 'changed',
    message: 'Somebody changed this in the meantime: look at it again before you save',
  });
}

/** What speaks against a change, at its place in that. */
function changeProblems(
  documents: readonly MovementDocument[],
  vocabulary: Vocabulary,
  words: WordsSave | undefined,
  before: ReadonlyMap<string, MovementRevision>,
): Problem[] {
  const lexicon = lexiconOf(vocabulary);
  const at = documents.map(({ id }) => id);
  const twice = at.findIndex((id, i) => at.indexOf(id) !== i);
  if (twice >= 0) return [{ path: `movements[${twice}].document.id`, message: 'stands in this change twice' }];
  const others: Documents = { has: (id) => before.has(id), get: (id) => before.get(id)?.document };
  const aliases = words?.after.aliases ?? [];
  const after = () => [
    ...[...before.values()].flatMap(({ document }) => (at.includes(document.id) ? [] : [document])),
    ...documents,
  ];
  return [
    ...(aliases.length === 0 ? [] : aliasProblems({ aliases }, lexicon, after())).map(({ path, message }) => ({
      path: path.replace('vocabulary', 'words.after'),
      message,
    })),
    ...changeErrors(documents, others, lexicon).map(({ movementId, path, message }) => ({
      path: `movements[${at.indexOf(movementId)}].document.${path}`,
      message,
    })),
    ...documents.flatMap((document, i) =>
      figureReferenceProblems(document, lexicon).map(({ path, message }) => ({
        path: `movements[${i}].document.${path}`,
        message,
      })),
    ),
    ...(words ? vocabularyFigureProblems(lexicon) : []),
    ...sharedCueErrors(words?.after.cues ?? [], lexicon).map(({ path, message }) => ({ path: `words.after.${path}`, message })),
  ];
}

/** Movements that this change doesn't name, but that speak of what it gives another id. */
function renamedBy(
  words: WordsSave | undefined,
  movements: LibraryChange['movements'],
  revisions: readonly MovementRevision[],
): MovementDocument[] {
  const renames = renamesOf(words?.after.aliases);
  if (renames.isEmpty) return [];
  const named = new Set(movements.map(({ document }) => document.id));
  return revisions.flatMap(({ document }) => {
    const renamed = named.has(document.id) ? document : renamedDocument(document, renames);
    return renamed === document ? [] : [renamed];
  });
}

function changedSince(): ConflictException {
  return new ConflictException({
    message: 'The library has changed since: take back what you don’t want in each movement’s history',
  });
}

/** A studio's movements and vocabulary: identities with immutable revisions. */
@Injectable()
export class Library {
  constructor(
    @InjectRepository(MovementEntity) private readonly movements: Reads<MovementEntity>,
    @InjectRepository(MovementRevisionEntity) private readonly revisions: Reads<MovementRevisionEntity>,
    @InjectRepository(StudioEntity) private readonly studios: Reads<StudioEntity>,
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    private readonly words: Words,
    private readonly holders: WordHolders,
    private readonly database: OpenDatabase,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** What was put together last, by studio. */
  private readonly kept = new Map<string, CurrentLibrary>();
  private readonly bodies = new WeakMap<CurrentLibrary, Promise<LibraryBody>>();

  private readonly renamesIn = new WeakMap<Vocabulary, Renames>();

  private readonly idsOf = new WeakMap<StudioLibrary, ReadonlyMap<string, MovementRevision>>();

  /** Its movements by id, looked up once for each state of it. */
  private byId(library: StudioLibrary): ReadonlyMap<string, MovementRevision> {
    const known = this.idsOf.get(library) ?? new Map(library.revisions.map((revision) => [revision.document.id, revision]));
    this.idsOf.set(library, known);
    return known;
  }

  /** The library as it stands; the same object until it is changed. */
  async current(studioId: string): Promise<CurrentLibrary> {
    const number = await this.numberOf(this.studios, studioId);
    const kept = this.kept.get(studioId);
    if (kept?.number === number) return kept;
    const changed = await this.since(studioId, kept?.number ?? BEFORE_ALL);
    const version = this.versionOf(number);
    const hasOtherWords = changed.words.length > 0;
    const library = {
      ...changedLibrary(kept ?? null, { ...changed, version, isWhole: false }),
      number,
      vocabularyRevisionId: kept && !hasOtherWords ? kept.vocabularyRevisionId : await this.words.currentId(studioId),
    };
    this.kept.set(studioId, library);
    return library;
  }

  /** The whole library as it is sent. */
  async body(studioId: string): Promise<LibraryBody> {
    const library = await this.current(studioId);
    const { version, vocabulary, revisions } = library;
    const body = this.bodies.get(library) ?? libraryBody({ version, isWhole: true, vocabulary, revisions });
    this.bodies.set(library, body);
    return body;
  }

  /** What was changed since a version; `null` when that is none of this database's, so that nobody can say. */
  async changes(studioId: string, version: string): Promise<LibraryAnswer | null> {
    const since = Number(/^(\d{1,15})-/.exec(version)?.[1]);
    if (version !== this.versionOf(since)) return null;
    const number = await this.numberOf(this.studios, studioId);
    if (since > number) return null;
    const changed = since === number ? { words: [], revisions: [] } : await this.since(studioId, since);
    return { version: this.versionOf(number), isWhole: false, ...changed };
  }

  /** A database that was put back to an earlier state counts on from there: its numbers mean something else then. */
  private versionOf(number: number): string {
    return `${number}-${this.database.epoch}`;
  }

  /** Ids as they are now, of ids as they were logged. */
  async renames(studioId: string): Promise<Renames> {
    const library = await this.current(studioId);
    const known = this.renamesIn.get(library.vocabulary) ?? renamesOf(library.vocabulary.aliases);
    this.renamesIn.set(library.vocabulary, known);
    return known;
  }

  /** Asked several times by nearly every request: no entity is made for it. */
  private async numberOf(studios: Pick<Reads<StudioEntity>, 'query'>, id: string): Promise<number> {
    const [studio] = await studios.query<{ number: number }[]>('select "libraryNumber" number from studios where id = ?', [id]);
    if (!studio) throw new Error('no such studio');
    return studio.number;
  }

  private async since(studioId: string, number: number) {
    const words = await this.words.since(studioId, number);
    const movements = await this.movements.findBy({ studioId, changedIn: MoreThan(number) });
    return { words, revisions: await this.revisionsById(movements.map((movement) => movement.currentRevisionId)) };
  }

  async revisionsById(ids: readonly string[]): Promise<MovementRevision[]> {
    return (await this.revisions.findBy({ id: In([...ids]) })).map(asRevision);
  }

  /** Those of these that are this studio's; whatever else was asked for is nobody's business. */
  async revisionsOf(studioId: string, ids: readonly string[]): Promise<MovementRevision[]> {
    return ids.length === 0 ? [] : (await this.revisions.findBy({ studioId, id: In([...ids]) })).map(asRevision);
  }

  /** What pack files would make of the library: nothing is changed. Problems name file, line and path. */
  async previewPack(studioId: string, { files }: PackUpload): Promise<PackPreview> {
    const { movements, vocabulary, madeFrom = [] } = await this.readFiles(await this.current(studioId), files);
    const bases = await this.revisionsOf(
      studioId,
      madeFrom.map(({ revision }) => revision),
    );
    return { movements, vocabulary, bases };
  }

  private async readFiles(existing: StudioLibrary, files: readonly PackFile[], wish?: PackWish): Promise<ReadPack> {
    const movements = existing.revisions.map((revision) => revision.document);
    const pack = await readPackInThread(files, { vocabulary: existing.vocabulary, movements }, wish);
    if (!pack.ok) throw notTakenIn(pack.packProblems);
    return pack.value;
  }

  /** Reads pack files into the studio's library, all or nothing. Problems name file, line and path. */
  async importPack(studioId: string, author: string, files: readonly PackFile[], wish?: PackWish): Promise<ImportReport> {
    const existing = await this.current(studioId);
    const pack = await this.readFiles(existing, files, wish);
    return this.transactions.run(async (manager) => {
      if ((await this.numberOf(manager.getRepository(StudioEntity), studioId)) !== existing.number) {
        throw new ConflictException({
          message: 'The library was changed meanwhile, so nothing was taken in: send the pack again',
        });
      }
      const changedIn = existing.number + 1;
      const by = { studioId, author, changedIn };
      const hasOtherVocabulary = await this.words.save(manager, by, existing.vocabulary, pack.vocabulary);
      const before = new Map(existing.revisions.map((revision) => [revision.document.id, revision]));
      const changed = await this.saveMovements(manager, studioId, author, pack.movements, before, changedIn);
      // Its revisions stay, for the sessions that were done with them.
      for (const { of, id } of pack.vocabulary.aliases ?? []) {
        if (of === 'movement' && before.has(id)) await manager.delete(MovementEntity, { studioId, id });
      }
      const hasCome = hasOtherVocabulary || changed.length > 0;
      if (hasCome) await manager.update(StudioEntity, studioId, { libraryNumber: changedIn });
      return { changed, unchanged: pack.movements.length - changed.length, number: hasCome ? changedIn : null };
    });
  }

  /**
   * Takes back what changed with a number of the library, as long as nothing else has changed since: each movement and word says again what
   * it said before; a movement that was new is put away, a word that was new is gone.
   */
  async undo({ studioId, trainerId }: SignedIn, number: number): Promise<void> {
    const existing = await this.current(studioId);
    if (existing.number !== number) throw changedSince();
    const came = await this.movements.findBy({ studioId, changedIn: number });
    const before = this.byId(existing);
    const documents: MovementDocument[] = [];
    for (const { id } of came) {
      const now = before.get(id)!;
      const was = await this.revisions.findOneBy({ studioId, movementId: id, number: now.number - 1 });
      documents.push(was?.document ?? { ...now.document, putAway: {} });
    }
    const wordsBefore = await this.words.at(studioId, number - 1);
    await this.transactions.run(async (manager) => {
      if ((await this.numberOf(manager.getRepository(StudioEntity), studioId)) !== number) throw changedSince();
      const changedIn = number + 1;
      await this.words.save(manager, { studioId, author: trainerId, changedIn }, existing.vocabulary, wordsBefore);
      await this.saveMovements(manager, studioId, trainerId, documents, before, changedIn);
      await manager.update(StudioEntity, studioId, { libraryNumber: changedIn });
    });
  }

  /** A movement's revisions, newest first, before a number of them: at most a page. */
  async history(studioId: string, movementId: string, before = Number.MAX_SAFE_INTEGER): Promise<MovementChange[]> {
    const found = await this.revisions.find({
      where: { studioId, movementId, number: LessThan(before) },
      order: { number: 'DESC' },
      take: HISTORY_PAGE,
    });
    if (found.length === 0 && before === Number.MAX_SAFE_INTEGER) throw noMovement();
    const authors = await this.trainers.findBy({ studioId, id: In([...new Set(found.map(({ author }) => author))]) });
    const nameOf = new Map(authors.map(({ id, name }) => [id, name]));
    return found.map((entity) => ({
      ...asRevision(entity),
      authorName: authorName(entity.author, nameOf),
      createdAt: entity.createdAt,
    }));
  }

  /**
   * Makes movements and words say something else from now on, all or nothing, if they still say what that was made from. The same content
   * makes no new revision.
   */
  async saveChange(actor: Author, change: LibraryChange): Promise<SavedChange> {
    for (let tries = 0; tries < SAVE_TRIES; tries += 1) {
      const tried = await this.trySaving(actor, change);
      if (!tried) continue;
      const saved = this.byId(await this.current(actor.studioId));
      return { ...tried, revisions: change.movements.flatMap(({ document }) => saved.get(document.id) ?? []) };
    }
    throw changedMeanwhile();
  }

  /** What speaks against words that are to go. */
  private async removalProblems(
    studioId: string,
    words: WordsSave | undefined,
    existing: CurrentLibrary,
    documents: readonly MovementDocument[],
  ): Promise<Problem[]> {
    const { removed = [] } = words ?? {};
    if (removed.length === 0) return [];
    const changed = new Map(documents.map((document) => [document.id, document]));
    const after = existing.revisions.map(({ document }) => changed.get(document.id) ?? document);
    const index = new WordIndex(after, withWords(existing.vocabulary, words!));
    const elsewhere = await this.holders.of(studioId, removed);
    return [
      ...removalProblems(removed, existing.vocabulary, index),
      ...elsewhere.map(({ at, by }) => ({ at, message: `${removed[at]!.id} is used by ${by}` })),
    ].map(({ at, message }) => ({ path: `words.removed[${at}]`, message }));
  }

  /** Throws what would be said if it were saved now. */
  async checkChange(studioId: string, change: LibraryChange): Promise<void> {
    await this.readied(await this.current(studioId), studioId, change);
  }

  /** A change as it would be written: also to movements that it doesn't name, but that speak of what it gives another id. */
  private async readied(existing: CurrentLibrary, studioId: string, { movements, words }: LibraryChange) {
    const before = this.byId(existing);
    for (const { baseRevisionId, document } of movements) {
      const known = before.get(document.id);
      if (!known && baseRevisionId) throw noMovement();
      if (known?.revisionId !== baseRevisionId) throw changedMeanwhile();
    }
    if (words && !areStillAsBefore(words, existing.vocabulary)) throw changedMeanwhile();
    const vocabulary = words ? withWords(existing.vocabulary, words) : existing.vocabulary;
    const documents = [...movements.map(({ document }) => document), ...renamedBy(words, movements, existing.revisions)];
    const problems = [
      ...changeProblems(documents, vocabulary, words, before),
      ...(await this.removalProblems(studioId, words, existing, documents)),
    ];
    if (problems.length > 0) throw notSaved(problems);
    return { documents, vocabulary, before };
  }

  /** Nothing when the library was changed while this was looked at: what was found out then says nothing now. */
  private async trySaving({ studioId, trainerId }: Author, change: LibraryChange): Promise<Pick<SavedChange, 'number'> | null> {
    const existing = await this.current(studioId);
    const { documents, vocabulary, before } = await this.readied(existing, studioId, change);
    return this.writeOver(existing, { studioId, trainerId }, documents, vocabulary, before);
  }

  /** Makes movements and words say this; false when the library isn't any more at the version from which that was made. `also`: in the same transaction. */
  async write(
    author: Author,
    version: string,
    documents: readonly MovementDocument[],
    vocabulary: Vocabulary,
    also: (manager: EntityManager) => Promise<void>,
  ): Promise<boolean> {
    const existing = await this.current(author.studioId);
    if (existing.version !== version) return false;
    return (await this.writeOver(existing, author, documents, vocabulary, this.byId(existing), also)) !== null;
  }

  private writeOver(
    existing: CurrentLibrary,
    { studioId, trainerId }: Author,
    documents: readonly MovementDocument[],
    vocabulary: Vocabulary,
    before: ReadonlyMap<string, MovementRevision>,
    also?: (manager: EntityManager) => Promise<void>,
  ): Promise<Pick<SavedChange, 'number'> | null> {
    return this.transactions.run(async (manager) => {
      if ((await this.numberOf(manager.getRepository(StudioEntity), studioId)) !== existing.number) return null;
      const changedIn = existing.number + 1;
      const by = { studioId, author: trainerId, changedIn };
      const hasOtherWords = await this.words.save(manager, by, existing.vocabulary, vocabulary);
      const changed = await this.saveMovements(manager, studioId, trainerId, documents, before, changedIn);
      await also?.(manager);
      if (!hasOtherWords && changed.length === 0) return { number: null };
      await manager.update(StudioEntity, studioId, { libraryNumber: changedIn });
      return { number: changedIn };
    });
  }

  /** Writes a revision of each that says something else than before. Answers the ids of those. */
  private async saveMovements(
    manager: EntityManager,
    studioId: string,
    author: string,
    documents: readonly MovementDocument[],
    before: ReadonlyMap<string, MovementRevision>,
    changedIn: number,
  ): Promise<string[]> {
    const createdAt = this.clock.now().toISOString();
    const revisions = documents.flatMap((document) => {
      const known = before.get(document.id);
      if (known && isSame(known.document, document)) return [];
      const number = (known?.number ?? 0) + 1;
      return { id: uuid(), studioId, movementId: document.id, number, document, author, createdAt };
    });
    await insertRows(manager, MovementRevisionEntity, revisions);
    await putRows(
      manager,
      MovementEntity,
      revisions.map(({ id: currentRevisionId, document: { id, name, family } }) => {
        return { studioId, id, name, family, currentRevisionId, changedIn };
      }),
    );
    return revisions.map(({ movementId }) => movementId);
  }
}
