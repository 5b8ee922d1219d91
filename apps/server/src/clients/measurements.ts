import { BadRequestException, ConflictException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MEASURES } from '@waxwing/core/client';
import type { Measurement } from '@waxwing/core/api';
import type { NewMeasurement } from '@waxwing/core/shapes';
import type { SignedIn } from '../accounts/actor.ts';
import type { Reads } from '../database/reads.ts';
import { Transactions } from '../database/transactions.ts';
import { Clock } from '../http/clock.ts';
import { ClientMeasurementEntity } from './client.entities.ts';
import { Clients } from './clients.ts';

function answerOf({ id, measureId, side, value, localDate, note }: ClientMeasurementEntity): Measurement {
  return { measurementId: id, measureId, value, localDate, ...(side && { side }), ...(note && { note }) };
}

/** Tests that were run and body measures that are followed. */
@Injectable()
export class Measurements {
  constructor(
    @InjectRepository(ClientMeasurementEntity) private readonly measurements: Reads<ClientMeasurementEntity>,
    private readonly clients: Clients,
    private readonly transactions: Transactions,
    private readonly clock: Clock,
  ) {}

  /** Oldest first. */
  async of(actor: SignedIn, clientId: string): Promise<Measurement[]> {
    await this.clients.mine(actor, [clientId]);
    const found = await this.measurements.find({ where: { clientId }, order: { localDate: 'ASC', createdAt: 'ASC' } });
    return found.map(answerOf);
  }

  async add(actor: SignedIn, clientId: string, form: NewMeasurement): Promise<Measurement> {
    await this.clients.mine(actor, [clientId]);
    const measure = MEASURES.find(({ id }) => id === form.measureId)!;
    const problems = [
      ...(form.value < measure.low || form.value > measure.high
        ? [{ path: 'value', message: `${measure.name} goes from ${measure.low} to ${measure.high} ${measure.unit}` }]
        : []),
      ...(measure.oneSided && !form.side ? [{ path: 'side', message: 'say which side' }] : []),
      ...(!measure.oneSided && form.side ? [{ path: 'side', message: 'has no side' }] : []),
      ...(form.localDate > this.clock.latestDay() ? [{ path: 'localDate', message: 'is in the future' }] : []),
    ];
    if (problems.length > 0) throw new BadRequestException({ message: 'Some fields are not right', problems });
    const { measurementId, ...rest } = form;
    const known = await this.measurements.findOneBy({ id: measurementId });
    if (known && known.clientId !== clientId) throw new ConflictException({ message: 'That id is taken' });
    if (known) return answerOf(known);
    const row = {
      id: measurementId,
      studioId: actor.studioId,
      clientId,
      side: null,
      note: null,
      ...rest,
      createdAt: this.clock.now().toISOString(),
    };
    await this.transactions.run((manager) => manager.insert(ClientMeasurementEntity, row));
    return answerOf(row);
  }

  async remove(actor: SignedIn, clientId: string, measurementId: string): Promise<void> {
    await this.clients.mine(actor, [clientId]);
    await this.transactions.run((manager) => manager.delete(ClientMeasurementEntity, { id: measurementId, clientId }));
  }
}
