import type { ClientDocument } from '@waxwing/core/client';
import type { MovementDocument } from '@waxwing/core/movement';
import { EVENT_BATCH_MAX, type SessionBrief } from '@waxwing/core/session';
import {
  Diary,
  EventLog,
  Library,
  Places,
  Plans,
  libraryFiles,
  Starter,
  Suggestions,
  Measurements,
  Sessions,
  StudioSetup,
  type Application,
  type SignedIn,
} from '@waxwing/server';
import { v7 as uuid } from 'uuid';
import { chanceFrom } from './chance.ts';
import { PEOPLE, type Person } from './people.ts';
import { fillPlans, planOfProgram } from './plans.ts';
import { ON_TOUR, ROOMS } from './rooms.ts';
import { simulateSession } from './simulate.ts';

/** Nobody's secret: the demo is for looking at. */
export const DEMO_SIGN_INS = {
  maren: { name: 'Maren Oxley', login: 'maren', password: 'net-loft-quay', role: 'owner' as const },
  ferris: { name: 'Ferris Dune', login: 'ferris', password: 'ropes-and-tar', role: 'trainer' as const },
};

const ZONE = 'Etc/UTC';
const SEED = 1911;
const DAY = 86_400_000;
const WEDNESDAY = 3;
const SATURDAY = 6;
/** Whose hours Maren plans ahead. */
const PLANS_AHEAD = new Set(['ilse', 'priya']);
/** So far ahead everybody is booked. */
const WEEKS_BOOKED = 6;
const CHANGED = 'waxwing:dumbbell-romanian-deadlift';
const SUGGESTED = 'waxwing:box-squat';

export interface NetLoftOptions {
  /** The day that the demo calls today. */
  readonly today: Date;
  readonly weeks: number;
  readonly libraryFolder: string;
}

/** Fills an empty database with the Net Loft: its people, and weeks of sessions made through the same events as real ones. */
export async function fillNetLoft(app: Application, options: NetLoftOptions): Promise<void> {
  const setup = app.get(StudioSetup);
  const studioId = await setup.studio('The Net Loft, Quillhaven', ZONE);
  for (const { name, inventory } of ROOMS) await setup.place(studioId, name, inventory);
  const trainers: Record<Person['trainer'], SignedIn> = {
    maren: await setup.trainer(studioId, DEMO_SIGN_INS.maren),
    ferris: await setup.trainer(studioId, DEMO_SIGN_INS.ferris),
  };
  await app.get(Starter).takeIn(studioId, trainers.maren.trainerId, libraryFiles(options.libraryFolder));

  const clientIds = new Map<string, string>();
  for (const person of PEOPLE) {
    clientIds.set(person.key, await setup.client(trainers[person.trainer], documentOf(person, options)));
  }

  await fillHistory(app, options, trainers, clientIds);
  await fillChanges(app.get(Library), trainers.maren);
  await fillSuggestion(app, trainers.ferris);
  await fillMeasurements(app, options, trainers, clientIds);
  const bookedAt = await fillDiary(app, options, trainers, clientIds);
  await fillPlans(app.get(Plans), trainers.maren, clientIds, bookedAt);
}

/** What Maren has changed in a movement since: the hours before were done with what it said then. */
async function fillChanges(library: Library, maren: SignedIn): Promise<void> {
  const change = async (made: (document: MovementDocument) => Partial<MovementDocument>) => {
    const { revisions } = await library.current(maren.studioId);
    const { revisionId, document } = revisions.find((revision) => revision.document.id === CHANGED)!;
    await library.saveChange(maren, {
      movements: [{ baseRevisionId: revisionId, document: { ...document, ...made(document) } }],
    });
  };
  await change(({ faults, cues }) => ({
    faults: faults.map((fault) => (fault.id === 'leans-back' ? { ...fault, severity: 'performance' } : fault)),
    cues: [
      ...cues,
      { id: 'deck-rail', text: 'Hips back to the deck rail', kind: 'analogy', phase: 'lower', for: ['squats-the-hinge'] },
    ],
  }));
  await change(() => ({ restSeconds: 105 }));
}

/** What Ferris would change, and waits for Maren. */
async function fillSuggestion(app: Application, ferris: SignedIn): Promise<void> {
  const { revisions } = await app.get(Library).current(ferris.studioId);
  const { revisionId, document } = revisions.find((revision) => revision.document.id === SUGGESTED)!;
  const cue = { id: 'mooring', text: 'Sit back onto the mooring post', kind: 'analogy' as const, phase: 'lower' as const };
  await app.get(Suggestions).suggest(ferris, {
    change: { movements: [{ baseRevisionId: revisionId, document: { ...document, cues: [...document.cues, cue] } }] },
    note: 'They reach back for it by themselves when I say that.',
  });
}

/**
 * The day of the week, 0 for Sunday, so many days from the one that the demo calls today. That counts as a Wednesday, whatever it is: else
 * the same weeks would hold other sessions every day, and what there is to see in them would come and go.
 */
function weekdayAt(days: number): number {
  return (((WEDNESDAY + days) % 7) + 7) % 7;
}

/** The day so many days from the one that the demo calls today. */
function dayFrom(today: Date, days: number): string {
  return dateOf(new Date(Date.parse(`${dateOf(today)}T00:00:00Z`) + days * DAY));
}

/** The record with its dates: goals ahead, questions asked on the day before the first session. */
function documentOf({ document, readiness, trainer }: Person, { today, weeks }: NetLoftOptions): ClientDocument {
  const first = dayFrom(today, -weeks * 7 - 1);
  return {
    ...document,
    goals: document.goals.map(({ dueInDays, ...goal }) => ({ ...goal, ...(dueInDays && { by: dayFrom(today, dueInDays) }) })),
    readiness: {
      askedOn: first,
      yes: readiness?.yes ?? [],
      ...(readiness && { clearance: { on: first, by: readiness.clearedBy } }),
    },
    unit: document.unit ?? 'kg',
    ...(trainer === 'ferris' && { notes: 'Works from a handout; reports back by message on Sundays.' }),
  };
}

/** A first test as the weeks begin, one half-way, and the latest a few days ago. */
async function fillMeasurements(
  app: Application,
  { today, weeks }: NetLoftOptions,
  trainers: Record<Person['trainer'], SignedIn>,
  clientIds: ReadonlyMap<string, string>,
): Promise<void> {
  const measurements = app.get(Measurements);
  for (const person of PEOPLE) {
    for (const { measureId, side, first, now } of person.measured) {
      const halfway = Math.round((first + 0.55 * (now - first)) * 10) / 10;
      const whole = Number.isInteger(first) && Number.isInteger(now);
      const values = [
        [-weeks * 7, first],
        [-Math.round(weeks * 3.5), whole ? Math.round(halfway) : halfway],
        [-2, now],
      ] as const;
      for (const [days, value] of values) {
        await measurements.add(trainers[person.trainer], clientIds.get(person.key)!, {
          measurementId: uuid(),
          measureId,
          value,
          localDate: dayFrom(today, days),
          ...(side && { side }),
        });
      }
    }
  }
}

function dateOf(day: Date): string {
  return day.toISOString().slice(0, 10);
}

async function fillHistory(
  app: Application,
  { today, weeks }: NetLoftOptions,
  trainers: Record<Person['trainer'], SignedIn>,
  clientIds: ReadonlyMap<string, string>,
): Promise<void> {
  const chance = chanceFrom(SEED);
  const replicas = { maren: uuid(), ferris: uuid() };
  const seqs = { maren: 1, ferris: 1 };
  const begun = new Set<string>();
  const days = weeks * 7;
  for (let ago = days; ago >= 1; ago -= 1) {
    const day = new Date(Date.parse(`${dateOf(today)}T00:00:00Z`) - ago * DAY);
    for (const person of PEOPLE) {
      // People miss a session now and then.
      if (!person.weekdays.includes(weekdayAt(-ago)) || chance.is(0.08)) continue;
      const actor = trainers[person.trainer];
      const isFirst = !begun.has(person.key);
      begun.add(person.key);
      const brief = await startSession(app, actor, person, clientIds.get(person.key)!, dateOf(day), isFirst);
      const startAt = new Date(day.getTime() + person.startMinute * 60_000);
      const events = simulateSession(
        brief,
        person,
        { progress: 1 - ago / days, isFirst },
        startAt,
        replicas[person.trainer],
        seqs[person.trainer],
        chance,
      );
      seqs[person.trainer] += events.length;
      const session = await app.get(Sessions).mineToWrite(actor, brief.sessionId);
      for (let from = 0; from < events.length; from += EVENT_BATCH_MAX) {
        const { refused } = await app.get(EventLog).append(actor, session, events.slice(from, from + EVENT_BATCH_MAX));
        if (refused.length > 0) throw new Error(`the demo made an event that the server refuses: ${JSON.stringify(refused[0])}`);
      }
    }
  }
}

function startSession(
  app: Application,
  actor: SignedIn,
  person: Person,
  clientId: string,
  localDate: string,
  isFirst: boolean,
): Promise<SessionBrief> {
  const laneId = uuid();
  // Some hours were planned at the desk, the others begun as last time.
  const plan = PLANS_AHEAD.has(person.key) ? planOfProgram(person, laneId, clientId) : null;
  const items = plan?.blocks[0]!.items;
  return app.get(Sessions).start(actor, {
    sessionId: uuid(),
    localDate,
    zone: ZONE,
    ...(person.document.homeKit === ON_TOUR && { atHome: true }),
    lanes: [
      {
        laneId,
        clientId,
        // What they begin with is said once; from then on it is what was decided, out of what the room has.
        movements: person.program.map(({ movementId, load }, at) => ({
          movementId,
          ...(isFirst && load && { load }),
          ...(items && { planItemId: items[at]!.itemId }),
        })),
      },
    ],
    ...(plan && { plan }),
  });
}

/** Everybody's times of today, and from there weekly on their days; four of Maren's come every day, so that Today is never empty. */
async function fillDiary(
  app: Application,
  { today }: NetLoftOptions,
  trainers: Record<Person['trainer'], SignedIn>,
  clientIds: ReadonlyMap<string, string>,
): Promise<ReadonlyMap<string, string>> {
  const diary = app.get(Diary);
  const places = await app.get(Places).list(trainers.maren.studioId);
  const [loft, hall] = places;
  const shared = new Set(['jonah', 'wren']);
  const bookedAt = new Map<string, string>();
  const book = async (person: Person, ahead: number, repeats: boolean) => {
    const keys = shared.has(person.key) ? [...shared] : [person.key];
    const { bookingId } = await diary.book(trainers[person.trainer], {
      bookingId: uuid(),
      localDate: dayFrom(today, ahead),
      startMinute: person.startMinute,
      minutes: 60,
      clientIds: keys.map((key) => clientIds.get(key)!),
      ...(person.document.homeKit === ON_TOUR ? { atHome: true } : { placeId: loft!.placeId }),
      ...(repeats && { repeat: { everyWeeks: 1, until: dayFrom(today, ahead + 7 * WEEKS_BOOKED), except: [] } }),
    });
    bookedAt.set(`${person.key} ${ahead}`, bookingId);
  };
  for (const person of PEOPLE.filter(({ key }) => key !== 'wren')) {
    const comesToday = person.weekdays.includes(weekdayAt(0));
    if (!comesToday) await book(person, 0, false);
    for (let ahead = 0; ahead < 7; ahead += 1) {
      if (person.weekdays.includes(weekdayAt(ahead))) await book(person, ahead, true);
    }
  }
  const saturday = Array.from({ length: 7 }, (_, ahead) => ahead).find((ahead) => weekdayAt(ahead) === SATURDAY)!;
  await diary.book(trainers.maren, {
    bookingId: uuid(),
    localDate: dayFrom(today, saturday),
    startMinute: 14 * 60,
    minutes: 45,
    clientIds: [],
    heads: 9,
    title: 'Ropes and rungs, all levels',
    placeId: hall!.placeId,
  });
  return bookedAt;
}
