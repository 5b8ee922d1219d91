import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  TRIAL_VALUE,
  tallyKey,
  type ClientSummary,
  type CueTally,
  type CueTrialsAnswer,
  type DueDecision,
  type FaultRate,
  type HistoryAnswer,
  type Load,
  type MovementHistory,
  type MovementOutcome,
  type PracticeAnswer,
  type PractisedSet,
  type SetUp,
  type TallyBook,
} from '@waxwing/core';
import type { Reads } from '../database/reads.ts';
import {
  LogCueTrialEntity,
  LogDecisionEntity,
  LogFaultEntity,
  LogItemEntity,
  LogLookEntity,
  LogSetEntity,
  LogSetUpEntity,
} from './session.entities.ts';

/** Earlier sessions that a decision for the next one looks at. */
const OUTCOMES_KEPT = 4;

/** Enough to judge mastery by. */
const SETS_KEPT = 40;

interface PractisedRow extends Omit<PractisedSet, 'clean'> {
  readonly clientId: string;
  readonly movementId: string;
  readonly clean: 0 | 1 | null;
}

interface RecentItem {
  readonly movementId: string;
  readonly localDate: string;
  readonly load: string;
  readonly outcome: string;
}

interface ShownRow {
  readonly movementId: string;
  readonly load: string | null;
  readonly looked: number;
}

interface DueRow extends Omit<DueDecision, 'load' | 'target'> {
  readonly clientId: string;
  readonly load: string | null;
  readonly target: number | null;
}

interface TallyRow {
  readonly subject: string;
  readonly cueId: string;
  readonly trials: number;
  readonly score: number;
  readonly fixed: number;
}

/** What the log says about a client: which cues worked, how often a fault shows, what was lifted, what was decided. */
@Injectable()
export class History {
  constructor(
    @InjectRepository(LogCueTrialEntity) private readonly trials: Reads<LogCueTrialEntity>,
    @InjectRepository(LogSetEntity) private readonly sets: Reads<LogSetEntity>,
    @InjectRepository(LogFaultEntity) private readonly faults: Reads<LogFaultEntity>,
    @InjectRepository(LogItemEntity) private readonly items: Reads<LogItemEntity>,
    @InjectRepository(LogDecisionEntity) private readonly decisions: Reads<LogDecisionEntity>,
    @InjectRepository(LogLookEntity) private readonly looks: Reads<LogLookEntity>,
    @InjectRepository(LogSetUpEntity) private readonly setUpNotes: Reads<LogSetUpEntity>,
  ) {}

  async tallies(studioId: string, clientId: string): Promise<TallyBook> {
    return {
      client: await this.tally('faultId', 'trial."clientId" = :clientId', { studioId, clientId }),
      others: await this.tally('faultId', 'trial."clientId" <> :clientId', { studioId, clientId }),
      othersByType: await this.tally('faultTypeId', 'trial."clientId" <> :clientId', { studioId, clientId }),
    };
  }

  private async tally(
    subject: 'faultId' | 'faultTypeId',
    whose: string,
    parameters: { studioId: string; clientId: string },
  ): Promise<Record<string, CueTally>> {
    const rows = await this.trials
      .createQueryBuilder('trial')
      .select(`trial."${subject}"`, 'subject')
      .addSelect('trial."cueId"', 'cueId')
      .addSelect('count(*)', 'trials')
      .addSelect(
        `sum(case trial.outcome when 'fixed' then ${TRIAL_VALUE.fixed} when 'better' then ${TRIAL_VALUE.better} else 0 end)`,
        'score',
      )
      .addSelect(`sum(trial.outcome = 'fixed')`, 'fixed')
      .where(`trial."studioId" = :studioId and ${whose}`, parameters)
      .groupBy('1, 2')
      .getRawMany<TallyRow>();
    return Object.fromEntries(
      rows.map(({ subject: id, cueId, trials, score, fixed }) => [tallyKey(id, cueId), { trials, score, fixed }]),
    );
  }

  /** How each cue did against each fault, over all of a studio's clients. */
  async cueTrials(studioId: string): Promise<CueTrialsAnswer> {
    const tallies = await this.tally('faultId', 'true', { studioId, clientId: '' });
    return Object.entries(tallies).map(([key, tally]) => {
      const [faultId = '', cueId = ''] = key.split('|');
      return { faultId, cueId, tally };
    });
  }

  /** The last sets of each movement, newest first. */
  async practice(clientId: string): Promise<PracticeAnswer> {
    return (await this.practices([clientId])).get(clientId) ?? {};
  }

  /** The same for several clients, in one question. */
  async practices(clientIds: readonly string[]): Promise<ReadonlyMap<string, PracticeAnswer>> {
    const rows = await this.sets.query<PractisedRow[]>(
      `select done."clientId", done."movementId", "sessionId", amount, clean, effort
       from (select distinct "clientId", "movementId" from log_sets where "clientId" in (select value from json_each(?))) done
       join log_sets each on each.rowid in (
         select rowid from log_sets where "clientId" = done."clientId" and "movementId" = done."movementId"
         order by "startedAt" desc limit ?
       ) order by done."clientId", done."movementId", each."startedAt" desc`,
      [JSON.stringify(clientIds), SETS_KEPT],
    );
    const practices = new Map<string, Record<string, PractisedSet[]>>();
    for (const { clientId, movementId, sessionId, amount, clean, effort } of rows) {
      const practice = practices.get(clientId) ?? {};
      practices.set(clientId, practice);
      (practice[movementId] ??= []).push({ sessionId, amount, clean: clean === null ? null : clean === 1, effort });
    }
    return practices;
  }

  /** Per fault: sets in which it was seen, over sets in which somebody looked at its movement. Whoever saw a fault has looked. */
  async faultRates(clientId: string): Promise<Record<string, FaultRate>> {
    const looked = await this.looks.query<{ movementId: string; looked: number }[]>(
      `select "movementId", count(*) looked from log_looks where "clientId" = ? group by 1`,
      [clientId],
    );
    const lookedOf = new Map(looked.map((row) => [row.movementId, row.looked]));
    const shown = await this.faults
      .createQueryBuilder('fault')
      .select('fault."faultId"', 'faultId')
      .addSelect('fault."movementId"', 'movementId')
      .addSelect('count(*)', 'shown')
      .where('fault."clientId" = :clientId', { clientId })
      .groupBy('1, 2')
      .getRawMany<{ faultId: string; movementId: string; shown: number }>();
    return Object.fromEntries(shown.map((row) => [row.faultId, { shown: row.shown, looked: lookedOf.get(row.movementId) ?? 0 }]));
  }

  /** By movement: the last times, the last load that was clean, and how often somebody looked. A fixed number of questions, however much was done. */
  async movements(clientId: string): Promise<Record<string, MovementHistory>> {
    // By the index, movement by movement: what this costs doesn't grow with the log.
    const recent = await this.items.query<RecentItem[]>(
      `select item."movementId", item."localDate", item.load, item.outcome
       from (select distinct "movementId" from log_items where "clientId" = ?) done
       join log_items item on item.rowid in (
         select rowid from log_items where "clientId" = ? and "movementId" = done."movementId"
         order by "localDate" desc, "startedAt" desc limit ?
       ) order by item."startedAt" desc`,
      [clientId, clientId, OUTCOMES_KEPT],
    );
    const shown = await this.items.query<ShownRow[]>(
      `select m.value "movementId",
         (select load from log_sets where "clientId" = ? and "movementId" = m.value and clean = 1 order by "startedAt" desc limit 1) load,
         (select count(*) from (select 1 from log_looks where "clientId" = ? and "movementId" = m.value limit ${SETS_KEPT})) looked
       from json_each(?) m`,
      [clientId, clientId, JSON.stringify([...new Set(recent.map(({ movementId }) => movementId))])],
    );
    const shownOf = new Map(shown.map((row) => [row.movementId, row]));
    const histories: Record<string, MovementHistory> = {};
    for (const { movementId, localDate, ...row } of recent) {
      const load = JSON.parse(row.load) as Load;
      const outcome = JSON.parse(row.outcome) as MovementOutcome;
      const known = histories[movementId];
      const lastClean = shownOf.get(movementId)?.load ?? null;
      histories[movementId] = known
        ? { ...known, outcomes: [...known.outcomes, outcome], loads: [...(known.loads ?? []), load] }
        : {
            localDate,
            load,
            lastCleanLoad: lastClean === null ? null : (JSON.parse(lastClean) as Load),
            target: outcome.target,
            done: outcome.leastDone,
            effort: outcome.effort,
            ...(outcome.reserve !== undefined && { reserve: outcome.reserve }),
            lookedSets: shownOf.get(movementId)?.looked ?? 0,
            outcomes: [outcome],
            loads: [load],
          };
    }
    return histories;
  }

  /** What the next load is judged by. */
  async of(client: ClientSummary): Promise<HistoryAnswer> {
    const { clientId } = client;
    return {
      movements: await this.movements(clientId),
      due: (await this.due([clientId])).get(clientId) ?? [],
      setUps: await this.setUps(client),
    };
  }

  /** By movement the newest note of a set-up: from the floor, or, where that is later, from the desk. */
  async setUps(client: ClientSummary): Promise<Record<string, SetUp>> {
    const noted = await this.setUpNotes.find({ where: { clientId: client.clientId }, order: { at: 'ASC' } });
    const all = [...noted, ...(client.setUps ?? [])].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
    return Object.fromEntries(all.map(({ movementId, setUp }) => [movementId, setUp]));
  }

  /** The newest decision for each movement, newest first. */
  async due(clientIds: readonly string[]): Promise<Map<string, DueDecision[]>> {
    const rows = await this.decisions.query<DueRow[]>(
      `select decision."clientId", decision."movementId", kind, text, "localDate", load, target
       from (select distinct "clientId", "movementId" from log_decisions where "clientId" in (select value from json_each(?))) made
       join log_decisions decision on decision."eventId" = (
         select "eventId" from log_decisions where "clientId" = made."clientId" and "movementId" = made."movementId"
         order by "localDate" desc, at desc limit 1
       ) order by "localDate" desc, at desc`,
      [JSON.stringify(clientIds)],
    );
    const due = new Map<string, DueDecision[]>(clientIds.map((id) => [id, []]));
    for (const { clientId, load, target, ...decision } of rows) {
      due.get(clientId)?.push({ ...decision, ...(load && { load: JSON.parse(load) as Load }), ...(target && { target }) });
    }
    return due;
  }
}
