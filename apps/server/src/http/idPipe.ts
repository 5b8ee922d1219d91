import { Injectable, NotFoundException, ParseUUIDPipe } from '@nestjs/common';

/** An id in an address. What is none is nobody's: a 404, as for an id that doesn't exist. */
@Injectable()
export class IdPipe extends ParseUUIDPipe {
  constructor() {
    super({ exceptionFactory: () => new NotFoundException({ message: 'There is nothing at this address' }) });
  }
}
