import { createHash, randomBytes } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { firstName } from '@waxwing/core/client';
import { dayAfter, instantOf } from '@waxwing/core/planning';
import ical from 'ical-generator';
import { Between, IsNull } from 'typeorm';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { StudioEntity } from '../accounts/studio.entity.ts';
import type { SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { PlaceEntity } from '../studio/place.entity.ts';
import { BookingClientEntity, BookingEntity, CalendarFeedEntity } from './booking.entities.ts';

/** What a calendar elsewhere is given: a while back, and as far ahead as anybody books. */
const DAYS_BACK = 30;
const DAYS_AHEAD = 400;
const TOKEN_BYTES = 32;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** A trainer's visits as iCalendar: first names, times and rooms, nothing else. */
@Injectable()
export class Calendar {
  constructor(
    @InjectRepository(BookingEntity) private readonly bookings: Reads<BookingEntity>,
    @InjectRepository(BookingClientEntity) private readonly bookingClients: Reads<BookingClientEntity>,
    @InjectRepository(CalendarFeedEntity) private readonly feeds: Reads<CalendarFeedEntity>,
    @InjectRepository(PlaceEntity) private readonly places: Reads<PlaceEntity>,
    @InjectRepository(StudioEntity) private readonly studios: Reads<StudioEntity>,
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  async file({ studioId, trainerId }: Pick<SignedIn, 'studioId' | 'trainerId'>): Promise<string> {
    const now = this.clock.now();
    const today = now.toISOString().slice(0, 10);
    const { zone, name } = (await this.studios.findOneBy({ id: studioId }))!;
    const found = await this.bookings.find({
      where: { trainerId, localDate: Between(dayAfter(today, -DAYS_BACK), dayAfter(today, DAYS_AHEAD)) },
      order: { localDate: 'ASC', startMinute: 'ASC' },
    });
    const rooms = new Map((await this.places.findBy({ studioId })).map((place) => [place.id, place.name]));
    const names = await this.firstNames(found.map(({ id }) => id));
    const calendar = ical({ name: `${name}: visits`, prodId: { company: 'Waxwing', product: 'Diary' } });
    for (const { id, localDate, startMinute, minutes, title, placeId } of found) {
      const start = instantOf(localDate, startMinute, zone);
      if (!start) continue;
      calendar.createEvent({
        id,
        stamp: now,
        start,
        end: new Date(start.getTime() + minutes * 60_000),
        summary: title ?? names.get(id)?.join(', ') ?? 'A visit',
        location: rooms.get(placeId ?? '') ?? null,
      });
    }
    return calendar.toString();
  }

  /** The visits behind an address that somebody knows. */
  async feed(token: string): Promise<string> {
    const feed = await this.feeds.findOneBy({ tokenHash: hashOf(token) });
    // Who has left the studio reads its times no more.
    if (!feed || !(await this.trainers.existsBy({ id: feed.trainerId, leftAt: IsNull() })))
      throw new NotFoundException({ message: 'No such calendar' });
    return this.file(feed);
  }

  async since({ trainerId }: SignedIn): Promise<string | null> {
    return (await this.feeds.findOneBy({ trainerId }))?.createdAt ?? null;
  }

  /** A new secret, in place of the one before. It is told once: only its hash is kept. */
  async open({ trainerId, studioId }: SignedIn): Promise<string> {
    const token = randomBytes(TOKEN_BYTES).toString('base64url');
    const createdAt = this.clock.now().toISOString();
    await this.transactions.run((manager) =>
      manager.save(CalendarFeedEntity, { trainerId, studioId, tokenHash: hashOf(token), createdAt }),
    );
    return token;
  }

  async withdraw({ trainerId }: SignedIn): Promise<void> {
    await this.transactions.run((manager) => manager.delete(CalendarFeedEntity, { trainerId }));
  }

  private async firstNames(bookingIds: readonly string[]): Promise<ReadonlyMap<string, string[]>> {
    const rows = await this.bookingClients.query<{ bookingId: string; name: string }[]>(
      `select booked."bookingId", client.name from booking_clients booked join clients client on client.id = booked."clientId"
       where booked."bookingId" in (select value from json_each(?))`,
      [JSON.stringify(bookingIds)],
    );
    const names = new Map<string, string[]>();
    for (const { bookingId, name } of rows) names.set(bookingId, [...(names.get(bookingId) ?? []), firstName(name)]);
    return names;
  }
}
