import { BadRequestException, ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { KeptPlan, LastPlanAnswer } from '@waxwing/core/api';
import { planErrors, type Plan, type PlanForm } from '@waxwing/core/shapes';
import type { EntityManager } from 'typeorm';
import type { SignedIn } from '../accounts/actor.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { SessionEntity } from '../sessions/session.entities.ts';
import { PlanClientEntity, PlanEntity } from './plan.entities.ts';

/** Earlier sessions that are looked through for one with just these people. */
const LOOKED_BACK = 30;
const TEMPLATES_MOST = 200;

function keptPlan({ id, version, document, isTemplate, bookingId, changedAt }: PlanEntity): KeptPlan {
  return { planId: id, version, plan: document, isTemplate, bookingId, changedAt };
}

/** A trainer's plans. Another trainer's are not there. */
@Injectable()
export class Plans {
  constructor(
    @InjectRepository(PlanEntity) private readonly plans: Reads<PlanEntity>,
    @InjectRepository(SessionEntity) private readonly sessions: Reads<SessionEntity>,
    private readonly clients: Clients,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  async one(actor: SignedIn, planId: string): Promise<KeptPlan> {
    const plan = await this.plans.findOneBy({ id: planId, studioId: actor.studioId, trainerId: actor.trainerId });
    if (!plan) throw new NotFoundException({ message: 'No such plan among yours' });
    return keptPlan(plan);
  }

  async templates(actor: SignedIn): Promise<KeptPlan[]> {
    const found = await this.plans.find({
      where: { studioId: actor.studioId, trainerId: actor.trainerId, isTemplate: true },
      order: { changedAt: 'DESC' },
      take: TEMPLATES_MOST,
    });
    return found.map(keptPlan);
  }

  /** Keeps a plan, on top of the version that it was made from; answers how it is kept. Asked twice, the second answers the same. */
  async keep(actor: SignedIn, planId: string, { plan, version, bookingId, isTemplate = false }: PlanForm): Promise<KeptPlan> {
    const problems = planErrors(plan).map((problem) => ({ ...problem, path: `plan.${problem.path}` }));
    if (problems.length > 0) throw new BadRequestException({ message: 'Some fields are not right', problems });
    const clientIds = plan.lanes.flatMap(({ clientId }) => clientId ?? []);
    await this.refuseForeign(actor, planId, clientIds, bookingId);
    return this.transactions.run(async (manager) => {
      const known = await manager.findOneBy(PlanEntity, { id: planId });
      if (known && known.trainerId !== actor.trainerId) throw new ConflictException({ message: 'That plan id is taken' });
      if (known && JSON.stringify(known.document) === JSON.stringify(plan) && version < known.version) return keptPlan(known);
      if ((known?.version ?? 0) !== version) {
        throw new ConflictException({ message: 'This plan was changed on another device meanwhile', code: 'changed' });
      }
      const next: PlanEntity = {
        id: planId,
        studioId: actor.studioId,
        trainerId: actor.trainerId,
        bookingId: bookingId ?? known?.bookingId ?? null,
        isTemplate: isTemplate || (known?.isTemplate ?? false),
        version: version + 1,
        movements: plan.blocks.reduce((sum, { items }) => sum + items.length, 0),
        document: plan,
        changedAt: this.clock.now().toISOString(),
      };
      await manager.save(PlanEntity, next);
      await this.nameClients(manager, actor.studioId, planId, clientIds);
      return keptPlan(next);
    });
  }

  async remove(actor: SignedIn, planId: string): Promise<void> {
    await this.one(actor, planId);
    await this.transactions.run((manager) => manager.delete(PlanEntity, { id: planId }));
  }

  /** The edition that was begun the last time that just these people came. */
  async last(actor: SignedIn, clientIds: readonly string[]): Promise<LastPlanAnswer> {
    await this.clients.mine(actor, clientIds);
    const rows = await this.sessions.query<{ localDate: string; plan: string }[]>(
      `select session."localDate", json_extract(session.pins, '$.plan') plan
       from session_clients joined join sessions session on session.id = joined."sessionId"
       where joined."clientId" = ? and session."startedAt" is not null and session.id in (
         select "sessionId" from session_clients where "clientId" = ? order by "localDate" desc limit ${LOOKED_BACK})
         and json_extract(session.pins, '$.plan') is not null
         and (select count(*) from session_clients all_of where all_of."sessionId" = session.id) = ?
         and not exists (select 1 from session_clients other where other."sessionId" = session.id
           and other."clientId" not in (select value from json_each(?)))
       order by joined."localDate" desc, session."startedAt" desc limit 1`,
      [clientIds[0], clientIds[0], clientIds.length, JSON.stringify(clientIds)],
    );
    const [last] = rows;
    return last ? { localDate: last.localDate, plan: JSON.parse(last.plan) as Plan } : null;
  }

  /** A plan names people of the trainer's own, and is the only one of its visit. Who was theirs when it was made may have left: that is said on the page. */
  private async refuseForeign(actor: SignedIn, planId: string, clientIds: readonly string[], bookingId?: string): Promise<void> {
    const known = await this.plans.findOneBy({ id: planId, trainerId: actor.trainerId });
    const before = new Set(known?.document.lanes.flatMap(({ clientId }) => clientId ?? []));
    const fresh = clientIds.filter((id) => !before.has(id));
    if (!(await this.clients.isMine(actor, fresh))) {
      throw new BadRequestException({
        message: 'Some fields are not right',
        problems: [{ path: 'plan.lanes', message: 'name somebody who isn’t your client' }],
      });
    }
    if (bookingId) {
      const other = await this.plans.findOneBy({ bookingId, trainerId: actor.trainerId });
      if (other && other.id !== planId) {
        throw new ConflictException({ message: 'This visit was planned on another device meanwhile', code: 'changed' });
      }
    }
  }

  private async nameClients(
    manager: EntityManager,
    studioId: string,
    planId: string,
    clientIds: readonly string[],
  ): Promise<void> {
    await manager.delete(PlanClientEntity, { planId });
    const known = await manager.query<{ id: string }[]>('select id from clients where id in (select value from json_each(?))', [
      JSON.stringify(clientIds),
    ]);
    for (const { id: clientId } of known) await manager.insert(PlanClientEntity, { planId, clientId, studioId });
  }
}
