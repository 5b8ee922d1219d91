import type { DiaryAnswer, Visit } from '@waxwing/core/api';
import { firstName } from '@waxwing/core/client';
import type { Clash, Taken } from '@waxwing/core/planning';
import { timeOfDay } from '../../shared/dates.ts';

/** Who comes, as short as it is said. */
export function whoText({ clients, title, heads }: Pick<Visit, 'clients' | 'title' | 'heads'>): string {
  if (title) return heads ? `${title} (${heads})` : title;
  if (clients.length === 0) return heads ? `a class of ${heads}` : 'nobody of yours any more';
  return clients.map(({ name }) => firstName(name)).join(', ');
}

/** All times that are taken, one's own and others'. */
export function takenBy({ visits, others }: DiaryAnswer, trainerId: string): readonly Taken[] {
  return [
    ...visits.map(({ bookingId, localDate, startMinute, minutes, placeId, clients }) => ({
      key: bookingId,
      ...{ localDate, startMinute, minutes, placeId, trainerId },
      clientIds: clients.map(({ clientId }) => clientId),
    })),
    ...others.map((other, at) => ({ ...other, key: otherKey(at) })),
  ];
}

const otherKey = (at: number) => `other ${at}`;

/** A clash in words: what is twice, and with what. */
export function clashText(clash: Clash, { visits, others }: DiaryAnswer, taken: readonly Taken[]): string {
  const own = visits.find(({ bookingId }) => bookingId === clash.with);
  const other = others.find((_, at) => otherKey(at) === clash.with);
  const at = taken.find(({ key }) => key === clash.with)!;
  const time = timeOfDay(at.startMinute);
  const whose = own ? whoText(own) : (other?.trainerName ?? 'somebody else');
  if (clash.kind === 'room') return `the room, with ${whose} from ${time}`;
  if (clash.kind === 'client') {
    const name = visits.flatMap(({ clients }) => clients).find(({ clientId }) => clientId === clash.clientId)?.name;
    return `${name ? firstName(name) : 'one of them'} is booked with ${own ? 'you' : whose} from ${time}`;
  }
  return `you, with ${whose} from ${time}`;
}
