import type { ClientDocument } from '../client/clientDocument.ts';
import type { MovementRevision } from '../movement/library.ts';
import type { Side } from '../movement/terms.ts';
import type { LibraryChange } from '../movement/libraryChange.ts';
import type { SuggestionStatus } from '../movement/suggestion.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Load } from '../movement/load.ts';
import type { Vocabulary } from '../movement/vocabulary.ts';
import type { ChangedWord, Word } from '../movement/words.ts';
import type { MeasuredValue } from '../client/measurement.ts';
import type { SetUp } from '../client/setUp.ts';
import type { AnswerHabits } from '../loading/answerMeaning.ts';
import type { Inventory } from '../loading/inventory.ts';
import type { DueDecision, FaultRate, MovementHistory } from '../session/brief.ts';
import type { BoardView } from '../session/boardView.ts';
import type { SessionEvent } from '../session/event.ts';
import type { SessionState } from '../session/state.ts';
import type { SessionLog } from '../session/log.ts';
import type { Stances } from '../movement/resolvedMovement.ts';
import type { CueTrials } from '../progress/libraryHealth.ts';
import type { Mastery } from '../movement/mastery.ts';
import type { PractisedSet } from '../progress/mastery.ts';
import type { Plan } from '../planning/plan.ts';
import type { Gaps } from '../planning/habits.ts';
import type { MeasuredPace } from '../planning/planContext.ts';
import type { Problem } from './checkShape.ts';

/** Sessions on a page of the log. */
export const SESSIONS_PAGE = 50;

/** Who is signed in. */
export interface Me {
  readonly trainerId: string;
  readonly name: string;
  readonly studioId: string;
  readonly studioName: string;
  readonly role: 'owner' | 'trainer';
  /** May change the library: the owner, and whom they let. */
  readonly keepsLibrary: boolean;
}

/** Who is signed in on the device that asks. */
export interface SignedInAnswer {
  readonly me: Me | null;
}

/** A studio's library: all of it, or what was changed since the version that was asked about. `changedLibrary` puts them together. */
export interface LibraryAnswer {
  /** Another word after every change; says nothing else. */
  readonly version: string;
  readonly isWhole: boolean;
  /** In a whole one. */
  readonly vocabulary?: Vocabulary;
  /** In one that isn't whole: those that were changed. */
  readonly words?: readonly ChangedWord[];
  /** Each movement at its newest revision. */
  readonly revisions: readonly MovementRevision[];
}

/** What a pack holds, with the words as they would be then. */
export interface PackPreview {
  readonly movements: readonly MovementDocument[];
  readonly vocabulary: Vocabulary;
  /** What its movements were made from, as far as that is known here. */
  readonly bases: readonly MovementRevision[];
}

/** A revision of a movement, with who made it and when. */
export interface MovementChange extends MovementRevision {
  readonly authorName: string;
  readonly createdAt: string;
}

/** What was saved: the newest of each movement that was named, and the number by which all of it can be taken back; `null`: nothing changed. */
export interface SavedChange {
  readonly revisions: readonly MovementRevision[];
  readonly number: number | null;
}

/** A movement that a later starter library says otherwise, and the studio too. */
export interface StarterNewsEntry {
  readonly movementId: string;
  /** As the studio took it. */
  readonly base: MovementDocument;
  /** As the starter says it now. */
  readonly document: MovementDocument;
}

/** When a movement was last changed and last read through; UTC. */
export interface MovementLook {
  readonly movementId: string;
  readonly changedAt: string;
  readonly lookedAt: string | null;
  readonly lookedBy: string | null;
}

/** An hour in which a movement was done, and the revision with which. */
export interface MovementSession {
  readonly sessionId: string;
  readonly localDate: string;
  readonly revisionId: string;
  readonly clientNames: readonly string[];
}

/** What a trainer would change in the library, who may not. */
export interface Suggestion {
  readonly suggestionId: string;
  readonly trainerName: string;
  readonly isMine: boolean;
  readonly createdAt: string;
  readonly note: string | null;
  readonly change: LibraryChange;
  /** What its movements were made from. */
  readonly bases: readonly MovementRevision[];
  readonly status: SuggestionStatus;
  readonly answer: string | null;
  readonly answeredByName: string | null;
}

/** A word at one of its revisions; `null`: it went. */
export interface WordChange {
  /** The library's, since which it was so. */
  readonly number: number;
  readonly word: Word | null;
  readonly authorName: string;
  readonly createdAt: string;
}

export interface ClientSummary extends ClientDocument {
  readonly clientId: string;
  /** Goes up with every change; a change names the one it was made on. */
  readonly version: number;
}

/** Something that was typed on Floor and isn't in the library yet. */
export interface InboxEntry {
  readonly kind: 'fault' | 'cue';
  /** The id that it bears in the log, and in the library when it is taken in as it is. */
  readonly id: string;
  /** Ids of the same words, typed at other times: filed with it. */
  readonly others: readonly string[];
  readonly movementId: string;
  readonly text: string;
  /** Of a cue: the fault for which it was said first. */
  readonly faultId: string | null;
  readonly localDate: string;
  readonly trainerName: string;
  /** Only to who trains them. */
  readonly clientName: string | null;
  /** Of a fault: how often it was seen. */
  readonly seen: number;
  /** Of a cue: what it did. */
  readonly tried: number;
  readonly fixed: number;
}

export type InboxAnswer = readonly InboxEntry[];

/** Positions held for the whole studio, and by who is signed in. */
export interface StancesAnswer {
  readonly studio: Stances;
  readonly mine: Stances;
}

/** By movement, newest first: the last sets that a client did of it. */
export type PracticeAnswer = Readonly<Record<string, readonly PractisedSet[]>>;

export type CueTrialsAnswer = readonly CueTrials[];

/** How far clients have come with what they have done. */
export type MarksAnswer = readonly { readonly clientId: string; readonly movementId: string; readonly mark: Mastery }[];

/** A room with what it has, and the ids of the kit that this comes to. */
export interface PlaceSummary {
  readonly placeId: string;
  readonly name: string;
  readonly inventory: Inventory;
  readonly kit: readonly string[];
}

/** Somebody who works here. */
export interface TrainerSummary {
  readonly trainerId: string;
  readonly name: string;
  readonly login: string;
  readonly role: 'owner' | 'trainer';
  readonly keepsLibrary: boolean;
  /** How many clients they have now. */
  readonly clients: number;
  /** UTC; `null` while they work here. */
  readonly leftAt: string | null;
}

/** Where somebody is signed in. */
export interface SignedInDevice {
  readonly deviceId: string;
  readonly trainerId: string;
  readonly trainerName: string;
  /** As the browser says it: "Chrome on Android". */
  readonly device: string;
  /** UTC. */
  readonly signedInAt: string;
  /** UTC, to the hour. */
  readonly lastSeenAt: string;
  /** The one that asks. */
  readonly isThis: boolean;
}

/** A copy of the whole database that can be put back. */
export interface BackupSummary {
  readonly name: string;
  /** UTC. */
  readonly madeAt: string;
  readonly reason: 'daily' | 'asked' | 'upgrade';
  readonly bytes: number;
}

export interface BackupsAnswer {
  /** On the server. */
  readonly folder: string;
  /** Newest first. */
  readonly backups: readonly BackupSummary[];
  /** Why the last try failed, in words; `null` when it didn't. */
  readonly failed: string | null;
  /** Clients who were deleted since the oldest backup was made: it still holds them. */
  readonly forgottenStillHeld: number;
  readonly keptDays: { readonly daily: number; readonly weekly: number; readonly others: number };
}

/** How the server is, for whoever watches it. */
export interface HealthAnswer {
  readonly ok: boolean;
  /** Whether what is sent is stored: `stored`, or what is wrong, in words. */
  readonly writes: string;
  readonly disk: 'plenty' | 'low';
}

export interface Measurement extends MeasuredValue {
  readonly measurementId: string;
  readonly note?: string;
}

/** What the log says about a client, for the next session. */
export interface HistoryAnswer {
  readonly movements: Readonly<Record<string, MovementHistory>>;
  readonly due: readonly DueDecision[];
  /** By movement: the newest note of how the place is set up. */
  readonly setUps: Readonly<Record<string, SetUp>>;
  /** What their answers after a set have meant. */
  readonly answers: AnswerHabits;
}

/** Everything that is held about one client, to be handed to them. */
export interface ClientExport {
  readonly format: 'waxwing-client/2';
  readonly exportedAt: string;
  readonly client: ClientSummary;
  readonly measurements: readonly Measurement[];
  readonly history: HistoryAnswer;
  /** Each with its log as far as it is about this client, and their own events. */
  readonly sessions: readonly {
    readonly sessionId: string;
    readonly localDate: string;
    readonly log: readonly unknown[];
    readonly events: readonly SessionEvent[];
  }[];
  /** Rows that are kept about them, as they are kept, by table. */
  readonly rows: Readonly<Record<string, readonly object[]>>;
  /** What was planned for them, without anybody else's part. */
  readonly plans: readonly Plan[];
  readonly bookings: readonly { readonly localDate: string; readonly startMinute: number; readonly minutes: number }[];
}

/** A visit of the trainer's own, as the diary shows it. */
export interface Visit {
  readonly bookingId: string;
  /** Those that were made together, and are changed together when it is wished. */
  readonly seriesId: string | null;
  readonly localDate: string;
  /** Minutes after local midnight. */
  readonly startMinute: number;
  readonly minutes: number;
  readonly placeId: string | null;
  readonly atHome: boolean;
  /** Of a class. */
  readonly title: string | null;
  readonly heads: number | null;
  readonly clients: readonly { readonly clientId: string; readonly name: string }[];
  /** What is planned for it, and how many movements that holds; `null` before anything is. */
  readonly plan: { readonly planId: string; readonly movements: number } | null;
  /** What was begun from it. */
  readonly session: { readonly sessionId: string; readonly status: SessionSummary['status'] } | null;
}

export interface DiaryAnswer {
  readonly visits: readonly Visit[];
  /** When somebody else has a room of the studio, and who: nothing of whom they train. */
  readonly others: readonly {
    readonly localDate: string;
    readonly startMinute: number;
    readonly minutes: number;
    readonly placeId: string | null;
    readonly trainerId: string;
    readonly trainerName: string;
    /** Clients of the asking trainer who are booked there. */
    readonly clientIds: readonly string[];
  }[];
}

/** A plan that is kept. */
export interface KeptPlan {
  readonly planId: string;
  /** Goes up with every change; a change names the one it was made on. */
  readonly version: number;
  readonly plan: Plan;
  readonly isTemplate: boolean;
  readonly bookingId: string | null;
  /** UTC. */
  readonly changedAt: string;
}

/** What was planned the last time that just these people came, and when; `null` when nothing was. */
export type LastPlanAnswer = { readonly plan: Plan; readonly localDate: string } | null;

/** How somebody's time goes: what the counter measured, by movement, and what passes between sets. */
export interface PacesAnswer {
  readonly reps: Readonly<Record<string, MeasuredPace>>;
  readonly gaps: Gaps;
}

/** What was done of late, and how often faults were seen since a day and before it. */
export interface LatelyAnswer {
  /** By movement: sets since that day. */
  readonly sets: Readonly<Record<string, number>>;
  readonly faults: Readonly<Record<string, FaultRate>>;
  readonly faultsBefore: Readonly<Record<string, FaultRate>>;
}

/** Somebody who comes today. */
export interface TodayVisit extends Omit<Visit, 'clients'> {
  readonly clients: readonly TodayClient[];
}

export interface TodayClient {
  readonly clientId: string;
  readonly name: string;
  readonly cautions: ClientDocument['cautions'];
  readonly goal: string | null;
  /** Local date of the last session that ended; `null` before the first. */
  readonly lastDate: string | null;
  readonly decided: readonly (DueDecision & { readonly movementName: string })[];
  /** Faults that were still there at the end of a set of the last session, risks first; polish isn't among them. */
  readonly watch: readonly FaultStillThere[];
}

export interface FaultStillThere {
  readonly movementId: string;
  readonly faultTypeId: string;
  readonly side: Side | null;
}

export interface TodayAnswer {
  readonly localDate: string;
  readonly visits: readonly TodayVisit[];
  /** Begun and not ended. */
  readonly live: readonly SessionSummary[];
  /** Whether this trainer has ever begun a session. */
  readonly hasBegun: boolean;
}

export interface SessionSummary {
  readonly sessionId: string;
  readonly localDate: string;
  readonly zone: string;
  readonly status: 'not-started' | 'live' | 'ended';
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  /** Of a class its levels, under their lanes. */
  readonly clients: readonly { readonly clientId: string; readonly name: string }[];
  readonly isClass?: true;
  /** What those are called who joined by a name alone. */
  readonly guests?: readonly string[];
  readonly movementNames: readonly string[];
}

export interface SessionAnswer extends SessionSummary {
  readonly log: SessionLog;
  /** Names of every movement that the log mentions. */
  readonly names: Readonly<Record<string, string>>;
}

/** What became of events that a device sent. */
export interface EventsAnswer {
  /** Stored now, or before: the device may forget that they were unsent. */
  readonly kept: readonly string[];
  readonly refused: readonly { readonly id: string; readonly problems: readonly Problem[] }[];
}

/** A page of a session's events in the order in which the server got them. */
export interface EventsPage {
  readonly events: readonly SessionEvent[];
  /** Ask for what comes after this. */
  readonly cursor: number;
}

/** A session's board on other devices. */
export interface OpenBoard {
  readonly code: string;
  readonly hasNames: boolean;
  /** UTC; it shows nothing after. */
  readonly until: string;
  /** So many devices show it. */
  readonly devices: number;
}

/** What a board's device is given at first: the brief, and where the hour stands. */
export interface BoardAnswer extends BoardView {
  /** Of the brief; another one means that it has to be asked for again. */
  readonly key: string;
}

/** Said on a board's stream whenever something has changed. */
export interface BoardMoved {
  readonly key: string;
  readonly state: SessionState;
}

/** Said on the stream of changes: a session that another device has changed; `null` when something may have been missed. */
export interface SessionChanged {
  readonly sessionId: string | null;
  /** The replica that brought it: it knows already. */
  readonly by: string | null;
}

/** Every error has this shape. `problems` name fields. */
export interface ApiError {
  readonly message: string;
  /** For programs: `forgotten`, that what it is about was deleted for good; `no-such-session`, that nobody here knows it. */
  readonly code?: 'forgotten' | 'no-such-session' | 'changed';
  readonly problems?: readonly Problem[];
}

/** What a client did with a movement in the last session in which they did it. */
export interface LastTime {
  readonly movementId: string;
  readonly target: number;
  readonly load: Load;
}
