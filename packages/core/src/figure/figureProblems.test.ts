import { describe, expect, it } from '@jest/globals';
import { stringify } from 'yaml';
import { readPack } from '../exchange/readPack.ts';
import { PACK_FORMAT } from '../movement/packFormat.ts';
import { lexiconOf } from '../movement/library.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { poseProblems } from './figureProblems.ts';
import { AVERAGE_BUILD } from './skeleton.ts';

const library = starterLibrary();
const squat = library.movements.find(({ id }) => id === 'waxwing:bodyweight-squat')!;

/** What the importer says of a pack that holds the squat with something in it changed. */
function said(changes: object, vocabulary: object = {}) {
  const text = stringify({ format: PACK_FORMAT, vocabulary, movements: [{ ...squat, ...changes }] });
  return readPack([{ name: 'mine.yaml', text }], library).packProblems.map(({ path, message, line }) => ({
    path,
    message,
    line,
  }));
}

const figure = squat.figure!;

describe('a figure that comes in with a pack', () => {
  it('is taken in when it is sound', () => {
    expect(said({})).toEqual([]);
  });

  it.each([
    [{ figure: { ...figure, base: 'levitate' } }, 'movements[0].figure.base', 'no base pose levitate'],
    [{ figure: { ...figure, contacts: ['tail.left'] } }, 'movements[0].figure.contacts', 'no contact “tail.left”'],
    [
      { figure: { ...figure, keys: { turn: { 'knee.flexion': 'deep' } } } },
      'movements[0].figure.keys',
      'turn: knee.flexion must be an angle in degrees',
    ],
    [{ figure: { ...figure, keys: { turn: { 'knee.bend': 100 } } } }, 'movements[0].figure.keys.turn', 'no joint knee.bend'],
    [
      { figure: { ...figure, keys: { turn: { 'knee.flexion': 190 } } } },
      'movements[0].figure.keys.turn',
      'knee.flexion 190° is outside -2° to 158°',
    ],
    [{ figure: { ...figure, keys: { hold: {} } } }, 'movements[0].figure.keys.hold', 'a rep has no phase hold'],
    [{ figure: { ...figure, keys: { float: {} } } }, 'movements[0].figure.keys', 'float is not a phase'],
    [{ figure: { ...figure, balance: { by: 'tail.flexion' } } }, 'movements[0].figure.balance.by', 'no joint tail.flexion'],
    [
      { figure: { ...figure, things: [{ thing: 'cloud', heightM: 1 }] } },
      'movements[0].figure.things[0].thing',
      'no thing cloud',
    ],
    [{ figure: { ...figure, colour: 'red' } }, 'movements[0].figure.colour', 'property colour should not exist'],
    [{ checkpoints: [{ ...squat.checkpoints[0], line: ['ankle', 'soul'] }] }, 'movements[0].checkpoints[0]', 'no landmark soul'],
  ])('is refused with the place and the reason: %#', (changes, path, message) => {
    const [problem, ...more] = said(changes);
    expect(more).toEqual([]);
    expect(problem).toEqual({ path, message, line: expect.any(Number) });
    expect(problem!.line).toBeGreaterThan(0);
  });

  it('names a fault type’s change and a base pose that mean nothing', () => {
    const type = {
      id: 'floats',
      name: 'Floats',
      region: 'feet',
      causes: [],
      change: { angles: { 'wing.flexion': 4 }, mark: 'halo' },
    };
    const basePoses = [{ id: 'fly', words: 'flying', position: 'prone', angles: { 'knee.flexion': 175 }, contacts: [] }];
    expect(said({}, { faultTypes: [type], basePoses }).map(({ path, message }) => `${path}: ${message}`)).toEqual([
      'vocabulary.basePoses.fly: knee.flexion 175° is outside -2° to 158°',
      'vocabulary.faultTypes.floats.change.angles: no joint wing.flexion',
      'vocabulary.faultTypes.floats.change.mark: no landmark halo',
    ]);
  });
});

describe('posing a whole movement', () => {
  it('finds nothing in the squats of the starter library', () => {
    const lexicon = lexiconOf(library.vocabulary);
    // The whole of it is posed by the library check.
    const squats = library.movements.filter(({ family }) => family === 'squat');
    expect(squats.flatMap((document) => poseProblems(document, lexicon, AVERAGE_BUILD))).toEqual([]);
  });

  it('says which pose can’t be taken', () => {
    const impossible = { ...squat, figure: { ...figure, keys: { turn: { contacts: ['feet', 'hands on bar'] } } } };
    const [problem] = poseProblems(impossible, lexiconOf(library.vocabulary), AVERAGE_BUILD);
    expect(problem!.path).toBe('figure');
    expect(problem!.message).toMatch(/^at turn: .* can’t be reached, \d+\.\d cm off$/);
  });
});
