import { describe, expect, jest, test } from '@jest/globals';
import { KeptAnswers, PATIENCE_WITH_KEPT_MS } from './keptAnswers.ts';

class Away extends Error {}
class Gone extends Error {}

function kept(before: Record<string, unknown> = {}) {
  const all = new Map(Object.entries(before).map(([path, answer]) => [path, { path, answer, at: '2026-03-01T09:00:00.000Z' }]));
  const store = {
    keepAnswer: (path: string, answer: unknown, at: Date) => {
      all.set(path, { path, answer, at: at.toISOString() });
      return Promise.resolve();
    },
    keptAnswer: (path: string) => Promise.resolve(all.get(path)),
    dropAnswer: (path: string) => {
      all.delete(path);
      return Promise.resolve();
    },
  };
  const answers = new KeptAnswers(
    (error) => error instanceof Away,
    (error) => error instanceof Gone,
    () => new Date('2026-03-02T09:00:00.000Z'),
  );
  answers.use(Promise.resolve(store));
  return { answers, all };
}
const away = () => Promise.reject(new Away());

describe('what the server said last', () => {
  test('is given when it can’t be reached, and called old until it answers', async () => {
    const { answers } = kept();
    expect(await answers.get('clients', () => Promise.resolve(['Ilse']))).toEqual(['Ilse']);
    expect(answers.since()).toBeNull();
    expect(await answers.get('clients', away)).toEqual(['Ilse']);
    expect(answers.since()).toBe('2026-03-02T09:00:00.000Z');
    const told = jest.fn();
    answers.subscribe(told);
    await answers.get('places', () => Promise.resolve([]));
    expect(answers.since()).toBeNull();
    expect(told).toHaveBeenCalledTimes(1);
  });

  test('of several the oldest counts', async () => {
    const { answers } = kept({ clients: ['Ilse'] });
    await answers.get('places', () => Promise.resolve(['Loft']));
    await answers.get('places', away);
    await answers.get('clients', away);
    expect(answers.since()).toBe('2026-03-01T09:00:00.000Z');
  });

  test('is waited for less long when there is something to show', async () => {
    const { answers } = kept({ clients: ['Ilse'] });
    const ask = jest.fn((patience?: number) => Promise.resolve(patience ?? 'as long as it takes'));
    expect(await answers.get('clients', ask)).toBe(PATIENCE_WITH_KEPT_MS);
    expect(await answers.get('places', ask)).toBe('as long as it takes');
  });

  test('isn’t given for what the server refuses, and goes with what isn’t there any more', async () => {
    const { answers, all } = kept({ 'clients/a': { name: 'Ilse' }, 'clients/b': { name: 'Jonah' } });
    await expect(answers.get('clients/a', () => Promise.reject(new Error('refused')))).rejects.toThrow('refused');
    expect(all.has('clients/a')).toBe(true);
    await expect(answers.get('clients/b', () => Promise.reject(new Gone()))).rejects.toThrow(Gone);
    expect(all.has('clients/b')).toBe(false);
    await expect(answers.get('clients/c', away)).rejects.toThrow(Away);
  });

  test.each(['clients/forgotten', 'clients/a/export', 'clients/a/pictures/b', 'sessions/a/events', 'library', 'devices'])(
    '%s isn’t kept',
    async (path) => {
      const { answers, all } = kept();
      await answers.get(path, () => Promise.resolve('x'));
      expect(all.size).toBe(0);
    },
  );

  test('is nobody’s while nobody is signed in, and a store that won’t open stops nothing', async () => {
    const { answers } = kept({ clients: ['Ilse'] });
    answers.use(null);
    await expect(answers.get('clients', away)).rejects.toThrow(Away);
    answers.use(Promise.reject(new Error('private window')));
    expect(await answers.get('clients', () => Promise.resolve(['Wren']))).toEqual(['Wren']);
  });
});
