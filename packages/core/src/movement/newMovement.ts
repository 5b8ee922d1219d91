import type { Lexicon } from './library.ts';
import type { HarderStep, MovementDocument } from './movementDocument.ts';
import { freeSlug, slugOf } from './slug.ts';
import type { Lever, Pattern } from './terms.ts';

/** The lasting id of what a studio writes: its own name is the origin, so that packs of two studios don’t meet by chance. */
export function newMovementId(studioName: string, name: string, isTaken: (id: string) => boolean): string {
  const origin =
    slugOf(studioName, 'own')
      .slice(0, 40)
      .replace(/^[^a-z]+|-+$/g, '') || 'own';
  // The starter library’s ids are its own.
  const of = (slug: string) => `${origin === 'waxwing' ? 'own' : origin}:${slug}`;
  return of(freeSlug(slugOf(name, 'movement'), (slug) => isTaken(of(slug))));
}

/** What occurs most often; of equals the first. */
function commonest<Value>(values: readonly Value[]): Value | undefined {
  const counts = new Map<string, { value: Value; count: number }>();
  for (const value of values) {
    const key = JSON.stringify(value);
    const known = counts.get(key);
    if (known) known.count += 1;
    else counts.set(key, { value, count: 1 });
  }
  let most: { value: Value; count: number } | undefined;
  for (const each of counts.values()) if (!most || each.count > most.count) most = each;
  return most?.value;
}

/** What a trainer says of a movement that is new: enough to save it and to coach with it. */
export interface FirstWords {
  readonly id: string;
  readonly name: string;
  readonly pattern: Pattern;
  readonly cue: string;
}

/**
 * A movement with what was said of it, filled up with what most movements of its pattern in this library have: where one stands, which sides
 * work, how it is counted. Nothing is said in words that nobody said.
 */
export function newMovement(
  { id, name, pattern, cue }: FirstWords,
  documents: readonly MovementDocument[],
  lexicon: Pick<Lexicon, 'families'>,
): MovementDocument {
  const alike = documents.filter((document) => document.pattern === pattern);
  const usual = <Value>(of: (document: MovementDocument) => Value, otherwise: Value) => commonest(alike.map(of)) ?? otherwise;
  const ofPattern = [...lexicon.families.values()].find((family) => family.patterns?.includes(pattern));
  return {
    id,
    name: name.trim(),
    otherNames: [],
    family: usual((each) => each.family, ofPattern?.id ?? [...lexicon.families.keys()][0] ?? ''),
    pattern,
    position: usual((each) => each.position, 'standing'),
    laterality: usual((each) => each.laterality, 'both'),
    rhythm: usual((each) => each.rhythm, 'rep'),
    planes: usual((each) => each.planes, ['sagittal']),
    muscles: [],
    kit: { needed: [], optional: [] },
    footprint: usual((each) => each.footprint, { widthM: 1, depthM: 1 }),
    impact: usual((each) => each.impact, 'none'),
    skill: usual((each) => each.skill, 1),
    setUp: [],
    phases: [],
    dose: usual((each) => each.dose, { kind: 'reps', low: 8, high: 12 }),
    sets: usual((each) => each.sets, 3),
    restSeconds: usual((each) => each.restSeconds, 60),
    cues: [{ id: slugOf(cue, 'cue'), text: cue.trim(), kind: 'external' }],
    faults: [],
    checkpoints: [],
    harder: [],
    eases: [],
    cautions: [],
    noFigure: 'Not posed yet.',
  };
}

/** Another movement with everything that one says but its names and its place on ladders. Cues and faults keep their words and get ids of their own. */
export function copyOfMovement(document: MovementDocument, { id, name }: Pick<FirstWords, 'id' | 'name'>): MovementDocument {
  const { common: _, ...rest } = document;
  return { ...rest, id, name: name.trim(), otherNames: [], harder: [] };
}

/** What is asked for before a step that nobody has said more about: the top of the easier one’s range, twice, with something left. */
function shownBefore({ dose }: MovementDocument): HarderStep['shownFirst'] {
  if (dose.kind === 'reps') return { sets: 2, reps: Math.min(dose.high, 100), reserve: 2 };
  return { sets: 2, seconds: dose.kind === 'seconds' ? Math.min(dose.high, 600) : 30, reserve: 2 };
}

/** `from` with a harder step to another movement; the same again where it has one. */
export function withStep(from: MovementDocument, to: string, levers: readonly Lever[]): MovementDocument {
  if (from.harder.some((step) => step.to === to)) return from;
  return { ...from, harder: [...from.harder, { to, levers: [...levers], shownFirst: shownBefore(from) }] };
}
