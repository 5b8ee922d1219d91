import { Injectable } from '@nestjs/common';

/** Where the server gets its time and ids, so that tests and the demo can say when they are. */
@Injectable()
export class Clock {
  now(): Date {
    return new Date();
  }
}
