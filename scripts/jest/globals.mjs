// What `@jest/globals` is for tests that run in Node as it is: what the runner has put there, with a limit on what hangs.
import { clearTimeout, setTimeout } from 'node:timers';

const { describe, expect, jest } = globalThis;

/** No test takes a third of it on a slow machine. */
const SECONDS_MOST = 90;

function within(fn) {
  return async (...args) => {
    let timer;
    const late = new Promise((_resolve, reject) => {
      timer = setTimeout(() => reject(new Error(`took longer than ${SECONDS_MOST} s`)), SECONDS_MOST * 1000);
    });
    try {
      await Promise.race([fn(...args), late]);
    } finally {
      clearTimeout(timer);
    }
  };
}

const hook = (register) => (fn) => register(() => within(fn)());
const test = (name, fn) => globalThis.test(name, () => within(fn)());
test.each =
  (...table) =>
  (name, fn) =>
    globalThis.test.each(...table)(name, (...row) => within(fn)(...row));
const [afterAll, afterEach, beforeAll, beforeEach] = [
  globalThis.afterAll,
  globalThis.afterEach,
  globalThis.beforeAll,
  globalThis.beforeEach,
].map(hook);

export { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test as it, jest, test };
