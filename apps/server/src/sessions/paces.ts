import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { PacesAnswer } from '@waxwing/core/api';
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

  /** By movement the median between two taps, and how many reps it rests on. What was done to a prescribed tempo is left out. */
  async of(actor: SignedIn, clientId: string): Promise<PacesAnswer> {
    await this.clients.mine(actor, [clientId]);
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
}

function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
