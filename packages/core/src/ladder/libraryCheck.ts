import { cautionProblems, cautionProblemsOf, limitsSaid } from './cautionCheck.ts';
import { depthHints } from './depthCheck.ts';
import { findLoop, ladderOf, type Ladder } from './ladder.ts';
import { findCycle } from '../movement/cycle.ts';
import { renamesOf } from '../movement/aliases.ts';
import { CUE_MAX_WORDS, isCallable } from '../movement/cueText.ts';
import { lexiconOf, type Lexicon } from '../movement/library.ts';
import { wordsOf } from '../movement/likeTexts.ts';
import { isInUse } from '../movement/inUse.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import { PHASES_OF_RHYTHM } from '../movement/terms.ts';
import { stepProblems, stepProblemsOf } from './stepCheck.ts';
import type { SharedCue, StanceTag, Vocabulary } from '../movement/vocabulary.ts';

/** `error`: the library can't be used so. `hint`: it can, but somebody should look. */
export interface LibraryProblem {
  readonly severity: 'error' | 'hint';
  readonly movementId?: string;
  readonly path: string;
  readonly message: string;
}

type Report = (severity: 'error' | 'hint', path: string, message: string) => void;

/** What is wrong, or weak, in a library as a whole: references, loops, cues that can't be called, faults without a way out. */
export function libraryProblems(documents: readonly MovementDocument[], vocabulary: Vocabulary): readonly LibraryProblem[] {
  const lexicon = lexiconOf(vocabulary);
  const ids = new Set(documents.map((document) => document.id));
  const ladder = ladderOf(documents);
  const problems: LibraryProblem[] = [];

  for (const document of documents.filter(isInUse)) {
    const report: Report = (severity, path, message) => problems.push({ severity, movementId: document.id, path, message });
    checkMovement(document, lexicon, ids, report);
    reportLoneliness(document, ladder, report);
  }
  for (const problem of [
    ...cautionProblems(documents.filter(isInUse), lexicon),
    ...stepProblems(documents.filter(isInUse)),
    ...putAwayProblems(documents),
  ]) {
    problems.push({ severity: 'hint', ...problem });
  }
  for (const { path, message } of sharedCueErrors(vocabulary.cues ?? [], lexicon)) {
    problems.push({ severity: 'error', path: `vocabulary.${path}`, message });
  }
  for (const { id, text } of vocabulary.cues ?? []) {
    if (!isCallable(text)) problems.push({ severity: 'hint', path: `vocabulary.cues.${id}`, message: tooLong(text) });
  }
  for (const { path, message } of aliasProblems(vocabulary, lexicon, documents))
    problems.push({ severity: 'error', path, message });
  for (const point of vocabulary.stances ?? []) {
    if (!point.positions.some((position) => position.id === point.default)) {
      problems.push({
        severity: 'error',
        path: `vocabulary.stances.${point.id}.default`,
        message: `${point.default} is not one of its positions`,
      });
    }
  }
  const work = [
    ...(vocabulary.faultTypes ?? []).map(({ id, drills = [] }) => ({ path: `vocabulary.faultTypes.${id}.drills`, ids: drills })),
    ...(vocabulary.searchTerms ?? []).map(({ id, narrows }) => ({
      path: `vocabulary.searchTerms.${id}.narrows.movements`,
      ids: narrows.movements ?? [],
    })),
    ...(vocabulary.causes ?? []).map((cause) => ({ path: `vocabulary.causes.${cause.id}.work`, ids: cause.work })),
  ];
  for (const { path, ids: named } of work) {
    for (const id of named) {
      if (!ids.has(id)) problems.push({ severity: 'hint', path, message: `no movement ${id}` });
    }
  }
  for (const { id, types = [] } of vocabulary.feelings ?? []) {
    for (const type of types) {
      if (lexicon.faultTypes.has(type)) continue;
      problems.push({ severity: 'error', path: `vocabulary.feelings.${id}.types`, message: `no fault type ${type}` });
    }
  }
  const loop = findLoop(ladder);
  if (loop) {
    problems.push({
      severity: 'error',
      movementId: loop[0]!,
      path: 'harder',
      message: `harder steps go round in a loop: ${loop.join(' → ')}`,
    });
  }
  return problems;
}

function checkMovement(document: MovementDocument, lexicon: Lexicon, ids: Pick<Documents, 'has'>, report: Report): void {
  checkReferences(document, lexicon, ids, report);
  checkCues(document, lexicon, report);
  checkFaults(document, lexicon, ids, report);
  checkHints(document, lexicon, report);
}

/** What still sends somebody to a movement that was put away. */
function putAwayProblems(documents: readonly MovementDocument[]) {
  const away = new Map(documents.filter((document) => !isInUse(document)).map(({ id, name }) => [id, name]));
  if (away.size === 0) return [];
  return documents.filter(isInUse).flatMap((document) => {
    const named = [
      ...document.harder.map(({ to }, i) => [`harder[${i}].to`, to] as const),
      ...document.faults.map(({ regressTo }, i) => [`faults[${i}].regressTo`, regressTo] as const),
      ...document.cautions.map(({ instead }, i) => [`cautions[${i}].instead`, instead] as const),
      ...(document.components ?? []).map((id, i) => [`components[${i}]`, id] as const),
    ];
    return named.flatMap(([path, id]) => {
      const name = away.get(id ?? '');
      return name === undefined ? [] : [{ movementId: document.id, path, message: `${name} is put away` }];
    });
  });
}

/** A problem of one movement. */
export type MovementProblem = LibraryProblem & { readonly movementId: string };

/**
 * What would break something if movements became these: what they name has to be there, and no way up may lead back. Looks at what the change
 * touches, not at the whole library.
 */
export function changeErrors(
  changed: readonly MovementDocument[],
  others: Documents,
  lexicon: Lexicon,
): readonly MovementProblem[] {
  const made = new Map(changed.map((document) => [document.id, document]));
  // Thousands of others aren’t copied for one that is changed.
  const documents: Documents = {
    has: (id) => made.has(id) || others.has(id),
    get: (id) => made.get(id) ?? others.get(id),
  };
  return changed.flatMap((document) => problemsIn(document, documents, lexicon).filter(({ severity }) => severity === 'error'));
}

/** Everything that somebody who is changing a movement may want to know, in the order of the checks; errors can't be saved. */
export function problemsOfChanged(
  document: MovementDocument,
  neighbours: readonly MovementDocument[],
  others: readonly MovementDocument[],
  lexicon: Lexicon,
): readonly MovementProblem[] {
  const documents = withChanged([document, ...neighbours], others);
  const byId = new Map(documents.map((each) => [each.id, each]));
  const ladder = ladderOf(documents);
  const lonely: MovementProblem[] = [];
  reportLoneliness(document, ladder, (severity, path, message) =>
    lonely.push({ severity, movementId: document.id, path, message }),
  );
  const hints = [
    ...cautionProblemsOf(document, { byId, saidOn: limitsSaid(documents) }, lexicon),
    ...stepProblemsOf(document, byId, ladder),
    ...sameNames(document, documents),
  ];
  return [
    ...problemsIn(document, byId, lexicon),
    ...lonely,
    ...hints.map((hint): MovementProblem => ({ severity: 'hint', ...hint })),
  ];
}

function withChanged(changed: readonly MovementDocument[], others: readonly MovementDocument[]): MovementDocument[] {
  const changedIds = new Set(changed.map(({ id }) => id));
  return [...others.filter(({ id }) => !changedIds.has(id)), ...changed];
}

/** Movements by id. */
export type Documents = Pick<ReadonlyMap<string, MovementDocument>, 'has' | 'get'>;

function problemsIn(document: MovementDocument, byId: Documents, lexicon: Lexicon): MovementProblem[] {
  const problems: MovementProblem[] = [];
  const report: Report = (severity, path, message) => problems.push({ severity, movementId: document.id, path, message });
  checkMovement(document, lexicon, byId, report);
  document.harder.forEach(({ to }, i) => {
    const way = to === document.id ? [to] : wayBack(byId, to, document.id);
    if (!way) return;
    report('error', `harder[${i}].to`, `harder steps would go round in a loop: ${[document.id, ...way].join(' → ')}`);
  });
  return problems;
}

function reportLoneliness(document: MovementDocument, ladder: Ladder, report: Report): void {
  if (!isInUse(document) || document.standsAlone) return;
  if (ladder.harderFrom(document.id).length + ladder.easierFrom(document.id).length > 0) return;
  report('hint', 'harder', 'no neighbour on a ladder, and not marked as standing alone');
}

/** Names of a movement that another bears, to whom nobody could tell them apart. */
function sameNames(document: MovementDocument, documents: readonly MovementDocument[]) {
  const plain = (name: string) => wordsOf(name).join(' ');
  const own = new Map(
    [document.name, ...document.otherNames].map((name, i) => [plain(name), i === 0 ? 'name' : `otherNames[${i - 1}]`]),
  );
  return documents.flatMap(({ id, name, otherNames }) =>
    id === document.id
      ? []
      : [name, ...otherNames].flatMap((each) => {
          const path = own.get(plain(each));
          return path === undefined ? [] : [{ movementId: document.id, path, message: `${name} is called so already` }];
        }),
  );
}

/** The movements from one to another by harder steps, both in it; by the fewest. What isn’t on the way up from there isn’t looked at. */
function wayBack(byId: Documents, from: string, to: string): string[] | null {
  const cameFrom = new Map<string, string | null>([[from, null]]);
  for (const id of cameFrom.keys()) {
    if (id === to) {
      const way: string[] = [];
      for (let at: string | null = id; at !== null; at = cameFrom.get(at) ?? null) way.unshift(at);
      return way;
    }
    for (const step of byId.get(id)?.harder ?? []) if (!cameFrom.has(step.to)) cameFrom.set(step.to, id);
  }
  return null;
}

/** What shared cues name that isn’t there. */
export function sharedCueErrors(cues: readonly SharedCue[], lexicon: Lexicon): readonly { path: string; message: string }[] {
  return cues.flatMap(({ id, for: types }) =>
    types
      .filter((type) => !lexicon.faultTypes.has(type))
      .map((type) => ({ path: `cues.${id}`, message: `no fault type ${type}` })),
  );
}

/** An old id is borne by nothing, and leads to something that there is. */
export function aliasProblems(
  vocabulary: Pick<Vocabulary, 'aliases'>,
  lexicon: Lexicon,
  documents: readonly MovementDocument[],
): readonly { readonly path: string; readonly message: string }[] {
  // Most changes rename nothing, and a library is long.
  if (!vocabulary.aliases?.length) return [];
  const renames = renamesOf(vocabulary.aliases);
  const ownCues = documents.flatMap(({ id, cues }) => cues.flatMap((cue) => (cue.id ? [`${id}/${cue.id}`] : [])));
  const faults = documents.flatMap(({ id, faults: own }) => own.map((fault) => `${id}/${fault.id}`));
  const known = {
    movement: { ids: new Set(documents.map(({ id }) => id)), now: renames.movement },
    'fault-type': { ids: new Set(lexicon.faultTypes.keys()), now: renames.faultType },
    fault: { ids: new Set(faults), now: renames.fault },
    cue: { ids: new Set([...lexicon.cues.keys(), ...ownCues]), now: renames.cue },
  };
  return (vocabulary.aliases ?? []).flatMap(({ of, id }) => {
    const { ids, now } = known[of];
    const path = `vocabulary.aliases.${id}`;
    if (ids.has(id)) return [{ path, message: `${id} is still there: only what is gone has another id now` }];
    return ids.has(now(id)) ? [] : [{ path, message: `there is no ${of.replace('-', ' ')} ${now(id)}` }];
  });
}

function checkHints(document: MovementDocument, lexicon: Lexicon, report: Report): void {
  for (const { path, message } of depthHints(document, lexicon)) report('hint', path, message);
  const patterns = lexicon.families.get(document.family)?.patterns;
  if (patterns && !patterns.includes(document.pattern)) {
    report('hint', 'pattern', `the family ${document.family} is of ${patterns.join(' and ')}, not of ${document.pattern}`);
  }
  if (!document.figure && !document.noFigure) report('hint', 'figure', 'no figure, and no reason why');
  const types = new Set(document.faults.map(({ type }) => type));
  document.cues.forEach((cue, i) => {
    const serves = cue.for ?? (cue.shared ? lexicon.cues.get(cue.shared)?.for : undefined) ?? [];
    const isGiven = document.faults.some(({ corrections }) =>
      corrections.some(({ cue: slug }) => slug === (cue.shared ?? cue.id)),
    );
    // A cue that states a position serves the position.
    const isPosition = cue.shared !== undefined && lexicon.cues.get(cue.shared)?.stance !== undefined;
    if (serves.length > 0 && !isPosition && !isGiven && !serves.some((type) => types.has(type))) {
      report('hint', `cues[${i}]`, 'a cue for faults that this movement doesn’t have');
    }
  });
  const tagged = new Set(stanceTags(document, lexicon).map(({ tag }) => tag.point));
  document.stancePoints?.forEach((point, i) => {
    if (!tagged.has(point) && !lexicon.stances.get(point)?.parameter) {
      report('hint', `stancePoints[${i}]`, `${point} is listed, but nothing here depends on it`);
    }
  });
  document.faults.forEach((fault, i) => {
    if (fault.severity === 'risk' && !fault.regressTo) {
      const needs = fault.stopWhen ? 'a movement to regress to' : 'a movement to regress to, or when to stop';
      report('hint', `faults[${i}].regressTo`, `a risk fault without ${needs}`);
    }
  });
}

/** Every tag of a contested point in a movement, those of its shared cues among them. */
function stanceTags(document: MovementDocument, lexicon: Lexicon): { path: string; tag: StanceTag }[] {
  const of = (list: string, entries: readonly { readonly stance?: StanceTag | undefined }[]) =>
    entries.flatMap(({ stance }, i) => (stance ? [{ path: `${list}[${i}].stance`, tag: stance }] : []));
  const cues = document.cues.map((cue) => ({
    stance: cue.stance ?? (cue.shared ? lexicon.cues.get(cue.shared)?.stance : undefined),
  }));
  return [...of('cues', cues), ...of('faults', document.faults), ...of('checkpoints', document.checkpoints)];
}

function tooLong(text: string): string {
  return `“${text}” is too long to call: ${CUE_MAX_WORDS} words at most`;
}

function checkReferences(document: MovementDocument, lexicon: Lexicon, ids: Pick<Documents, 'has'>, report: Report): void {
  if (!lexicon.families.has(document.family)) report('error', 'family', `no family ${document.family}`);
  document.muscles.forEach((share, i) => {
    if (!lexicon.muscles.has(share.muscle)) report('error', `muscles[${i}].muscle`, `no muscle ${share.muscle}`);
  });
  for (const list of ['needed', 'optional'] as const) {
    document.kit[list].forEach((kit, i) => {
      if (!lexicon.kit.has(kit)) report('error', `kit.${list}[${i}]`, `no kit ${kit}`);
    });
  }
  document.kit.replaceable?.forEach(({ kit, by }, i) => {
    if (!lexicon.kit.has(kit)) report('error', `kit.replaceable[${i}].kit`, `no kit ${kit}`);
    if (!lexicon.kit.has(by)) report('error', `kit.replaceable[${i}].by`, `no kit ${by}`);
  });
  document.cautions.forEach((caution, i) => {
    if (!lexicon.cautions.has(caution.caution)) report('error', `cautions[${i}].caution`, `no caution ${caution.caution}`);
    if (caution.instead && !ids.has(caution.instead)) {
      report('error', `cautions[${i}].instead`, `no movement ${caution.instead}`);
    }
  });
  document.harder.forEach((step, i) => {
    if (!ids.has(step.to)) report('error', `harder[${i}].to`, `no movement ${step.to}`);
    if (step.shownFirst.reps === undefined && step.shownFirst.seconds === undefined) {
      report('error', `harder[${i}].shownFirst`, 'say how many reps or seconds have to be shown first');
    }
  });
  document.stancePoints?.forEach((point, i) => {
    if (!lexicon.stances.has(point)) report('error', `stancePoints[${i}]`, `no contested point ${point}`);
  });
  for (const { path, tag } of stanceTags(document, lexicon)) {
    const point = lexicon.stances.get(tag.point);
    if (!point?.positions.some(({ id }) => id === tag.position))
      report('error', path, `no position ${tag.position} of ${tag.point}`);
  }
  const { instead } = document.putAway ?? {};
  if (instead !== undefined && (!ids.has(instead) || instead === document.id)) {
    report('error', 'putAway.instead', `no other movement ${instead}`);
  }
  document.components?.forEach((id, i) => {
    if (!ids.has(id) || id === document.id) report('error', `components[${i}]`, `no other movement ${id}`);
  });
  const phases = PHASES_OF_RHYTHM[document.rhythm];
  document.phases.forEach((text, i) => {
    if (!phases.includes(text.phase)) {
      report('error', `phases[${i}].phase`, `a ${document.rhythm} has no phase ${text.phase}`);
    }
  });
  if (document.dose.kind !== 'distance' && document.dose.low > document.dose.high) {
    report('error', 'dose.low', 'is above the top of the range');
  }
}

function checkCues(document: MovementDocument, lexicon: Lexicon, report: Report): void {
  const seen = new Set<string>();
  const faultTypes = new Set(document.faults.map((fault) => fault.type));
  document.cues.forEach((cue, i) => {
    const slug = cue.shared ?? cue.id ?? '';
    if (seen.has(slug)) report('error', `cues[${i}]`, `cue ${slug} stands here twice`);
    seen.add(slug);
    if (cue.shared !== undefined && !lexicon.cues.has(cue.shared)) {
      report('error', `cues[${i}].shared`, `no shared cue ${cue.shared}`);
    }
    if (cue.text !== undefined && !isCallable(cue.text)) report('hint', `cues[${i}].text`, tooLong(cue.text));
    cue.for?.forEach((type, k) => {
      if (!faultTypes.has(type)) report('error', `cues[${i}].for[${k}]`, `no fault of type ${type} in this movement`);
    });
  });
}

function checkFaults(document: MovementDocument, lexicon: Lexicon, ids: Pick<Documents, 'has'>, report: Report): void {
  const cueSlugs = new Set(document.cues.map((cue) => cue.shared ?? cue.id));
  const slugs = new Set<string>();
  document.faults.forEach((fault, i) => {
    if (slugs.has(fault.id)) report('error', `faults[${i}].id`, `fault ${fault.id} stands here twice`);
    slugs.add(fault.id);
    if (!lexicon.faultTypes.has(fault.type)) report('error', `faults[${i}].type`, `no fault type ${fault.type}`);
    fault.clears?.forEach((type, k) => {
      if (!lexicon.faultTypes.has(type)) report('error', `faults[${i}].clears[${k}]`, `no fault type ${type}`);
    });
    fault.corrections.forEach((correction, k) => {
      if (correction.kind === 'cue' && !cueSlugs.has(correction.cue)) {
        report('error', `faults[${i}].corrections[${k}].cue`, `no cue ${correction.cue} in this movement`);
      }
    });
    if (fault.regressTo && (!ids.has(fault.regressTo) || fault.regressTo === document.id)) {
      report('error', `faults[${i}].regressTo`, `no other movement ${fault.regressTo}`);
    }
  });
  const clears = new Map(document.faults.map((fault) => [fault.type, fault.clears ?? []]));
  const loop = findCycle(clears.keys(), (type) => clears.get(type) ?? []);
  if (loop) report('error', 'faults', `faults clear each other in a loop: ${loop.join(' → ')}`);
}
