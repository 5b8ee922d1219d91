import type { OwnPart, Plan, PlanBlock, PlanItem } from '@waxwing/core/planning';
import type { Plans, SignedIn } from '@waxwing/server';
import { v4 as uuid } from 'uuid';
import type { Person } from './people.ts';

const w = (slug: string) => `waxwing:${slug}`;

const item = (slug: string, part: Partial<PlanItem> = {}): PlanItem => ({
  itemId: uuid(),
  movementId: w(slug),
  own: [],
  ...part,
});
const block = (
  part: PlanBlock['part'],
  format: PlanBlock['format'],
  items: PlanItem[],
  more: Partial<PlanBlock> = {},
): PlanBlock => ({
  blockId: uuid(),
  part,
  format,
  items,
  ...more,
});
const once = { kind: 'rounds', rounds: 1, restSeconds: 0 } as const;
const reps = (value: number) => ({ amount: { unit: 'reps' as const, value } });
const seconds = (value: number) => ({ amount: { unit: 'seconds' as const, value } });

/** Two who share an hour: pairs in which each has their own rung, stations on the clock, and a close for what was worked. */
function sharedHour(jonahId: string, wrenId: string): Plan {
  const [jonah, wren] = [uuid(), uuid()];
  const wrens = (slug: string, part: Omit<OwnPart, 'laneId'> = {}): OwnPart[] => [{ laneId: wren, movementId: w(slug), ...part }];
  return {
    name: '',
    minutes: 60,
    lanes: [
      { laneId: jonah, clientId: jonahId },
      { laneId: wren, clientId: wrenId },
    ],
    blocks: [
      block('warm-up', once, [
        item('march-on-the-spot', seconds(60)),
        item('hip-circles'),
        item('arm-swings'),
        item('wall-tap-hinge'),
      ]),
      block(
        'main',
        { kind: 'rounds', rounds: 3, restSeconds: 75 },
        [
          item('bodyweight-squat', { ...reps(15), own: wrens('goblet-squat'), stress: ['spread-the-floor'] }),
          item('bent-over-row', { own: wrens('no-load-pull') }),
        ],
        { name: 'Pair one' },
      ),
      block(
        'main',
        { kind: 'rounds', rounds: 3, restSeconds: 60 },
        [
          item('knee-push-up', { ...reps(10), own: wrens('full-push-up') }),
          item('side-plank', {
            ...seconds(25),
            own: [{ laneId: jonah, movementId: w('knee-side-plank') }],
            note: 'In as few pieces as it takes',
          }),
        ],
        { name: 'Pair two' },
      ),
      block(
        'finisher',
        { kind: 'intervals', workSeconds: 40, restSeconds: 20, rounds: 2, order: 'by-round' },
        [item('high-knees'), item('uppercut-rounds'), item('side-steps-reach'), item('half-jack')],
        { walkThrough: true },
      ),
      block('cool-down', once, [
        item('half-kneeling-hip-flexor', seconds(30)),
        item('doorway-chest', seconds(30)),
        item('lying-twist', seconds(30)),
      ]),
    ],
  };
}

/** One who is after a heavy lift: lighter sets before it, a script in one set, the few good ones and then an easier one. */
function heavyHour(clientId: string): Plan {
  return {
    name: '',
    minutes: 60,
    lanes: [{ laneId: uuid(), clientId }],
    blocks: [
      block('warm-up', once, [item('hip-circles'), item('bodyweight-good-morning'), item('bodyweight-squat', reps(8))]),
      block('main', { kind: 'sets' }, [
        item('goblet-squat', { way: { kind: 'ramp', sets: 2 }, sets: 4, ...reps(8), stress: ['spread-the-floor'] }),
        item('dumbbell-romanian-deadlift', { sets: 3 }),
      ]),
      block('main', { kind: 'rounds', rounds: 3, restSeconds: 60 }, [
        item('full-push-up', { ...reps(6), way: { kind: 'then-easier', movementId: w('knee-push-up'), amount: 6 } }),
        item('split-squat', {
          way: {
            kind: 'script',
            stretches: [
              { kind: 'slow', amount: 4 },
              { kind: 'pulses', amount: 8 },
              { kind: 'hold', amount: 15 },
            ],
          },
        }),
      ]),
      block('cool-down', once, [item('half-kneeling-hip-flexor', seconds(40)), item('lying-hamstring-strap', seconds(40))]),
    ],
  };
}

/** Made once, used often. */
function template(): Plan {
  return {
    name: 'Legs, a push and a pull',
    minutes: 45,
    lanes: [{ laneId: uuid(), level: 'Anybody' }],
    blocks: [
      block('warm-up', once, [item('march-on-the-spot', seconds(60)), item('hip-circles')]),
      block('main', { kind: 'rounds', rounds: 3, restSeconds: 60 }, [
        item('bodyweight-squat'),
        item('knee-push-up'),
        item('band-row'),
        item('forearm-plank'),
      ]),
      block('finisher', { kind: 'amrap', seconds: 300 }, [item('step-squat-thrust', reps(6)), item('half-jack', reps(20))]),
    ],
  };
}

/** An hour with somebody as it was planned: their movements in order, everything else as advised. */
export function planOfProgram({ program }: Pick<Person, 'program'>, laneId: string, clientId: string): Plan {
  return {
    name: '',
    minutes: 60,
    lanes: [{ laneId, clientId }],
    blocks: [
      block(
        'main',
        { kind: 'sets' },
        program.map(({ movementId }) => ({ itemId: uuid(), movementId, own: [] })),
      ),
    ],
  };
}

/** What Maren has planned so far: the hour that two share today, a heavy one the day after tomorrow, and a template. */
export async function fillPlans(
  plans: Plans,
  maren: SignedIn,
  clientIds: ReadonlyMap<string, string>,
  bookedAt: ReadonlyMap<string, string>,
): Promise<void> {
  const [jonah, wren, ilse] = ['jonah', 'wren', 'ilse'].map((key) => clientIds.get(key)!);
  const keep = (plan: Plan, part: { readonly bookingId?: string | undefined; readonly isTemplate?: boolean }) =>
    plans.keep(maren, uuid(), {
      plan,
      version: 0,
      ...(part.bookingId && { bookingId: part.bookingId }),
      ...(part.isTemplate && { isTemplate: true }),
    });
  await keep(sharedHour(jonah!, wren!), { bookingId: bookedAt.get('jonah 0') });
  await keep(heavyHour(ilse!), { bookingId: bookedAt.get('ilse 2') });
  await keep(template(), { isTemplate: true });
}
