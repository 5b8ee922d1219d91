import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import type { ClientSummary, PlaceSummary } from '@waxwing/core/api';
import { ladderOf } from '@waxwing/core/ladder';
import { lexiconOf, type MovementDocument, type Vocabulary } from '@waxwing/core/movement';
import { NO_GAPS, unroll, type Plan } from '@waxwing/core/planning';
import { inventoryOf, knownAt, knownFor, type Basis, type PersonInPlan, type PlanLibrary } from './knownForPlan.ts';
import { layOut } from './layOut.ts';

const kept = JSON.parse(readFileSync(join(import.meta.dirname, '../../../../../.cache/test/library.json'), 'utf8')) as {
  movements: MovementDocument[];
  vocabulary: Vocabulary;
};
const revisions = new Map(kept.movements.map((document) => [document.id, { revisionId: document.id, number: 1, document }]));
const library: PlanLibrary = {
  lexicon: lexiconOf(kept.vocabulary),
  ladder: ladderOf(kept.movements),
  revision: (id) => revisions.get(id),
};
const w = (slug: string) => `waxwing:${slug}`;
const documentOf = (slug: string) => revisions.get(w(slug))!.document;

const LOFT: PlaceSummary = {
  placeId: 'loft',
  name: 'The loft',
  kit: [],
  inventory: {
    things: [{ kit: 'mat', count: 4 }],
    sources: [{ kind: 'fixed', what: 'kettlebell', unit: 'kg', weights: [8, 12].map((value) => ({ value, count: 1 })) }],
  },
};
const ADA = {
  clientId: 'ada',
  version: 1,
  name: 'Ada Quay',
  birthYear: 1980,
  goals: [],
  cautions: [{ caution: 'knee', side: 'left' }],
  homeKit: { things: [], sources: [] },
} satisfies ClientSummary;

function person(part: Partial<PersonInPlan> = {}): PersonInPlan {
  return {
    client: ADA,
    history: { movements: {}, due: [], setUps: {}, answers: { meanings: [], always: null } },
    practice: {},
    paces: { reps: {}, gaps: NO_GAPS },
    lately: { sets: {}, faults: {}, faultsBefore: {} },
    ...part,
  };
}

const basis = (part: Partial<Basis> = {}): Basis => ({
  library,
  lanes: [{ laneId: 'a', clientId: 'ada' }],
  people: new Map([['ada', person()]]),
  inventory: LOFT.inventory,
  positions: {},
  today: '2026-11-26',
  clients: [ADA],
  places: [LOFT],
  ...part,
});

const plan = (part: Partial<Plan> = {}): Plan => ({
  name: '',
  minutes: 60,
  lanes: basis().lanes as Plan['lanes'],
  blocks: [],
  ...part,
});

describe('what a plan is reckoned with', () => {
  test('the room that is named, else the first; at home what is there', () => {
    const other = { ...LOFT, placeId: 'hall', inventory: { things: [], sources: [] } };
    expect(inventoryOf(plan(), [ADA], [LOFT, other])).toBe(LOFT.inventory);
    expect(inventoryOf(plan({ placeId: 'hall' }), [ADA], [LOFT, other])).toBe(other.inventory);
    expect(inventoryOf(plan({ placeId: 'gone' }), [ADA], [LOFT])).toBeNull();
    expect(inventoryOf(plan({ atHome: true }), [ADA], [LOFT])).toBe(ADA.homeKit);
  });

  test('what is closed to somebody, what limits them, and what they haven’t shown', () => {
    const { context } = knownFor(basis());
    const lane = context.lane('a');
    expect(lane.name).toBe('Ada');
    expect(lane.hindrances(w('high-knees')).map(({ kind }) => kind)).toContain('caution');
    expect(lane.hindrances(w('barbell-back-squat')).map(({ kind }) => kind)).toContain('kit');
    expect(lane.limits(w('bodyweight-squat')).join()).toMatch(/^Knee: /);
    expect(lane.limits('waxwing:never-was')).toEqual([]);
    const closed = kept.movements.find(({ cautions }) =>
      cautions.some(({ caution, closed: isClosed }) => caution === 'knee' && isClosed),
    )!;
    // What closes it is said as that, not as a limit too.
    expect(lane.limits(closed.id).join()).not.toMatch(/Knee: /);
  });

  test('load and familiarity by what they did, pace and gaps by the counter', () => {
    const past = {
      localDate: '2026-11-20',
      load: { kind: 'single', value: 12, unit: 'kg' } as const,
      lastCleanLoad: null,
      target: 10,
      done: 10,
      effort: 'about-right' as const,
      lookedSets: 3,
      outcomes: [],
    };
    const known = person({
      history: { movements: { [w('goblet-squat')]: past }, due: [], setUps: {}, answers: { meanings: [], always: null } },
      paces: {
        reps: { [w('goblet-squat')]: { secondsPerRep: 3.4, reps: 60 } },
        gaps: { beforeAnotherSetSeconds: 12, beforeNewMovementSeconds: 60 },
      },
    });
    const lane = knownFor(basis({ people: new Map([['ada', known]]) })).context.lane('a');
    expect(lane.advise(documentOf('goblet-squat'))).toMatchObject({ load: past.load, target: 10 });
    expect([lane.familiarity(w('goblet-squat')), lane.familiarity(w('box-squat'))]).toEqual(['learning', 'new']);
    expect(lane.pace(w('goblet-squat'))).toEqual({ secondsPerRep: 3.4, reps: 60 });
    expect(lane.gaps.beforeAnotherSetSeconds).toBe(12);
    expect(lane.pace(w('box-squat'))).toBeNull();
  });

  test('a level of a class is nobody in particular; who left is called so, and neither stops the sums', () => {
    const lanes = [{ laneId: 'a', clientId: 'left' }, { laneId: 'b', level: 'Easy' }, { laneId: 'c' }];
    const known = knownFor(basis({ lanes, people: new Map() }));
    expect(lanes.map(({ laneId }) => known.context.lane(laneId).name)).toEqual(['Somebody who left', 'Easy', 'Level 3']);
    expect(known.person('a')).toBeNull();
    // Nobody in particular is held to nothing that somebody would have to show.
    expect(known.context.lane('b').hindrances(w('full-push-up'))).toEqual([]);
    const item = { itemId: 'i', movementId: w('goblet-squat'), own: [] };
    const blocks: Plan['blocks'] = [{ blockId: 'b', part: 'main', format: { kind: 'sets' }, items: [item] }];
    expect(unroll(plan({ lanes, blocks }), known.context).seconds).toBeGreaterThan(60);
  });

  test('the same people somewhere else have what is there', () => {
    const known = knownFor(basis());
    const home = knownAt(known, plan({ atHome: true }), library);
    expect(known.context.rack(documentOf('goblet-squat')).length).toBe(2);
    expect(home.rack(documentOf('goblet-squat'))).toEqual([]);
    expect(
      home
        .lane('a')
        .hindrances(w('goblet-squat'))
        .map(({ kind }) => kind),
    ).toContain('kit');
  });

  test('what to lay out: weights as many as are wanted at once and are there, and what else is needed, once each', () => {
    const lanes = ['a', 'b'].map((laneId) => ({ laneId, level: laneId }));
    const { context } = knownFor(basis({ lanes, people: new Map() }));
    const onMat = kept.movements.filter(({ kit }) => kit.needed.join() === 'mat').slice(0, 2);
    const items = [documentOf('goblet-squat'), ...onMat].map(({ id }, at) => ({ itemId: String(at), movementId: id, own: [] }));
    const two = plan({ lanes, blocks: [{ blockId: 'b', part: 'main', format: { kind: 'sets' }, items }] });
    const things = layOut(two, unroll(two, context), context);
    // Both want the one eight: it is laid out once.
    expect(things.filter((thing) => thing.includes('kettlebell'))).toEqual(['8 kg kettlebell']);
    expect(things.filter((thing) => thing.includes('mat'))).toEqual(['a mat']);
  });
});
