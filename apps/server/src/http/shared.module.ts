import { Global, Module, type DynamicModule } from '@nestjs/common';
import { Clock } from './clock.ts';
import { EventStreams } from './eventStreams.ts';
import { Habits } from './habits.ts';
import { AnswerCounts } from './requestLog.ts';

/** What every part of the server may ask for. */
@Global()
@Module({ providers: [Clock, AnswerCounts, EventStreams], exports: [Clock, AnswerCounts, EventStreams] })
export class SharedModule {
  static with(habits: Habits): DynamicModule {
    return { module: SharedModule, providers: [{ provide: Habits, useValue: habits }], exports: [Habits] };
  }
}
