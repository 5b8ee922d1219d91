import type { SetUp } from '../client/setUp.ts';
import type { AgeGroup } from '../coaching/audience.ts';
import type { TallyBook } from '../coaching/cueTally.ts';
import type { PreferredCues } from '../coaching/rankCues.ts';
import type { AnswerHabits } from '../loading/answerMeaning.ts';
import type { Effort } from '../loading/effort.ts';
import type { Inventory } from '../loading/inventory.ts';
import type { DecisionKind, MovementOutcome } from '../loading/nextSession.ts';
import type { MovementRevision } from '../movement/library.ts';
import type { Load } from '../movement/load.ts';
import type { DoseKind, MassUnit } from '../movement/terms.ts';
import type { Stances } from '../movement/resolvedMovement.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import type { Plan } from '../planning/plan.ts';
import type { SessionItem } from './event.ts';

/** How often a fault was seen: sets in which it was, over sets in which somebody looked. */
export interface FaultRate {
  readonly looked: number;
  readonly shown: number;
  /** The same of late sets only: the third of a movement on. Absent where nothing of that was ever seen, and in briefs that were stored before. */
  readonly late?: { readonly looked: number; readonly shown: number };
}

/** What is known of a client on a movement from earlier sessions. */
export interface MovementHistory {
  readonly localDate: string;
  readonly load: Load;
  readonly lastCleanLoad: Load | null;
  readonly target: number;
  readonly done: number;
  readonly effort: Effort | null;
  /** Reps in reserve with that answer, where they were said in numbers. */
  readonly reserve?: number;
  /** Sets in which somebody looked, counted up to a few dozen. */
  readonly lookedSets: number;
  /** Newest first, a few. */
  readonly outcomes: readonly MovementOutcome[];
  /** The heaviest that was done of it without pain, by unit, and the most with as much; absent in briefs that were stored before. */
  readonly bests?: readonly { readonly unit: DoseKind; readonly kg: number; readonly amount: number }[];
  /** The first time of all. */
  readonly first?: { readonly localDate: string; readonly kg: number; readonly amount: number };
  /** With what each of them was done; absent in briefs that were stored before. */
  readonly loads?: readonly Load[];
}

export interface DueDecision {
  readonly movementId: string;
  readonly kind: DecisionKind;
  readonly text: string;
  readonly localDate: string;
  /** What to take, where it was decided in numbers. */
  readonly load?: Load;
  readonly target?: number;
  /** The movement that takes its place. */
  readonly instead?: string;
}

/** Everything about one client that Floor needs. Health data: kept per sign-in. */
export interface ClientBrief {
  /** The lane's own id for a level of a class and for a guest (`isNobodys`). */
  readonly clientId: string;
  readonly name: string;
  readonly laneId: string;
  readonly cautions: readonly { readonly caution: string; readonly note?: string }[];
  readonly stances: Stances;
  readonly book: TallyBook;
  readonly faultRates: Readonly<Record<string, FaultRate>>;
  readonly history: Readonly<Record<string, MovementHistory>>;
  readonly due: readonly DueDecision[];
  /** What their answers after a set have meant; absent in briefs that were stored before. */
  readonly answers?: AnswerHabits;
  readonly unit?: MassUnit;
  readonly cueStyle?: PreferredCues;
  /** Absent for those in between, for whom nothing is known of, and in briefs that were stored before. */
  readonly ageGroup?: AgeGroup;
  /** By movement: how the place is set up for them. */
  readonly setUps?: Readonly<Record<string, SetUp>>;
  /** Somebody works here who is nobody's client, or not yet. */
  readonly guest?: true;
  /** Nobody has put the health questions to them yet. */
  readonly healthNotAsked?: true;
  /** Joined while the server couldn't be reached: put together on this device of what it knew, until the server knows of it. */
  readonly madeHere?: true;
  /** What was picked for today. */
  readonly items: readonly SessionItem[];
}

/** What a device stores when a session starts. With it Floor needs no network. */
export interface SessionBrief {
  readonly sessionId: string;
  readonly localDate: string;
  readonly zone: string;
  readonly clients: readonly ClientBrief[];
  /** Pinned: these revisions are what the session is done with, whatever is edited meanwhile. */
  readonly revisions: readonly MovementRevision[];
  readonly vocabulary: Vocabulary;
  /** Kit ids of the room; `null` when nobody said. */
  readonly kit: readonly string[] | null;
  /** What the room has; `null` when nobody described it. */
  readonly inventory?: Inventory | null;
  /** The edition of the plan that was begun, where one was. */
  readonly plan?: Plan;
  /** The room, and the visit that it was booked as, where there are any. */
  readonly placeId?: string;
  readonly bookingId?: string;
  /** At the first client’s home: known only of one that was fetched ahead. */
  readonly atHome?: true;
}
