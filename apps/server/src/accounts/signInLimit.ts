import { rateLimit } from 'express-rate-limit';

const QUARTER_MS = 15 * 60_000;

/** Wrong tries that one address has in a quarter of an hour: enough for a room of people behind one router. */
export const WRONG_TRIES_OF_ADDRESS = 100;
/** For one name from one address. */
export const WRONG_TRIES_OF_NAME = 10;
/** For one name from wherever: who tries from many addresses is slowed down too. */
export const WRONG_TRIES_OF_NAME_ANYWHERE = 50;
export const TRIES_FOR_MS = QUARTER_MS;
export const TOO_MANY_TRIES = 'Too many wrong tries: wait a quarter of an hour';

/** Slows down who guesses passwords, before a byte of what they send is read. */
export function signInLimit() {
  return rateLimit({
    windowMs: QUARTER_MS,
    limit: WRONG_TRIES_OF_ADDRESS,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    // Who claims an address without a named proxy is not believed; that is no mistake in the settings.
    validate: { xForwardedForHeader: false },
    message: { message: TOO_MANY_TRIES },
  });
}
