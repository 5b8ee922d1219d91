import { BadRequestException, ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { DiaryAnswer, SessionSummary, Visit } from '@waxwing/core/api';
import { dayAfter, daysOf, instantOf } from '@waxwing/core/planning';
import { bookingProblems, type BookingForm, type BookingScope, type ChangedBooking, type NewBooking } from '@waxwing/core/shapes';
import { Between, In, MoreThanOrEqual, type EntityManager } from 'typeorm';
import { v7 as uuid } from 'uuid';
import type { SignedIn } from '../accounts/actor.ts';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import { Clients } from '../clients/clients.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { PlanEntity } from '../plans/plan.entities.ts';
import { SessionEntity } from '../sessions/session.entities.ts';
import { PlaceEntity } from '../studio/place.entity.ts';
import { BookingClientEntity, BookingEntity } from './booking.entities.ts';

/** A diary is looked at by so many days at the most. */
const DAYS_MOST = 62;

type Where = Omit<BookingEntity, 'id' | 'studioId' | 'trainerId' | 'localDate' | 'seriesId'>;

function whereOf({ startMinute, minutes, placeId, atHome, title, heads }: BookingForm): Where {
  return { startMinute, minutes, placeId: placeId ?? null, atHome: atHome ?? false, title: title ?? null, heads: heads ?? null };
}

/** When a trainer's people come. */
@Injectable()
export class Diary {
  constructor(
    @InjectRepository(BookingEntity) private readonly bookings: Reads<BookingEntity>,
    @InjectRepository(BookingClientEntity) private readonly bookingClients: Reads<BookingClientEntity>,
    @InjectRepository(PlanEntity) private readonly plans: Reads<PlanEntity>,
    @InjectRepository(SessionEntity) private readonly sessions: Reads<SessionEntity>,
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    @InjectRepository(PlaceEntity) private readonly places: Reads<PlaceEntity>,
    @InjectRepository(StudioEntity) private readonly studios: Reads<StudioEntity>,
    private readonly clients: Clients,
    private readonly transactions: Transactions,
  ) {}

  /** The trainer's own visits from a day to a day, and when others are in the studio's rooms. */
  async of(actor: SignedIn, from: string, to: string): Promise<DiaryAnswer> {
    if (to < from || to > dayAfter(from, DAYS_MOST)) {
      const message = to < from ? 'lies before the first day' : `lies more than ${DAYS_MOST} days after the first`;
      throw new BadRequestException({ message: 'Not those days', problems: [{ path: 'to', message }] });
    }
    const all = await this.bookings.find({
      where: { studioId: actor.studioId, localDate: Between(from, to) },
      order: { localDate: 'ASC', startMinute: 'ASC' },
    });
    const own = all.filter(({ trainerId }) => trainerId === actor.trainerId);
    const theirs = all.filter(({ trainerId }) => trainerId !== actor.trainerId);
    const booked = await this.booked(all);
    const mine = await this.clients.namesOf(actor, [...new Set(theirs.flatMap(({ id }) => booked.get(id) ?? []))]);
    const names = new Map((await this.trainers.findBy({ studioId: actor.studioId })).map(({ id, name }) => [id, name]));
    return {
      visits: await this.visits(actor, own),
      others: theirs.map(({ id, localDate, startMinute, minutes, placeId, trainerId }) => ({
        localDate,
        startMinute,
        minutes,
        placeId,
        trainerId,
        trainerName: names.get(trainerId) ?? '',
        clientIds: (booked.get(id) ?? []).filter((clientId) => mine.has(clientId)),
      })),
    };
  }

  async one(actor: SignedIn, bookingId: string): Promise<Visit> {
    return (await this.visits(actor, [await this.mine(actor, bookingId)]))[0]!;
  }

  /** Visits with who comes, what is planned and what was begun. Who is no longer the trainer's isn't named. */
  async visits(actor: SignedIn, bookings: readonly BookingEntity[]): Promise<Visit[]> {
    const ids = bookings.map(({ id }) => id);
    const booked = await this.booked(bookings);
    const names = await this.clients.namesOf(actor, [...new Set([...booked.values()].flat())]);
    // Asked by the visits alone: with the trainer in the question, all of theirs would be gone through.
    const where = { bookingId: In(ids) };
    const plans = await this.plans.find({ select: { id: true, bookingId: true, movements: true, trainerId: true }, where });
    const begun = await this.sessions.find({ select: { id: true, bookingId: true, status: true, trainerId: true }, where });
    const isOwn = ({ trainerId }: { trainerId: string }) => trainerId === actor.trainerId;
    return bookings.map(({ id, seriesId, localDate, startMinute, minutes, placeId, atHome, title, heads }): Visit => {
      const plan = plans.find((each) => each.bookingId === id && isOwn(each));
      const session = begun.find((each) => each.bookingId === id && isOwn(each));
      return {
        bookingId: id,
        ...{ seriesId, localDate, startMinute, minutes, placeId, atHome, title, heads },
        clients: (booked.get(id) ?? []).flatMap((clientId) => {
          const name = names.get(clientId);
          return name === undefined ? [] : [{ clientId, name }];
        }),
        plan: plan ? { planId: plan.id, movements: plan.movements } : null,
        session: session ? { sessionId: session.id, status: session.status satisfies SessionSummary['status'] } : null,
      };
    });
  }

  /** Books one visit, or a series. Asked twice with the same id it answers what there is. */
  async book(actor: SignedIn, form: NewBooking): Promise<Visit> {
    await this.refuseUnsound(actor, form, daysOf(form));
    const known = await this.bookings.findOneBy({ id: form.bookingId });
    if (known?.trainerId === actor.trainerId) return this.one(actor, known.id);
    if (known) throw new ConflictException({ message: 'That booking id is taken' });
    const days = daysOf(form);
    const seriesId = form.repeat ? form.bookingId : (form.seriesId ?? null);
    await this.transactions.run(async (manager) => {
      for (const [at, localDate] of days.entries()) {
        const id = at === 0 ? form.bookingId : uuid();
        await manager.insert(BookingEntity, {
          ...{ id, studioId: actor.studioId, trainerId: actor.trainerId, localDate, seriesId },
          ...whereOf(form),
        });
        await this.nameClients(manager, actor.studioId, id, form.clientIds);
      }
    });
    return this.one(actor, form.bookingId);
  }

  /** Moves a visit, or changes who comes; `following`: it and those of its series after it, each by as many days. */
  async change(actor: SignedIn, bookingId: string, form: ChangedBooking): Promise<Visit> {
    const booking = await this.mine(actor, bookingId);
    const by = (Date.parse(form.localDate) - Date.parse(booking.localDate)) / 86_400_000;
    const meant = await this.meant(actor, booking, form.scope);
    await this.refuseUnsound(
      actor,
      form,
      meant.map(({ localDate }) => dayAfter(localDate, by)),
    );
    await this.transactions.run(async (manager) => {
      for (const each of meant) {
        await manager.update(BookingEntity, { id: each.id }, { localDate: dayAfter(each.localDate, by), ...whereOf(form) });
        await manager.delete(BookingClientEntity, { bookingId: each.id });
        await this.nameClients(manager, actor.studioId, each.id, form.clientIds);
      }
    });
    return this.one(actor, bookingId);
  }

  /** What was planned for it stays, without a visit. Answers what was cancelled, so that it can be booked again as it was. */
  async cancel(actor: SignedIn, bookingId: string, scope: BookingScope): Promise<Visit[]> {
    const meant = await this.meant(actor, await this.mine(actor, bookingId), scope);
    const ids = meant.map(({ id }) => id);
    const cancelled = await this.visits(actor, meant);
    await this.transactions.run(async (manager) => {
      await manager.delete(BookingClientEntity, { bookingId: In(ids) });
      await manager.delete(BookingEntity, { id: In(ids) });
    });
    return cancelled;
  }

  private async meant(actor: SignedIn, booking: BookingEntity, scope: BookingScope): Promise<BookingEntity[]> {
    if (scope === 'this' || !booking.seriesId) return [booking];
    return this.bookings.findBy({
      trainerId: actor.trainerId,
      seriesId: booking.seriesId,
      localDate: MoreThanOrEqual(booking.localDate),
    });
  }

  private async mine(actor: SignedIn, bookingId: string): Promise<BookingEntity> {
    const booking = await this.bookings.findOneBy({ id: bookingId, studioId: actor.studioId, trainerId: actor.trainerId });
    if (!booking) throw new NotFoundException({ message: 'No such visit among yours' });
    return booking;
  }

  private async booked(bookings: readonly BookingEntity[]): Promise<ReadonlyMap<string, string[]>> {
    const rows = await this.bookingClients.findBy({ bookingId: In(bookings.map(({ id }) => id)) });
    const booked = new Map<string, string[]>();
    for (const { bookingId, clientId } of rows) booked.set(bookingId, [...(booked.get(bookingId) ?? []), clientId]);
    return booked;
  }

  private async nameClients(
    manager: EntityManager,
    studioId: string,
    bookingId: string,
    clientIds: readonly string[],
  ): Promise<void> {
    for (const clientId of clientIds) await manager.insert(BookingClientEntity, { bookingId, clientId, studioId });
  }

  /** What its shape alone can't tell: whose clients, which room, and a time that the clock of the studio skips. */
  private async refuseUnsound(actor: SignedIn, form: BookingForm, days: readonly string[]): Promise<void> {
    const problems = [...bookingProblems(form)];
    if (!(await this.clients.isMine(actor, form.clientIds)))
      problems.push({ path: 'clientIds', message: 'name somebody who isn’t your client' });
    if (form.placeId && !(await this.places.existsBy({ id: form.placeId, studioId: actor.studioId }))) {
      problems.push({ path: 'placeId', message: 'is no room of this studio' });
    }
    const { zone } = (await this.studios.findOneBy({ id: actor.studioId }))!;
    const skipped = days.find((day) => !instantOf(day, form.startMinute, zone));
    if (skipped) problems.push({ path: 'startMinute', message: `the clock skips that time on ${skipped}` });
    if (problems.length > 0) throw new BadRequestException({ message: 'Some fields are not right', problems });
  }
}
