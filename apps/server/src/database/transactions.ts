import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';

/**
 * Writes one after the other. The driver has one connection, so two transactions begun by two requests would nest into each
 * other; everything that writes goes through here.
 */
@Injectable()
export class Transactions {
  private last: Promise<unknown> = Promise.resolve();

  constructor(private readonly dataSource: DataSource) {}

  run<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const next = this.last.then(() => this.dataSource.transaction(work));
    this.last = next.catch(() => undefined);
    return next;
  }

  /** What can't be done within a transaction, such as making the file anew: alone, in its turn. */
  alone<T>(work: (dataSource: DataSource) => Promise<T>): Promise<T> {
    const next = this.last.then(() => work(this.dataSource));
    this.last = next.catch(() => undefined);
    return next;
  }
}
