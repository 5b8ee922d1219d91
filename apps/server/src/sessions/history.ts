import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DOSE_KINDS, type DoseKind, type Load } from '@waxwing/core/movement';
import { answerHabits, type AnswerHabits, type MovementOutcome, type RatedSet } from '@waxwing/core/loading';
import type { SetUp } from '@waxwing/core/client';
import { TRIAL_VALUE, tallyKey, type CueTally, type TallyBook } from '@waxwing/core/coaching';
import type { PractisedSet } from '@waxwing/core/progress';
import { LATE_FROM_SET, type DueDecision, type FaultRate, type MovementHistory } from '@waxwing/core/session';
import type { ClientSummary, CueTrialsAnswer, FaultStillThere, HistoryAnswer, PracticeAnswer } from '@waxwing/core/api';
import type { Reads } from '../database/reads.ts';
import { Library } from '../library/library.ts';
import { donePairs } from './donePairs.ts';
import {
  LogCueTrialEntity,
  LogDecisionEntity,
  LogFaultEntity,
  LogItemEntity,
  LogSegmentEntity,
  LogSetUpEntity,
} from './session.entities.ts';

/** Earlier sessions that a decision for the next one looks at. */
const OUTCOMES_KEPT = 4;

/** Enough to judge mastery by. */
const SETS_KEPT = 40;

/** Of each movement: what an answer meant a year ago says nothing now. */
const RATED_KEPT = 24;

interface PractisedRow extends Omit<PractisedSet, 'clean'> {
  readonly clientId: string;
  readonly movementId: string;
  readonly clean: 0 | 1 | null;
}

interface RatedRow extends Omit<RatedSet, 'reserve'> {
  readonly clientId: string;
  readonly reserve: number | null;
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

interface ShownFaultRow {
  readonly clientId: string;
  readonly faultId: string;
  readonly movementId: string;
  readonly shown: number;
  readonly late: number;
}

interface DueRow extends Omit<DueDecision, 'load' | 'target' | 'instead'> {
  readonly clientId: string;
  readonly load: string | null;
  readonly target: number | null;
  readonly instead: string | null;
}

interface TallyRow {
  readonly clientId: string | null;
  readonly faultId: string;
  readonly faultTypeId: string;
  readonly cueId: string;
  readonly trials: number;
  readonly score: number;
  readonly fixed: number;
  /** The day of the newest. */
  readonly lastOn: string;
}

/** By fault, or by its type, and cue; what comes to nothing is left out. */
interface BestRow {
  readonly movementId: string;
  readonly unit: DoseKind;
  readonly kg: number;
  readonly amount: number;
}

interface FirstRow {
  readonly movementId: string;
  readonly at: string;
  readonly localDate: string;
  readonly kg: number;
  readonly amount: number;
}

/** Rows of movements under what they are called now: two that were joined into one are one. */
function byName<R extends { readonly movementId: string }, T>(
  rows: readonly R[],
  renames: { movement(id: string): string },
  join: (rows: readonly R[]) => T,
): ReadonlyMap<string, T> {
  const grouped = new Map<string, R[]>();
  for (const row of rows) {
    const movementId = renames.movement(row.movementId);
    grouped.set(movementId, [...(grouped.get(movementId) ?? []), row]);
  }
  return new Map([...grouped].map(([movementId, ofMovement]) => [movementId, join(ofMovement)]));
}

function bestByUnit(rows: readonly BestRow[]): { unit: DoseKind; kg: number; amount: number }[] {
  const best = new Map<DoseKind, BestRow>();
  for (const row of rows) {
    const known = best.get(row.unit);
    if (!known || row.kg > known.kg || (row.kg === known.kg && row.amount > known.amount)) best.set(row.unit, row);
  }
  return [...best.values()].map(({ unit, kg, amount }) => ({ unit, kg, amount }));
}

const firstOf = ({ localDate, kg, amount }: FirstRow) => ({ localDate, kg, amount });

function summed(rows: readonly TallyRow[], subject: 'faultId' | 'faultTypeId'): Record<string, CueTally> {
  const tallies: Record<string, CueTally> = {};
  for (const row of rows) {
    const key = tallyKey(row[subject], row.cueId);
    const { trials, score, fixed } = tallies[key] ?? { trials: 0, score: 0, fixed: 0 };
    tallies[key] = { trials: trials + row.trials, score: score + row.score, fixed: fixed + row.fixed };
  }
  return Object.fromEntries(Object.entries(tallies).filter(([, { trials }]) => trials > 0));
}

/**
 * What the log says about a client: which cues worked, how often a fault shows, what was lifted, what was decided. The log keeps the ids
 * that were in use then; what was renamed since, or joined with another, is read under the id that it has now.
 */
@Injectable()
export class History {
  constructor(
    @InjectRepository(LogCueTrialEntity) private readonly trials: Reads<LogCueTrialEntity>,
    @InjectRepository(LogSegmentEntity) private readonly segments: Reads<LogSegmentEntity>,
    @InjectRepository(LogItemEntity) private readonly items: Reads<LogItemEntity>,
    @InjectRepository(LogDecisionEntity) private readonly decisions: Reads<LogDecisionEntity>,
    @InjectRepository(LogSetUpEntity) private readonly setUpNotes: Reads<LogSetUpEntity>,
    @InjectRepository(LogFaultEntity) private readonly faults: Reads<LogFaultEntity>,
    private readonly library: Library,
  ) {}

  /** What each cue did for each of some clients, and for the studio's others: two questions, however many clients. */
  async tallies(studioId: string, clientIds: readonly string[]): Promise<ReadonlyMap<string, TallyBook>> {
    const all = await this.tallyRows(studioId, 'null', '"studioId" = ?', studioId);
    const theirClients = '"clientId" in (select value from json_each(?))';
    const own = await this.tallyRows(studioId, '"clientId"', theirClients, JSON.stringify(clientIds));
    return new Map(
      clientIds.map((clientId) => {
        const theirs = own.filter((row) => row.clientId === clientId);
        // Everybody's less their own: the others'.
        const others = [...all, ...theirs.map((row) => ({ ...row, trials: -row.trials, score: -row.score, fixed: -row.fixed }))];
        const book: TallyBook = {
          client: summed(theirs, 'faultId'),
          others: summed(others, 'faultId'),
          othersByType: summed(others, 'faultTypeId'),
        };
        return [clientId, book];
      }),
    );
  }

  /** `by`: a row for each client, or one for all of them. */
  private async tallyRows(studioId: string, by: '"clientId"' | 'null', whose: string, parameter: string): Promise<TallyRow[]> {
    const renames = await this.library.renames(studioId);
    const rows = await this.trials.query<TallyRow[]>(
      `select ${by} "clientId", "faultId", "faultTypeId", "cueId", count(*) trials,
         sum(case outcome when 'fixed' then ${TRIAL_VALUE.fixed} when 'better' then ${TRIAL_VALUE.better} else 0 end) score,
         sum(outcome = 'fixed') fixed, max("localDate") "lastOn"
       from log_cue_trials where ${whose} group by 1, 2, 3, 4`,
      [parameter],
    );
    return rows.map((row) => ({
      ...row,
      faultId: renames.fault(row.faultId),
      faultTypeId: renames.faultType(row.faultTypeId),
      cueId: renames.cue(row.cueId),
    }));
  }

  /** How each cue did against each fault, over all of a studio's clients. */
  async cueTrials(studioId: string): Promise<CueTrialsAnswer> {
    const rows = await this.tallyRows(studioId, 'null', '"studioId" = ?', studioId);
    const lastOn = new Map<string, string>();
    for (const row of rows) {
      const key = tallyKey(row.faultId, row.cueId);
      if (row.lastOn > (lastOn.get(key) ?? '')) lastOn.set(key, row.lastOn);
    }
    return Object.entries(summed(rows, 'faultId')).map(([key, tally]) => {
      const [faultId = '', cueId = ''] = key.split('|');
      return { faultId, cueId, tally, lastOn: lastOn.get(key)! };
    });
  }

  /** The last sets of each movement, newest first. */
  async practice(studioId: string, clientId: string): Promise<PracticeAnswer> {
    return (await this.practices(studioId, [clientId])).get(clientId) ?? {};
  }

  /** The same for several clients, in one question. */
  async practices(studioId: string, clientIds: readonly string[]): Promise<ReadonlyMap<string, PracticeAnswer>> {
    const rows = await this.segments.query<PractisedRow[]>(
      `${donePairs('log_segments')}
       select done."clientId", done."movementId", "sessionId", "setAmount" amount, unit, clean, effort from done
       join log_segments each on each.rowid in (
         select rowid from log_segments where "clientId" = done."clientId" and "movementId" = done."movementId" and "isLast" = 1
         order by "startedAt" desc limit ?
       ) order by each."startedAt" desc`,
      [JSON.stringify(clientIds), SETS_KEPT],
    );
    const renames = await this.library.renames(studioId);
    const practices = new Map<string, Record<string, PractisedSet[]>>();
    for (const { clientId, movementId, sessionId, amount, unit, clean, effort } of rows) {
      const practice = practices.get(clientId) ?? {};
      practices.set(clientId, practice);
      const sets = (practice[renames.movement(movementId)] ??= []);
      if (sets.length < SETS_KEPT) sets.push({ sessionId, amount, unit, clean: clean === null ? null : clean === 1, effort });
    }
    return practices;
  }

  /** Per client and fault: sets in which it was seen, over sets in which somebody looked at its movement. Whoever saw a fault has looked. */
  async faultRates(
    studioId: string,
    clientIds: readonly string[],
    { from = '', before = '9' }: { readonly from?: string; readonly before?: string } = {},
  ): Promise<ReadonlyMap<string, Record<string, FaultRate>>> {
    const asked = [JSON.stringify(clientIds), from, before];
    // A fault on both sides is one fault of the set, and a movement done on both is looked at once.
    const looked = await this.segments.query<{ clientId: string; movementId: string; looked: number; late: number }[]>(
      `select "clientId", "movementId", count(*) looked, sum(late) late from (
         select distinct "clientId", "movementId", "sessionId", "setId", "setOrdinal" >= ${LATE_FROM_SET} late from log_segments
         where "clientId" in (select value from json_each(?)) and looked = 1 and "localDate" >= ? and "localDate" < ?
       ) group by 1, 2`,
      asked,
    );
    const shown = await this.segments.query<ShownFaultRow[]>(
      `select "clientId", "faultId", "movementId", count(distinct "sessionId" || "setId") shown,
         count(distinct case when ${LATE_FROM_SET} <= (select max(segment."setOrdinal") from log_segments segment
           where segment."sessionId" = log_faults."sessionId" and segment."setId" = log_faults."setId")
           then "sessionId" || "setId" end) late
       from log_faults where "clientId" in (select value from json_each(?)) and "localDate" >= ? and "localDate" < ? group by 1, 2, 3`,
      asked,
    );
    const renames = await this.library.renames(studioId);
    const lookedAt = new Map<string, { looked: number; late: number }>();
    for (const { clientId, movementId, looked: times, late } of looked) {
      const key = `${clientId}|${renames.movement(movementId)}`;
      const sofar = lookedAt.get(key) ?? { looked: 0, late: 0 };
      lookedAt.set(key, { looked: sofar.looked + times, late: sofar.late + late });
    }
    const rates = new Map<string, Record<string, FaultRate>>(clientIds.map((clientId) => [clientId, {}]));
    for (const { clientId, faultId, movementId, shown: times, late: lateTimes } of shown) {
      const theirs = rates.get(clientId)!;
      const now = renames.fault(faultId);
      const sofar = theirs[now];
      const { looked: of = 0, late = 0 } = lookedAt.get(`${clientId}|${renames.movement(movementId)}`) ?? {};
      theirs[now] = {
        shown: (sofar?.shown ?? 0) + times,
        looked: of,
        ...(late > 0 && { late: { looked: late, shown: (sofar?.late?.shown ?? 0) + lateTimes } }),
      };
    }
    return rates;
  }

  /** By movement: the last times in its own unit, the last load that was clean, and how often somebody looked. A fixed number of questions, however much was done. */
  async movements(studioId: string, clientId: string): Promise<Record<string, MovementHistory>> {
    const asked = JSON.stringify([clientId]);
    // By the index, movement by movement: what this costs doesn't grow with the log.
    const recent = await this.items.query<RecentItem[]>(
      `${donePairs('log_items')}
       select item."movementId", item."localDate", item.load, item.outcome from done
       join log_items item on item.rowid in (
         select rowid from log_items where "clientId" = done."clientId" and "movementId" = done."movementId"
           and json_extract(outcome, '$.unit') is null
         order by "localDate" desc, "startedAt" desc limit ?
       ) order by item."startedAt" desc`,
      [asked, OUTCOMES_KEPT],
    );
    const shown = await this.items.query<ShownRow[]>(
      `select m.value "movementId",
         (select load from log_segments where "clientId" = ? and "movementId" = m.value and "isLast" = 1 and clean = 1
           order by "startedAt" desc limit 1) load,
         (select count(*) from (select distinct "sessionId", "setId" from log_segments
           where "clientId" = ? and looked = 1 and "movementId" = m.value limit ${SETS_KEPT})) looked
       from json_each(?) m`,
      [clientId, clientId, JSON.stringify([...new Set(recent.map(({ movementId }) => movementId))])],
    );
    const bests = await this.segments.query<BestRow[]>(
      `${donePairs('log_segments')}
       select best."movementId", best.unit, best.kilograms kg, best."setAmount" amount from done, json_each(?) unit
       join log_segments best on best.rowid = (
         select rowid from log_segments where "clientId" = done."clientId" and "movementId" = done."movementId" and "isLast" = 1
           and pain = 0 and unit = unit.value and kilograms is not null
         order by kilograms desc, "setAmount" desc limit 1
       )`,
      [asked, JSON.stringify(DOSE_KINDS)],
    );
    const firsts = await this.segments.query<FirstRow[]>(
      `${donePairs('log_segments')}
       select first."movementId", first."startedAt" at, first."localDate", first.kilograms kg, first."setAmount" amount from done
       join log_segments first on first.rowid = (
         select rowid from log_segments where "clientId" = done."clientId" and "movementId" = done."movementId" and "isLast" = 1
           and kilograms is not null
         order by "startedAt" limit 1
       )`,
      [asked],
    );
    const renames = await this.library.renames(studioId);
    const bestsOf = byName(bests, renames, bestByUnit);
    const firstsOf = byName(firsts, renames, (rows) => rows.reduce((a, b) => (b.at < a.at ? b : a)));
    const shownOf = new Map<string, Pick<ShownRow, 'load' | 'looked'>>();
    // Newest first by what was last done: of a movement that two were joined into, the later one's clean load counts.
    const lastDone = new Map(recent.map(({ movementId }, at) => [movementId, at] as const).reverse());
    for (const row of [...shown].sort((a, b) => lastDone.get(a.movementId)! - lastDone.get(b.movementId)!)) {
      const now = renames.movement(row.movementId);
      const known = shownOf.get(now);
      const looked = Math.min(SETS_KEPT, (known?.looked ?? 0) + row.looked);
      shownOf.set(now, { load: known?.load ?? row.load, looked });
    }
    const histories: Record<string, MovementHistory> = {};
    for (const { localDate, ...row } of recent) {
      const movementId = renames.movement(row.movementId);
      const load = JSON.parse(row.load) as Load;
      const outcome = JSON.parse(row.outcome) as MovementOutcome;
      const known = histories[movementId];
      if (known && known.outcomes.length >= OUTCOMES_KEPT) continue;
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
            ...(bestsOf.has(movementId) && { bests: bestsOf.get(movementId)! }),
            ...(firstsOf.has(movementId) && { first: firstOf(firstsOf.get(movementId)!) }),
          };
    }
    return histories;
  }

  /** By movement: sets that were done since a day. */
  async setsSince(studioId: string, clientId: string, since: string): Promise<Record<string, number>> {
    const rows = await this.segments.query<{ movementId: string; sets: number }[]>(
      `select "movementId", count(*) sets from log_segments
       where "clientId" = ? and "isLast" = 1 and "localDate" >= ? group by 1`,
      [clientId, since],
    );
    const renames = await this.library.renames(studioId);
    const sets: Record<string, number> = {};
    for (const row of rows) {
      const now = renames.movement(row.movementId);
      sets[now] = (sets[now] ?? 0) + row.sets;
    }
    return sets;
  }

  /** What the next load is judged by. */
  async of(studioId: string, client: ClientSummary): Promise<HistoryAnswer> {
    const { clientId } = client;
    return {
      movements: await this.movements(studioId, clientId),
      due: (await this.due(studioId, [clientId])).get(clientId) ?? [],
      setUps: await this.setUps(studioId, client),
      answers: (await this.answers(studioId, [clientId])).get(clientId)!,
    };
  }

  /** How each of some clients answers after a set, by the newest of each movement. */
  async answers(studioId: string, clientIds: readonly string[]): Promise<ReadonlyMap<string, AnswerHabits>> {
    const rows = await this.segments.query<RatedRow[]>(
      `${donePairs('log_segments')}
       select done."clientId", done."movementId", "sessionId", "localDate", "startedAt", kilograms, "setAmount" amount, effort, reserve
       from done join log_segments each on each.rowid in (
         select rowid from log_segments where "clientId" = done."clientId" and "movementId" = done."movementId" and "isLast" = 1
           and effort is not null and unit = 'reps' and kilograms is not null and pain = 0 and "onClock" = 0
         order by "startedAt" desc limit ?
       )`,
      [JSON.stringify(clientIds), RATED_KEPT],
    );
    const renames = await this.library.renames(studioId);
    const rated = new Map<string, RatedSet[]>(clientIds.map((clientId) => [clientId, []]));
    for (const { clientId, movementId, reserve, ...row } of rows) {
      const set = { ...row, movementId: renames.movement(movementId), ...(reserve !== null && { reserve }) };
      rated.get(clientId)?.push(set);
    }
    return new Map([...rated].map(([clientId, sets]) => [clientId, answerHabits(sets)]));
  }

  /** By movement the newest note of a set-up: from the floor, or, where that is later, from the desk. */
  async setUps(studioId: string, client: ClientSummary): Promise<Record<string, SetUp>> {
    const noted = await this.setUpNotes.find({ where: { clientId: client.clientId }, order: { at: 'ASC' } });
    const all = [...noted, ...(client.setUps ?? [])].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
    const renames = await this.library.renames(studioId);
    return Object.fromEntries(all.map(({ movementId, setUp }) => [renames.movement(movementId), setUp]));
  }

  /** Of some clients' sessions, by client: which faults of weight were there when a set ended; risks first, then what was seen most. */
  async stillThere(
    studioId: string,
    sessions: ReadonlyMap<string, { readonly sessionId: string }>,
  ): Promise<Map<string, FaultStillThere[]>> {
    const rows = await this.faults.query<(FaultStillThere & { readonly clientId: string })[]>(
      `select "clientId", "movementId", "faultTypeId", side from log_faults
       where "sessionId" in (select value from json_each(?)) and status in ('open', 'left') and severity in ('risk', 'performance')
       group by "sessionId", "clientId", "movementId", "faultTypeId", side
       order by severity = 'risk' desc, sum(times) desc, "movementId", "faultTypeId"`,
      [JSON.stringify([...new Set([...sessions.values()].map(({ sessionId }) => sessionId))])],
    );
    const renames = await this.library.renames(studioId);
    const found = new Map<string, FaultStillThere[]>();
    for (const { clientId, movementId, ...fault } of rows) {
      found.set(clientId, [...(found.get(clientId) ?? []), { ...fault, movementId: renames.movement(movementId) }]);
    }
    return found;
  }

  /** The newest decision for each movement, newest first. */
  async due(studioId: string, clientIds: readonly string[]): Promise<Map<string, DueDecision[]>> {
    const rows = await this.decisions.query<DueRow[]>(
      `${donePairs('log_decisions')}
       select decision."clientId", decision."movementId", kind, text, "localDate", load, target, instead from done
       join log_decisions decision on decision."eventId" = (
         select "eventId" from log_decisions where "clientId" = done."clientId" and "movementId" = done."movementId"
         order by "localDate" desc, at desc limit 1
       ) order by "localDate" desc, at desc`,
      [JSON.stringify(clientIds)],
    );
    const renames = await this.library.renames(studioId);
    const due = new Map<string, DueDecision[]>(clientIds.map((id) => [id, []]));
    for (const { clientId, load, target, instead, ...row } of rows) {
      const decision = { ...row, movementId: renames.movement(row.movementId) };
      const theirs = due.get(clientId) ?? [];
      // The newest comes first: what was decided of the old id before that is answered by it.
      if (!theirs.some(({ movementId }) => movementId === decision.movementId))
        theirs.push({
          ...decision,
          ...(load && { load: JSON.parse(load) as Load }),
          ...(target && { target }),
          ...(instead && { instead: renames.movement(instead) }),
        });
    }
    return due;
  }
}
