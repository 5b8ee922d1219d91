import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { InboxAnswer, InboxEntry } from '@waxwing/core/api';
import { wordsOf, type MovementRevision, type Vocabulary } from '@waxwing/core/movement';
import type { InboxDrop } from '@waxwing/core/shapes';
import { In } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { insertRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { Library } from '../library/library.ts';
import { LogTypedEntity } from '../sessions/session.entities.ts';
import { InboxDropEntity } from './inbox.entities.ts';

/** More than this nobody files at a sitting. */
const ENTRIES_MOST = 200;

interface TypedRow extends Omit<InboxEntry, 'clientName' | 'others'> {
  readonly clientId: string | null;
}

/** What was typed on Floor and waits to be taken into the library. Filed is what the library has by its id, or says goes under another. */
@Injectable()
export class Inbox {
  constructor(
    @InjectRepository(LogTypedEntity) private readonly typed: Reads<LogTypedEntity>,
    @InjectRepository(InboxDropEntity) private readonly drops: Reads<InboxDropEntity>,
    private readonly clients: Clients,
    private readonly library: Library,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** For who keeps the library, the studio's; for anybody else, what they typed themselves. Newest first. */
  async waiting(actor: SignedIn): Promise<InboxAnswer> {
    const rows = await this.typed.query<TypedRow[]>(
      `select each.kind, each.id, each."movementId", each.text, each."faultId", each."localDate", each."clientId", trainer.name "trainerName",
         (select coalesce(sum(times), 0) from log_faults seen where seen."sessionId" = each."sessionId" and seen."faultId" = each.id) seen,
         (select count(*) from log_cue_trials said where said."sessionId" = each."sessionId" and said."cueId" = each.id) tried,
         (select count(*) from log_cue_trials said
           where said."sessionId" = each."sessionId" and said."cueId" = each.id and said.outcome = 'fixed') fixed
       from log_typed each
       join sessions session on session.id = each."sessionId"
       join trainers trainer on trainer.id = session."trainerId"
       where each."studioId" = ? ${actor.keepsLibrary ? '' : 'and session."trainerId" = ?'}
       order by each.at desc limit ?`,
      [actor.studioId, ...(actor.keepsLibrary ? [] : [actor.trainerId]), ENTRIES_MOST],
    );
    const { vocabulary, revisions } = await this.library.current(actor.studioId);
    const dropped = new Set((await this.drops.findBy({ studioId: actor.studioId })).map(({ id }) => id));
    const isFiled = filed(vocabulary, revisions);
    const names = new Map((await this.clients.list(actor)).map(({ clientId, name }) => [clientId, name]));
    const entries = new Map<string, InboxEntry>();
    for (const { clientId, ...row } of rows) {
      if (dropped.has(row.id) || isFiled(row.id)) continue;
      const key = `${row.kind} ${row.movementId} ${wordsOf(row.text).join(' ')}`;
      const newer = entries.get(key);
      const clientName = (clientId && names.get(clientId)) ?? null;
      entries.set(key, newer ? withOlder(newer, row) : { ...row, others: [], clientName });
    }
    return [...entries.values()];
  }

  async drop({ studioId, trainerId }: SignedIn, { ids, isDropped }: InboxDrop): Promise<void> {
    const at = this.clock.now().toISOString();
    await this.transactions.run(async (manager) => {
      await manager.delete(InboxDropEntity, { studioId, id: In(ids) });
      const dropped = [...new Set(ids)].map((id) => ({ studioId, id, trainerId, at }));
      if (isDropped) await insertRows(manager, InboxDropEntity, dropped);
    });
  }
}

/** The same words, typed before: what it did then counts, too. */
function withOlder(newer: InboxEntry, { id, seen, tried, fixed, faultId }: Omit<TypedRow, 'clientId'>): InboxEntry {
  return {
    ...newer,
    others: [...newer.others, id],
    faultId: newer.faultId ?? faultId,
    seen: newer.seen + seen,
    tried: newer.tried + tried,
    fixed: newer.fixed + fixed,
  };
}

function filed({ aliases = [] }: Vocabulary, revisions: readonly MovementRevision[]): (id: string) => boolean {
  const renamed = new Set(aliases.map(({ id }) => id));
  const byId = new Map(revisions.map(({ document }) => [document.id, document]));
  return (id) => {
    const [movementId = '', slug] = id.split('/');
    const document = byId.get(movementId);
    return (
      renamed.has(id) ||
      Boolean(document?.faults.some((fault) => fault.id === slug) || document?.cues.some((cue) => cue.id === slug))
    );
  };
}
