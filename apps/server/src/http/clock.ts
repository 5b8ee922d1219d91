import { Injectable } from '@nestjs/common';

/** Where the server gets its time and ids, so that tests and the demo can say when they are. */
@Injectable()
export class Clock {
  now(): Date {
    return new Date();
  }

  /** The latest date that it is anywhere: a day that somebody writes down is not refused for being east of the server. */
  latestDay(): string {
    return new Date(this.now().getTime() + 14 * 3_600_000).toISOString().slice(0, 10);
  }
}
