import { describe, expect, test } from '@jest/globals';
import { ladderOf } from '../ladder/ladder.ts';
import { lexiconOf } from '../movement/library.ts';
import { resolveMovement, stancesInForce } from '../movement/resolvedMovement.ts';
import type { Correction } from '../movement/movementDocument.ts';
import { revisionOf, SMALL_VOCABULARY, smallMovements } from '../test/smallLibrary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { isCueingSpent, nextChanges, type NextChangeInput } from './nextChange.ts';
import type { SaidCue } from './rankCues.ts';

const lexicon = lexiconOf(SMALL_VOCABULARY);
const documents = smallMovements();
const loaded = documents[2]!;
const movement = resolveMovement(revisionOf(loaded), lexicon, stancesInForce(lexicon));

function changes(type: string, part: Partial<NextChangeInput> = {}) {
  return nextChanges({
    fault: movement.faults.find((fault) => fault.type === type)!,
    document: loaded,
    lexicon,
    ladder: ladderOf(documents),
    nameOf: (id) => documents.find((document) => document.id === id)!.name,
    isOpen: () => true,
    isLoaded: true,
    canLighten: true,
    kit: null,
    done: new Set(),
    ...part,
  });
}

const AUTHOR = 'the library’s correction for this fault';
const tried = (cueId: string, outcome: SaidCue['outcome']): SaidCue => ({
  cueId,
  outcome: outcome!,
  inThisSet: true,
  counts: true,
});

describe('what to change when saying it doesn’t help', () => {
  test('two different cues without effect are enough, one where it is a risk', () => {
    expect(isCueingSpent('performance', [tried('a', 'same')])).toBe(false);
    expect(isCueingSpent('performance', [tried('a', 'same'), tried('a', 'same')])).toBe(false);
    expect(isCueingSpent('performance', [tried('a', 'same'), tried('b', 'worse')])).toBe(true);
    expect(isCueingSpent('risk', [tried('a', 'same')])).toBe(true);
    expect(isCueingSpent('risk', [tried('a', 'better')])).toBe(false);
    expect(isCueingSpent('risk', [{ ...tried('a', 'same'), inThisSet: false }])).toBe(false);
  });

  test('the author’s correction, then the levers for its causes, then the named regression, then the nearest easier one', () => {
    const found = changes('knees-in');
    expect(found[0]).toMatchObject({ kind: 'set-up', text: 'Two fingers wider' });
    const swaps = found.filter((change) => change.kind === 'swap');
    expect(swaps.map((swap) => swap.movementId)).toEqual(['waxwing:easy', 'waxwing:middle']);
    expect(found.findIndex((change) => change.kind === 'lever')).toBe(1);
    expect(found.at(-1)!.kind).toBe('swap');
  });

  test('the lever that takes the cause away directly comes first, in the movement’s own words', () => {
    // Of a load cause: load directly; tempo and range in part, the smaller first.
    expect(
      changes('trunk-tips')
        .slice(0, 3)
        .map((change) => change.text),
    ).toEqual(['Next lighter load', 'Stop at the box', 'Three seconds down']);
    expect(changes('trunk-tips', { isLoaded: false }).map((change) => change.text)).not.toContain('Next lighter load');
  });

  test('what was done in this set is not proposed again', () => {
    expect(changes('trunk-tips', { done: new Set(['lever:load']) })[0]!.text).toBe('Stop at the box');
  });

  test('only movements that are open to the client, with the levers of the way there', () => {
    const found = changes('knees-in', { isOpen: (id) => id === 'waxwing:middle' });
    expect(found.filter((change) => change.kind === 'swap')).toEqual([
      expect.objectContaining({ movementId: 'waxwing:middle', text: 'Swap for middle squat', levers: ['load'] }),
    ]);
  });
});

describe('only what is possible here', () => {
  const { lowerSeconds: asked = 0 } = loaded.tempo ?? {};
  const fault = movement.faults.find(({ type }) => type === 'trunk-tips')!;
  const withCorrection = (correction: Partial<Correction>, part: Partial<NextChangeInput> = {}) =>
    changes('trunk-tips', {
      fault: { ...fault, corrections: [{ kind: 'lever', lever: 'load', text: 'Said so', ...correction }] },
      ...part,
    }).map(({ text }) => text);

  test('what needs a thing is offered where that is, and where nobody said what there is', () => {
    const wedge: Partial<Correction> = { kind: 'set-up', text: 'Heels on the wedge', needs: ['wedge'] };
    expect(withCorrection(wedge, { kit: new Set(['kettlebell']) })).not.toContain('Heels on the wedge');
    expect(withCorrection(wedge, { kit: new Set(['wedge']) })).toContain('Heels on the wedge');
    expect(withCorrection(wedge, { kit: null })).toContain('Heels on the wedge');
  });

  test('nothing lighter is offered with the lightest in hand; putting it down is, and what is no weight', () => {
    const lightest = { canLighten: false };
    expect(changes('trunk-tips', lightest).some((change) => change.kind === 'lever' && change.lever === 'load')).toBe(false);
    expect(withCorrection({}, lightest)).not.toContain('Said so');
    expect(withCorrection({ load: 'none' }, lightest)).toContain('Said so');
    expect(withCorrection({ load: 'none' }, { isLoaded: false })).not.toContain('Said so');
    expect(withCorrection({ load: 'as-said' }, { isLoaded: false })).toContain('Said so');
  });

  test('a lowering is slowed only to slower than it is', () => {
    const slow = (lowerSeconds: number) => withCorrection({ lever: 'tempo', lowerSeconds });
    expect(slow(asked + 1)).toContain('Said so');
    if (asked > 0) expect(slow(asked)).not.toContain('Said so');
    const slowDocument = { ...loaded, tempo: { lowerSeconds: 4, turnSeconds: 0, liftSeconds: 1, finishSeconds: 0 } };
    expect(withCorrection({ lever: 'tempo', lowerSeconds: 4 }, { document: slowDocument })).not.toContain('Said so');
  });

  test('what is said of any movement isn’t said where the facts speak against it', () => {
    const general = {
      ...SMALL_VOCABULARY,
      levers: SMALL_VOCABULARY.levers!.map((each) => ({ ...each, notOn: [{ pattern: loaded.pattern }] })),
    };
    const bare = { ...loaded, eases: [] };
    const leversOf = (part: Partial<NextChangeInput>) =>
      changes('trunk-tips', { document: bare, ...part }).filter((change) => change.kind === 'lever' && change.why !== AUTHOR);
    expect(leversOf({}).length).toBeGreaterThan(0);
    expect(leversOf({ lexicon: lexiconOf(general) })).toEqual([]);
  });

  test('over the whole starter library no room hears of what it hasn’t got, and no hand of a lighter weight than the lightest', () => {
    const { movements, vocabulary } = starterLibrary();
    const whole = lexiconOf(vocabulary);
    const ladder = ladderOf(movements);
    const things: readonly (readonly [RegExp, string])[] = [
      [/\bwedge\b/i, 'wedge'],
      [/\b(loop )?band (above|under|between)|loop band/i, 'band-loop'],
      [/\bplate\b/i, 'plate'],
      [/\bdowel\b/i, 'dowel'],
    ];
    const heard: string[] = [];
    for (const document of movements) {
      const resolved = resolveMovement(revisionOf(document), whole, stancesInForce(whole));
      for (const fault of resolved.faults) {
        const offered = nextChanges({
          fault,
          document,
          lexicon: whole,
          ladder,
          nameOf: (id) => id,
          isOpen: () => false,
          isLoaded: true,
          canLighten: false,
          // A room with what the movement needs, and nothing else.
          kit: new Set(document.kit.needed),
          done: new Set(),
        });
        for (const change of offered) {
          const isLacking = things.some(([word, id]) => word.test(change.text) && !document.kit.needed.includes(id));
          const isLighter = /\blighter (pair|dumbbell|kettlebell|bar|bag)\b|one pin lighter/i.test(change.text);
          const down = /\bthree seconds down\b/i.test(change.text) && (document.tempo?.lowerSeconds ?? 0) >= 3;
          if (isLacking || isLighter || down) heard.push(`${fault.faultId}: ${change.text}`);
        }
      }
    }
    expect(heard).toEqual([]);
  });

  test('every change says what is done', () => {
    const oneWord = starterLibrary().movements.flatMap(({ id, eases, faults }) =>
      [...eases, ...faults.flatMap(({ corrections }) => corrections)].flatMap(({ text }) =>
        text !== undefined && !text.trim().includes(' ') ? [`${id}: ${text}`] : [],
      ),
    );
    expect(oneWord).toEqual([]);
  });
});
