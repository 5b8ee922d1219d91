import { Global, Module } from '@nestjs/common';
import { Transactions } from '../database/transactions.ts';
import { Clock } from './clock.ts';
import { HealthController } from './health.controller.ts';

/** What every part of the server may ask for. */
@Global()
@Module({ controllers: [HealthController], providers: [Clock, Transactions], exports: [Clock, Transactions] })
export class SharedModule {}
