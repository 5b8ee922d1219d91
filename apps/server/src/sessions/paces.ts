import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { PacesAnswer } from '@waxwing/core/api';
import { learnedGaps, medianOf, type DoneSet, type Gaps } from '@waxwing/core/planning';
import type { SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { Library } from '../library/library.ts';
import { EventEntity } from './session.entities.ts';

/** Sessions that are looked at: how somebody moves now, not years ago. */
const SESSIONS_READ = 12;
/** Between two taps of one set: what is longer was a pause, what is shorter a slip of the finger. */
const GAP_LEAST = 0.3;
const GAP_MOST = 30;

interface SetRow {
  readonly sessionId: string;
  readonly movementId: string;
  readonly fromSeconds: number;
  readonly untilSeconds: number;
  readonly reps: number;
}

interface GapRow {
  readonly movementId: string;
  readonly seconds: number;
}

/** How long somebody takes for a rep, as the counter has it. */
@Injectable()
export class Paces {
  constructor(
    @InjectRepository(EventEntity) private readonly events: Reads<EventEntity>,
    private readonly clients: Clients,
    private readonly library: Library,
  ) {}

  async of(actor: SignedIn, clientId: string): Promise<PacesAnswer> {
    await this.clients.mine(actor, [clientId]);
    const reps = await this.ofReps(actor, clientId);
    return { reps, gaps: await this.gaps(actor, clientId, reps) };
  }

  /** By movement the median between two taps, and how many reps it rests on. What was done to a prescribed tempo is left out. */
  private async ofReps(actor: SignedIn, clientId: string): Promise<PacesAnswer['reps']> {
    const rows = await this.events.query<GapRow[]>(
      `with recent as (
         select joined."sessionId", joined."laneId" from session_clients joined
         where joined."clientId" = ? order by joined."localDate" desc limit ${SESSIONS_READ}
       ), begun as (
         select event."sessionId", json_extract(payload, '$.segmentId') segment, json_extract(payload, '$.movementId') "movementId"
         from recent join events event on event."sessionId" = recent."sessionId" and event."laneId" = recent."laneId"
         where type = 'segment-started' and json_extract(payload, '$.tempo') is null
       ), taps as (
         select event."sessionId", json_extract(payload, '$.segmentId') segment,
           (julianday(at) - julianday(lag(at) over (
             partition by event."sessionId", json_extract(payload, '$.segmentId') order by lamport, seq))) * 86400 seconds
         from recent join events event on event."sessionId" = recent."sessionId" and event."laneId" = recent."laneId"
         where type = 'rep-counted'
       )
       select begun."movementId", taps.seconds from taps
       join begun on begun."sessionId" = taps."sessionId" and begun.segment = taps.segment
       where taps.seconds between ? and ?`,
      [clientId, GAP_LEAST, GAP_MOST],
    );
    const renames = await this.library.renames(actor.studioId);
    const gaps = new Map<string, number[]>();
    for (const { movementId, seconds } of rows) {
      const now = renames.movement(movementId);
      gaps.set(now, [...(gaps.get(now) ?? []), seconds]);
    }
    return Object.fromEntries(
      [...gaps].map(([movementId, all]) => [
        movementId,
        { secondsPerRep: Math.round(medianOf(all) * 100) / 100, reps: all.length },
      ]),
    );
  }

  /** What passes between two sets beyond the rest that the library asks for. */
  private async gaps(actor: SignedIn, clientId: string, paces: PacesAnswer['reps']): Promise<Gaps> {
    const rows = await this.events.query<SetRow[]>(
      `with recent as (
         select joined."sessionId", joined."laneId" from session_clients joined
         where joined."clientId" = ? order by joined."localDate" desc limit ${SESSIONS_READ}
       )
       select event."sessionId", json_extract(payload, '$.setId') "setId", max(json_extract(payload, '$.movementId')) "movementId",
         min(case when type = 'segment-started' then unixepoch(at) end) "fromSeconds",
         min(case when type = 'set-ended' then unixepoch(at) end) "untilSeconds",
         sum(type = 'rep-counted') reps
       from recent join events event on event."sessionId" = recent."sessionId" and event."laneId" = recent."laneId"
       where type in ('segment-started', 'rep-counted', 'set-ended') group by 1, 2
       having "fromSeconds" is not null and "untilSeconds" is not null order by 1, 4`,
      [clientId],
    );
    const renames = await this.library.renames(actor.studioId);
    const { revisions } = await this.library.current(actor.studioId);
    const rests = new Map(revisions.map(({ document }) => [document.id, document.restSeconds]));
    const sessions = new Map<string, DoneSet[]>();
    for (const { sessionId, movementId, fromSeconds, untilSeconds, reps } of rows) {
      const now = renames.movement(movementId);
      const sets = sessions.get(sessionId) ?? [];
      sessions.set(sessionId, sets);
      const pace = paces[now]?.secondsPerRep;
      const worked = reps > 0 && pace !== undefined ? fromSeconds + reps * pace : untilSeconds;
      sets.push({ movementId: now, fromSeconds, untilSeconds: Math.min(worked, untilSeconds), restSeconds: rests.get(now) ?? 0 });
    }
    return learnedGaps([...sessions.values()]);
  }
}
