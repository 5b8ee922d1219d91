import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ladderOf } from '../ladder/ladder.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { buildLibrarySearch, withoutTerm } from './librarySearch.ts';
import { isFound, searchCasesFrom } from './searchCases.ts';

const { movements, vocabulary } = starterLibrary();
const ladder = ladderOf(movements);
const search = buildLibrarySearch(movements, vocabulary, ladder);
const people = [
  { clientId: 'ilse', name: 'Ilse Varga-Holm' },
  { clientId: 'wren', name: 'Wren Tolliver' },
  { clientId: 'other', name: 'Wren Abara' },
];

const firstOf = (query: string, count = 1) =>
  search
    .answer(query)
    .hits.slice(0, count)
    .map(({ movementId }) => movementId.replace('waxwing:', ''));
const read = (query: string) => search.answer(query, { people }).terms.map(({ meaning }) => meaning.kind);
const documentOf = (id: string) => movements.find((each) => each.id === id)!;

test('what trainers type is among the first three', () => {
  const cases = searchCasesFrom(readFileSync(join(import.meta.dirname, '../test/searchCases.txt'), 'utf8'));
  const shareOf = (some: typeof cases) => some.filter((each) => isFound(each, search, movements)).length / some.length;
  expect(cases.length).toBeGreaterThan(300);
  expect(shareOf(cases.filter(({ isHeldOut }) => !isHeldOut))).toBeGreaterThanOrEqual(0.97);
  expect(shareOf(cases.filter(({ isHeldOut }) => isHeldOut))).toBeGreaterThanOrEqual(0.94);
});

describe('a fault in what is named', () => {
  const termsOf = (query: string) => search.answer(query).terms.map(({ text }) => text);

  test('is looked for there, in whatever order and words it is said', () => {
    expect(firstOf('knee wobbles on step ups')).toEqual(['step-up']);
    expect(firstOf('plank bum in the air', 2)).toEqual(['forearm-plank', 'hand-plank']);
    expect(firstOf('bar drifts away deadlift', 3)).toContain('barbell-deadlift');
    expect(search.answer('goblet squat knees knock').faultTypeId).toBe('knees-in');
  });

  test('is the one that the movement has, when the words are those of several', () => {
    expect(termsOf('back arches')).toEqual(['Low back arches off']);
    expect(termsOf('back arches overhead press')).toEqual(['Leans back']);
    expect(termsOf('back arches push up')).toEqual(['Low back sags']);
  });

  test('brings what is named also when the library knows no such fault of it', () => {
    const deadlift = documentOf('waxwing:barbell-deadlift');
    expect(deadlift.faults.some(({ type }) => type === 'breath-held')).toBe(false);
    expect(firstOf('barbell deadlift holds breath')).toEqual(['barbell-deadlift']);
  });

  test('takes nothing from a name that has a fault’s words in it', () => {
    expect(firstOf('pike pushups')).toEqual(['pike-push-up']);
    expect(firstOf('push up off the wall')).toEqual(['wall-push-up']);
    expect(firstOf('arm swings')).toEqual(['arm-swings']);
  });
});

test('what isn’t there is left out: kit and patterns; how much of something says nothing of what', () => {
  const found = (query: string) => search.answer(query).hits.map(({ movementId }) => documentOf(movementId));
  const needBar = ({ kit }: { kit: { needed: readonly string[] } }) =>
    kit.needed.some((each) => each === 'barbell' || each === 'pull-up-bar');
  expect(found('pull with a bar').some(needBar)).toBe(true);
  expect(found('pull without a bar').length).toBeGreaterThan(5);
  expect(found('pull without a bar').some(needBar)).toBe(false);
  expect(found('legs without lunges').length).toBeGreaterThan(5);
  expect(found('legs without lunges').some(({ pattern }) => pattern === 'lunge')).toBe(false);
  // Who says so has it.
  expect(read('core that doesn’t hurt the back')).toEqual(['muscles', 'caution']);
  expect(firstOf('plank 60 seconds')).toEqual(['forearm-plank']);
  expect(search.answer('plank 60 seconds').unmet).toEqual(['60', 'seconds']);
  expect(firstOf('90 90')).toEqual(['hip-switch']);
});

describe('a name', () => {
  test('comes before everything, the plain movement of it before the special ones', () => {
    expect(firstOf('squat')).toEqual(['bodyweight-squat']);
    expect(firstOf('push up')).toEqual(['full-push-up']);
    expect(firstOf('Pull-up')).toEqual(['pull-up']);
    expect(firstOf('seated cable row')).toEqual(['seated-cable-row']);
    expect(firstOf('squat w/ curl')).toEqual(['squat-and-curl']);
  });

  test('may be joined, split, in the plural, shortened, with an error, or not typed to its end', () => {
    for (const query of ['pushups', 'push-ups', 'press ups', 'pusup']) expect(firstOf(query, 3)).toContain('full-push-up');
    expect(firstOf('db rdl')).toEqual(['dumbbell-romanian-deadlift']);
    expect(firstOf('gob')).toEqual(['goblet-squat']);
    expect(search.answer('golbet').corrected).toEqual([{ typed: 'golbet', taken: 'goblet' }]);
  });

  test('is not lost for words that nothing knows, which are said', () => {
    const { hits, unmet } = search.answer('zorbatronic goblet squat');
    expect([hits[0]!.movementId, unmet]).toEqual(['waxwing:goblet-squat', ['zorbatronic']]);
    expect(search.answer('zorbatronic')).toMatchObject({ hits: [], unmet: ['zorbatronic'] });
  });

  test('of what is done here comes before what isn’t', () => {
    const doneBy = new Map([['waxwing:side-step-squat', 90]]);
    const place = (options: object) =>
      search.answer('squ', options).hits.findIndex(({ movementId }) => movementId === 'waxwing:side-step-squat');
    expect(place({ doneBy })).toBeLessThan(place({}));
  });
});

describe('what is nearly a name', () => {
  test('an error in any word is forgiven, not only in the last one', () => {
    expect(search.answer('elbos flare').faultTypeId).toBe('elbows-flare');
    expect(firstOf('sumow squat')).toEqual(['plie-squat']);
  });

  test('a word that only sentences know gives way when a name is meant, and is said to have done so', () => {
    const { hits, corrected } = search.answer('hip trust');
    expect(hits[0]!.movementId).toBe('waxwing:hip-thrust');
    expect(corrected).toEqual([{ typed: 'trust', taken: 'thrust' }]);
  });

  test('two words of a name that is one', () => {
    expect(firstOf('pull over')).toEqual(['dumbbell-pullover']);
  });

  test('of everything that sits and pushes, what is called a seated press', () => {
    expect(firstOf('seated press', 3)).toContain('seated-short-press');
  });

  test('what is kind to a sore place comes before what is called by the words', () => {
    expect(firstOf('shoulder pain press', 3)).not.toContain('overhead-press');
    expect(firstOf('bad shoulder press', 3)).not.toContain('overhead-press');
  });

  test('a region is no word turned round', () => {
    expect(read('lower leg')).toEqual(['muscles']);
    expect(firstOf('leg lowering', 3)).toContain('heel-taps');
  });

  test('the best fifty are in the order in which all would be', () => {
    const few = search.answer('bad knees', { limit: 5 }).hits;
    expect(search.answer('bad knees', { limit: 300 }).hits.slice(0, 5)).toEqual(few);
    expect(search.answer('bad knees').hits.length).toBeLessThanOrEqual(50);
  });
});

describe('what goes wrong', () => {
  test('in just these words comes before a name that only shares their stems', () => {
    expect(search.answer('hips rotating').faultTypeId).toBe('pelvis-twists');
    expect(firstOf('hip rotations')).toEqual(['hip-circles']);
    expect(search.answer('shrugging shoulders').faultTypeId).toBe('shoulders-hitch');
    expect(firstOf('shoulder shrug')).toEqual(['shrug']);
  });

  test('is answered also when no movement has it', () => {
    const without = movements.map((each) => ({ ...each, faults: each.faults.filter(({ type }) => type !== 'lands-loud') }));
    const answer = buildLibrarySearch(without, vocabulary, ladderOf(without)).answer('loud landing');
    expect(answer).toMatchObject({ faultTypeId: 'lands-loud', hits: [] });
  });

  test('is the fault, in whatever words; its movements are those that have it', () => {
    for (const query of ['knees cave', 'my client’s knees are caving in', 'valgus', 'knee goes inwards']) {
      const { faultTypeId, hits } = search.answer(query);
      expect(faultTypeId).toBe('knees-in');
      for (const { movementId } of hits) expect(documentOf(movementId).faults.some(({ type }) => type === 'knees-in')).toBe(true);
    }
  });

  test('an elbow that sticks out is no neck that does', () => {
    expect(search.answer('elbow sticking out').faultTypeId).toBe('elbows-flare');
    expect(search.answer('neck sticking out').faultTypeId).toBe('head-juts');
  });
});

describe('where something is felt', () => {
  const felt = (query: string) => search.answer(query, { people });

  test('a place where it shouldn’t be is answered with what it means, on what is named, whatever the order', () => {
    for (const query of ['deadlift feels it in low back', 'feels deadlifts in the lower back', 'low back felt in deadlift']) {
      const { feelingIds, terms, unmet } = felt(query);
      expect([query, feelingIds[0], unmet]).toEqual([query, 'back-in-a-hinge', []]);
      expect(terms.map(({ text }) => text)).toEqual(['Felt: the low back']);
      expect(firstOf(query)[0]).toMatch(/deadlift/);
    }
  });

  test('what feels wrong by its name needs no “feels”', () => {
    expect(felt('hamstring cramps in bridge').feelingIds).toEqual(['cramp-in-a-bridge']);
    expect(felt('leaking when jumping').feelingIds).toEqual(['heaviness-below']);
  });

  test('a muscle that should be felt is what works it; a part of the body by itself is no complaint', () => {
    expect(read('feel it in the glutes')).toEqual(['muscles']);
    expect(felt('low back').feelingIds).toEqual([]);
    expect(felt('knee').feelingIds).toEqual([]);
    expect(firstOf('where should I feel a squat')).toEqual(['bodyweight-squat']);
  });

  test('where nothing named so has it, what has it is shown, and what was left out is said', () => {
    const { feelingIds, unmet } = felt('pullover felt in the groin');
    expect(feelingIds).toEqual(['groin-pinch']);
    expect(unmet).toEqual(['pullover']);
  });

  test('takes off like any term', () => {
    const { terms } = felt('deadlift felt in low back');
    expect(firstOf(withoutTerm('deadlift felt in low back', terms[0]!))).toEqual(firstOf('deadlift'));
  });
});

describe('what is asked from a movement that is named', () => {
  const answered = (query: string) => {
    const { neighboursOf, hits, terms } = search.answer(query);
    return {
      of: neighboursOf,
      kinds: terms.map(({ meaning }) => meaning.kind),
      hits: hits.map(({ movementId }) => documentOf(movementId)),
    };
  };

  test('what could stand in for it: near to it, never itself, and within what else is asked', () => {
    for (const query of ['instead of pull ups', 'pull up alternative', 'something to replace pull ups']) {
      const { of, hits } = answered(query);
      expect(of).toBe('waxwing:pull-up');
      expect(hits.slice(0, 3).every(({ pattern, id }) => pattern === 'pull' && id !== of)).toBe(true);
    }
    const noBar = answered('instead of pull ups with no bar');
    expect(noBar.kinds).toEqual(['direction', 'without']);
    expect(noBar.hits.length).toBeGreaterThan(3);
    expect(noBar.hits.some(({ kit }) => kit.needed.includes('pull-up-bar') || kit.needed.includes('barbell'))).toBe(false);
    const sore = answered('alternative to bench press with sore shoulder');
    expect(sore.of).toBe('waxwing:dumbbell-bench-press');
    expect(sore.hits.some(({ cautions }) => cautions.some((each) => each.caution === 'shoulder' && each.closed))).toBe(false);
  });

  test('what is closed with a caution is never what is found for who has it: its author’s words first, then what is near it', () => {
    const saidAs = {
      knee: 'bad knee',
      shoulder: 'bad shoulder',
      wrist: 'sore wrist',
      'low-back': 'bad back',
      pregnancy: 'pregnant',
    };
    for (const document of movements) {
      for (const { caution, closed, instead } of document.cautions) {
        const said = saidAs[caution as keyof typeof saidAs];
        if (!closed || !said) continue;
        // "Bicycle, legs low, bad back" may be a bad low back: one of the two orders says what is meant.
        const answers = [`${document.name}, ${said}`, `${said}, ${document.name}`].map((query) => search.answer(query));
        const read = answers.filter(({ closed: named }) => named === document.id);
        expect([document.id, caution, read.length > 0]).toEqual([document.id, caution, true]);
        for (const { hits } of read) {
          expect(hits.map(({ movementId }) => movementId)).not.toContain(document.id);
          if (instead) expect(hits[0]!.movementId).toBe(instead);
        }
      }
    }
    expect(search.answer('dead bug bad knee').closed).toBeNull();
    expect(search.answer('heavy tuck jump bad knee').closed).toBe('waxwing:tuck-jump');
  });

  test.each(['easier', 'harder', 'instead of', 'heavy', 'explosive', 'warm up for'])(
    'nor is it when more is said: %s …',
    (more) => {
      for (const document of movements) {
        if (!document.cautions.some(({ caution, closed }) => caution === 'knee' && closed)) continue;
        const { hits, terms } = search.answer(`${more} ${document.name}, bad knee`);
        expect([document.id, terms.map(({ meaning }) => meaning)]).toEqual([
          document.id,
          expect.arrayContaining([{ kind: 'caution', cautionId: 'knee' }]),
        ]);
        expect(hits.map(({ movementId }) => movementId)).not.toContain(document.id);
      }
    },
  );

  test('at the end of its ladder what is like it and asks for more', () => {
    const ends = movements.find(({ id }) => ladder.harderFrom(id).length === 0 && id === 'waxwing:wall-sit')!;
    const { of, hits } = answered('progression from wall sit');
    expect(of).toBe(ends.id);
    expect(hits.length).toBeGreaterThan(0);
    expect(hits.every(({ skill }) => skill > ends.skill)).toBe(true);
  });

  test('stretches and a warm-up for the muscles that work in it', () => {
    const { kinds, hits } = answered('stretch after deadlifts');
    expect(kinds).toEqual(['narrowing']);
    expect(hits.slice(0, 3).every(({ family }) => family === 'stretch')).toBe(true);
    expect(hits[0]!.id).toBe('waxwing:lying-hamstring-strap');
    expect(answered('stretch for bench press').hits[0]!.id).toBe('waxwing:doorway-chest');
    expect(answered('warm up before overhead press').hits[0]!.family).toBe('mobility');
    // A name of its own stays one.
    expect(firstOf('hamstring stretch')).toEqual(['lying-hamstring-strap']);
  });
});

describe('how hard it may be', () => {
  test('is asked of a kind, and of what is named it is a step of the ladder', () => {
    expect(read('beginner legs')).toEqual(['level', 'muscles']);
    expect(read('advanced core')).toEqual(['level', 'muscles']);
    expect(read('beginner deadlift')).toEqual(['direction']);
    const skills = (query: string) => search.answer(query).hits.map(({ movementId }) => documentOf(movementId).skill);
    expect(Math.max(...skills('beginner legs'))).toBeLessThan(3);
    expect(Math.min(...skills('advanced core'))).toBeGreaterThan(1);
  });
});

describe('when little or nothing fits', () => {
  test('words that only say more of a fault don’t narrow it', () => {
    for (const query of ['heels come off the floor', 'knees cave at the bottom', 'hip shifts to one side squatting']) {
      const { faultTypeId, hits, unmet } = search.answer(query);
      expect(unmet).toEqual([]);
      expect(hits.length).toBeGreaterThan(3);
      expect(hits.every(({ movementId }) => documentOf(movementId).faults.some(({ type }) => type === faultTypeId))).toBe(true);
    }
  });

  test.each([
    ['heavy kickback bad knee', 'knee'],
    ['heavy plank pregnant', 'pregnancy'],
    ['fast plank bad shoulder', 'shoulder'],
    ['fast plank sore wrist', 'wrist'],
    ['fast crunch bad back', 'low-back'],
    ['fast bridge bad shoulder', 'shoulder'],
  ])('what fills up a thin find spares what was to be spared: %s', (query, caution) => {
    const { terms, hits } = search.answer(query);
    expect(terms.map(({ meaning }) => meaning)).toContainEqual({ kind: 'caution', cautionId: caution });
    const closed = hits.filter(({ movementId }) =>
      documentOf(movementId).cautions.some((each) => each.caution === caution && each.closed),
    );
    expect(closed).toEqual([]);
  });

  test('a word of a name isn’t read as a term', () => {
    expect(read('neck hurts doing sit ups')).toEqual(['caution']);
    expect(firstOf('neck hurts doing sit ups')).toEqual(['sit-up']);
    expect(firstOf('where should i feel hip thrusts')).toEqual(['hip-thrust']);
  });

  test('of terms that nothing meets together one is left out and said, but never what somebody must be spared', () => {
    const { terms, hits, unmet } = search.answer('cardio sitting down');
    expect(terms.map(({ text }) => text)).toEqual(['Conditioning']);
    expect(unmet).toEqual(['sitting', 'down']);
    expect(hits.length).toBeGreaterThan(3);
    const spared = search.answer('seated carries bad knee');
    expect(spared.terms.map(({ meaning }) => meaning.kind)).toContain('caution');
  });
});

describe('how a step is made', () => {
  test('a lever narrows the ladder where no name has the word', () => {
    const { terms, hits } = search.answer('harder squat by load');
    expect(terms.map(({ meaning }) => meaning.kind)).toEqual(['direction', 'lever']);
    expect(hits[0]!.movementId).toBe('waxwing:goblet-squat');
  });

  test('to strengthen what is weak is to work it', () => {
    for (const query of ['weak glutes', 'strengthen glutes', 'stronger glutes']) {
      expect(documentOf(`waxwing:${firstOf(query)[0]!}`).muscles.some(({ muscle }) => muscle === 'glutes')).toBe(true);
      expect(read(query)).toEqual(['muscles']);
    }
  });
});

test('every word for a caution is read as that, whatever it is asked with, and what it closes isn’t shown', () => {
  const wrong: string[] = [];
  for (const { id, otherNames = [] } of vocabulary.cautions ?? []) {
    for (const said of otherNames) {
      for (const query of [said, `legs ${said}`, `easier squat ${said}`, `golf ${said}`, `cardio without planks ${said}`]) {
        const { terms, hits } = search.answer(query);
        const isRead = terms.some(({ meaning }) => meaning.kind === 'caution' && meaning.cautionId === id);
        const isClosed = hits.some(({ movementId }) =>
          documentOf(movementId).cautions.some(({ caution, closed }) => caution === id && closed),
        );
        if (!isRead || isClosed) wrong.push(query);
      }
    }
  }
  expect(wrong).toEqual([]);
});

describe('what isn’t wanted', () => {
  const namesOf = (query: string) => search.answer(query).hits.map(({ movementId }) => documentOf(movementId).name);

  test('is left out by its name, however the rest is taken', () => {
    const { terms, hits } = search.answer('chest without push ups');
    expect(terms.map(({ text }) => text)).toEqual(['Chest (pectorals)', 'Without push ups']);
    expect(hits.length).toBeGreaterThan(5);
    expect(namesOf('chest without push ups').filter((name) => /push-up/i.test(name))).toEqual([]);
    expect(namesOf('cardio no burpees or jumping jacks').filter((name) => /burpee|jumping jack/i.test(name))).toEqual([]);
  });

  test('is a kind of movement, a thing or a name, each after the other', () => {
    for (const { movementId } of search.answer('legs no squats or lunges').hits) {
      const { name, pattern } = documentOf(movementId);
      expect(['squat', 'lunge']).not.toContain(pattern);
      expect(name).not.toMatch(/squat|lunge/i);
    }
    for (const { movementId } of search.answer('chest no bench or push ups').hits)
      expect(documentOf(movementId).kit.needed).not.toContain('bench');
    // A thing is kept from by what needs it, not by what is called by it.
    expect(firstOf('chest no bench or push ups', 10)).toContain('floor-press');
    expect(firstOf('chest without bench', 10)).toContain('floor-press');
    // Both are kinds: read as terms, which may be taken off one by one.
    expect(read('rows without bands or cables')).toEqual(['narrowing', 'without', 'without']);
  });

  test('a name with such a word in it is a name', () => {
    expect(firstOf('no load pull')).toEqual(['no-load-pull']);
    expect(search.answer('without push ups').hits.length).toBeGreaterThan(0);
  });

  test('weights are less than kit', () => {
    expect(firstOf('biceps without weights', 5)).toContain('chin-up');
    expect(read('biceps without weights')).toEqual(['muscles', 'narrowing']);
  });
});

describe('what is asked for that isn’t there', () => {
  const lacking = (query: string) =>
    search.answer(query).terms.flatMap(({ text, meaning }) => (meaning.kind === 'narrowing' && meaning.isLacking ? [text] : []));

  test('is said, with what comes nearest in the order of its author', () => {
    expect(lacking('arnold presses')).toEqual(['Arnold press']);
    expect(firstOf('arnold press', 3)).toEqual(['overhead-press', 'alternating-overhead-press', 'half-kneeling-press']);
    // With what else is asked, as far as that goes.
    expect(firstOf('seated arnold press')).toEqual(['overhead-press']);
    expect(lacking('leg extension machine bad knee')).toEqual(['Leg extension']);
    for (const { movementId } of search.answer('leg extension machine bad knee').hits)
      expect(documentOf(movementId).cautions.some(({ caution, closed }) => caution === 'knee' && closed)).toBe(false);
  });

  test('isn’t said of what somebody has added under that name', () => {
    const own = { ...documentOf('waxwing:overhead-press'), id: 'net-loft:arnold-press', name: 'Arnold press', otherNames: [] };
    const theirs = buildLibrarySearch([...movements, own], vocabulary, ladderOf([...movements, own]));
    const { terms, hits } = theirs.answer('arnold press');
    expect(terms).toEqual([]);
    expect(hits[0]!.movementId).toBe('net-loft:arnold-press');
    const longer = { ...own, name: 'Seated Arnold press' };
    const answer = buildLibrarySearch([...movements, longer], vocabulary, ladderOf([...movements, longer])).answer(
      'arnold press',
    );
    expect(answer.terms).toEqual([]);
    expect(answer.hits[0]!.movementId).toBe('net-loft:arnold-press');
  });

  test('a purpose that names neither muscle nor movement brings what serves it, and narrows with the rest', () => {
    expect(firstOf('client plays golf')).toEqual(['rotational-throw']);
    expect(firstOf('golf no kit')).toEqual(['open-book']);
    expect(read('golf no kit')).toEqual(['narrowing', 'narrowing']);
  });
});

describe('what isn’t typed to its end', () => {
  test('is already what it is about to become', () => {
    expect(search.answer('knees ca').faultTypeId).toBe('knees-in');
    expect(search.answer('butt w').faultTypeId).toBe('pelvis-tucks');
    expect(read('bad kn')).toEqual(['caution']);
    expect(read('glutes no eq')).toEqual(['muscles', 'narrowing']);
    for (const letter of 'sbt') expect(search.answer(letter).hits.length).toBeGreaterThan(0);
  });

  test('is a name before it is anything else', () => {
    expect(firstOf('hip th')).toEqual(['hip-thrust']);
    expect(read('glute br')).toEqual([]);
  });
});

describe('what somebody needs', () => {
  test('a muscle brings what works it most, not what has its letters', () => {
    const [first] = search.answer('glutes').hits;
    const share = documentOf(first!.movementId).muscles.find(({ muscle }) => muscle === 'glutes')!.share;
    expect(share).toBe(
      Math.max(...movements.map(({ muscles }) => muscles.find(({ muscle }) => muscle === 'glutes')?.share ?? 0)),
    );
    expect(read('glute bridge')).toEqual([]);
  });

  test('a caution closes what it closes, and narrows together with the rest', () => {
    const { hits, terms } = search.answer('squat bad knees');
    expect(terms.map(({ meaning }) => meaning.kind)).toContain('caution');
    for (const { movementId } of hits) {
      expect(documentOf(movementId).cautions.some(({ caution, closed }) => caution === 'knee' && closed)).toBe(false);
      expect(documentOf(movementId).pattern).toBe('squat');
    }
  });

  test('easier and harder ask the ladder, nearest first', () => {
    const easier = search.answer('easier push up');
    expect(easier.neighboursOf).toBe('waxwing:full-push-up');
    const oneStep = ladder.easierFrom('waxwing:full-push-up').map(({ from }) => from);
    expect(oneStep).toContain(easier.hits[0]!.movementId);
    expect(search.answer('push up regression').hits).toEqual(easier.hits);
  });

  test('a client is known by their first name only where one alone has it', () => {
    expect(search.answer('ilse squat', { people }).clientId).toBe('ilse');
    expect(search.answer('wren tolliver', { people }).clientId).toBe('wren');
    expect(search.answer('wren tolliver goblet squat', { people })).toMatchObject({ clientId: 'wren', unmet: [] });
    expect(search.answer('wren squat', { people })).toMatchObject({ clientId: null, unmet: ['wren'] });
  });

  test('a term that is taken off leaves the rest', () => {
    const query = 'Glutes, no equipment!';
    const { terms } = search.answer(query);
    expect(terms.map(({ meaning }) => meaning.kind)).toEqual(['muscles', 'narrowing']);
    expect(withoutTerm(query, terms[1]!)).toBe('glutes');
    expect(withoutTerm(query, terms[0]!)).toBe('no equipment');
  });
});

describe('whatever is typed', () => {
  test.each([
    '90/90',
    "child's pose",
    'CHILD’S POSE',
    'push\nup',
    '  ',
    '🏋️',
    'приседание',
    '深蹲',
    '.*+?^${}()|[]\\',
    '<b>',
    'a'.repeat(300),
  ])('%j breaks nothing', (query) => {
    const { hits, terms } = search.answer(query);
    expect(Array.isArray(hits) && Array.isArray(terms)).toBe(true);
  });

  test('is answered the same each time, each movement once, and within the limit', () => {
    const word = fc.constantFrom(
      'squat',
      'knees',
      'cave',
      'easier',
      'bad',
      'band',
      'glutes',
      'press',
      'up',
      'the',
      'zorb',
      'seated',
      'lung',
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 6 }), fc.integer({ min: 1, max: 30 }), (words, limit) => {
        const query = words.join(' ');
        const answer = search.answer(query, { limit, people });
        const ids = answer.hits.map(({ movementId }) => movementId);
        expect(ids.length).toBeLessThanOrEqual(limit);
        expect(new Set(ids).size).toBe(ids.length);
        expect(search.answer(query, { limit, people })).toEqual(answer);
        for (const term of answer.terms) expect(withoutTerm(query, term)).not.toBe(query);
      }),
      { numRuns: 60 },
    );
  });
});

test('a list of cases names the line that it can’t read', () => {
  expect(() => searchCasesFrom('name | squat | a\n\nnonsense')).toThrow('line 3');
});
