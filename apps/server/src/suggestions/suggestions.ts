import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Suggestion } from '@waxwing/core/api';
import type { NewSuggestion, SuggestionReply } from '@waxwing/core/shapes';
import { v7 as uuid } from 'uuid';
import { TrainerEntity } from '../accounts/account.entities.ts';
import { keepersOnly, type SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { insertRows } from '../database/writeRows.ts';
import { Clock } from '../http/clock.ts';
import { Library } from '../library/library.ts';
import { SuggestionEntity } from './suggestion.entity.ts';

/** More of one trainer’s wait for nobody. */
const WAITING_MOST = 50;
/** On the page at once. */
const SHOWN_MOST = 100;

/** What trainers would change in the library, who may not: kept until somebody who may has answered, and whose it is has read that. */
@Injectable()
export class Suggestions {
  constructor(
    @InjectRepository(SuggestionEntity) private readonly suggestions: Reads<SuggestionEntity>,
    @InjectRepository(TrainerEntity) private readonly trainers: Reads<TrainerEntity>,
    private readonly library: Library,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** One’s own with their answers; for who keeps the library also all that wait. Newest first. */
  async list({ studioId, trainerId, keepsLibrary }: SignedIn): Promise<Suggestion[]> {
    const found = await this.suggestions.find({
      where: [{ studioId, trainerId }, ...(keepsLibrary ? [{ studioId, status: 'waiting' as const }] : [])],
      order: { createdAt: 'DESC' },
      take: SHOWN_MOST,
    });
    const bases = found.flatMap(({ change }) => change.movements.flatMap(({ baseRevisionId }) => baseRevisionId ?? []));
    const revisions = await this.library.revisionsOf(studioId, [...new Set(bases)]);
    const names = new Map((await this.trainers.findBy({ studioId })).map(({ id, name }) => [id, name]));
    return found.map((each) => ({
      suggestionId: each.id,
      trainerName: names.get(each.trainerId) ?? '',
      isMine: each.trainerId === trainerId,
      createdAt: each.createdAt,
      note: each.note,
      change: each.change,
      bases: revisions.filter(({ revisionId }) => each.change.movements.some((save) => save.baseRevisionId === revisionId)),
      status: each.status,
      answer: each.answer,
      answeredByName: each.answeredBy && (names.get(each.answeredBy) ?? ''),
    }));
  }

  /** Has to be one that could be saved, as things are. */
  async suggest({ studioId, trainerId }: SignedIn, { change, note }: NewSuggestion): Promise<{ suggestionId: string }> {
    await this.library.checkChange(studioId, change);
    const suggestionId = uuid();
    await this.transactions.run(async (manager) => {
      if ((await manager.countBy(SuggestionEntity, { studioId, trainerId, status: 'waiting' })) >= WAITING_MOST) {
        throw new ConflictException({ message: `${WAITING_MOST} of your suggestions wait: take one back first` });
      }
      const createdAt = this.clock.now().toISOString();
      await insertRows(manager, SuggestionEntity, [
        { id: suggestionId, studioId, trainerId, createdAt, change, note, status: 'waiting' },
      ]);
    });
    return { suggestionId };
  }

  /** What is accepted is saved in the name of whose it was. */
  async answer(actor: SignedIn, suggestionId: string, { isAccepted, answer, change }: SuggestionReply): Promise<void> {
    keepersOnly(actor, 'answers suggestions');
    const { studioId } = actor;
    const known = await this.suggestions.findOneBy({ id: suggestionId, studioId, status: 'waiting' });
    if (!known) throw new NotFoundException({ message: 'No such suggestion waits' });
    if (isAccepted && change) await this.library.saveChange({ studioId, trainerId: known.trainerId }, change);
    await this.transactions.run((manager) =>
      manager.update(
        SuggestionEntity,
        { id: suggestionId },
        {
          status: isAccepted ? 'accepted' : 'declined',
          answer: answer ?? null,
          answeredBy: actor.trainerId,
          answeredAt: this.clock.now().toISOString(),
        },
      ),
    );
  }

  /** Whose it was takes it back, or has read the answer. */
  async remove({ studioId, trainerId }: SignedIn, suggestionId: string): Promise<void> {
    const own = { id: suggestionId, studioId, trainerId };
    if (!(await this.suggestions.existsBy(own))) throw new NotFoundException({ message: 'No such suggestion of yours' });
    await this.transactions.run((manager) => manager.delete(SuggestionEntity, own));
  }
}
