import { rateLimit } from 'express-rate-limit';

/** Wrong tries to sign in that one address has in a quarter of an hour. Right ones don't count. */
export const WRONG_TRIES = 20;

/** Slows down who guesses passwords. */
export function signInLimit() {
  return rateLimit({
    windowMs: 15 * 60_000,
    limit: WRONG_TRIES,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    message: { message: 'Too many wrong tries: wait a quarter of an hour' },
  });
}
