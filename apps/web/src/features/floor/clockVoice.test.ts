import { describe, expect, test } from '@jest/globals';
import { clockScore, indexBrief } from '@waxwing/core/session';
import { briefOfPlan } from '../../../../../packages/core/src/test/briefOfPlan.ts';
import { blockOf, itemOf, planOf } from '../../../../../packages/core/src/test/plans.ts';
import { callsOf, ClockVoice } from './clockVoice.ts';

const NINE = Date.UTC(2026, 2, 2, 9, 0, 0);
const FORMAT = { kind: 'intervals', workSeconds: 30, restSeconds: 15, rounds: 1, order: 'by-round' } as const;
const WANTED = { halfWay: true, next: true };

function made(slugs: readonly string[], spread = false) {
  const plan = planOf(
    [
      blockOf(
        FORMAT,
        slugs.map((slug) => itemOf(slug)),
        { spread },
      ),
    ],
    spread ? 2 : 1,
  );
  const index = indexBrief(briefOfPlan(plan));
  return { index, score: clockScore(index, plan.blocks[0]!.blockId)! };
}

describe('what a voice says', () => {
  test('work by its name, the rest with what comes, half-way or the other side, the end', () => {
    const { index, score } = made(['goblet-squat', 'side-plank']);
    const calls = callsOf(index, score, WANTED).filter(({ atSeconds }) => atSeconds >= 0);
    expect(calls).toEqual([
      { atSeconds: 0, text: 'Work. Goblet squat.' },
      { atSeconds: 15, text: 'Half-way.' },
      { atSeconds: 30, text: 'Rest. Next, side plank.' },
      { atSeconds: 45, text: 'Work. Side plank.' },
      { atSeconds: 60, text: 'Change sides.' },
      { atSeconds: 75, text: 'That was it.' },
    ]);
    const bare = callsOf(index, score, { halfWay: false, next: false }).map(({ text }) => text);
    expect(bare).not.toContain('Half-way.');
    expect(bare).toContain('Rest.');
    expect(bare).toContain('Change sides.');
  });

  test('at different stations nobody is told somebody else’s movement', () => {
    const { index, score } = made(['goblet-squat', 'full-push-up'], true);
    const texts = callsOf(index, score, WANTED)
      .filter(({ atSeconds }) => atSeconds >= 0)
      .map(({ text }) => text);
    expect(texts).toEqual(['Work.', 'Half-way.', 'Rest. Next station.', 'Work.', 'Half-way.', 'That was it.']);
  });
});

describe('what a voice says within a set', () => {
  const script = {
    kind: 'script',
    stretches: [
      { kind: 'slow', amount: 4 },
      { kind: 'hold', amount: 10 },
    ],
  } as const;
  const said = (items: Parameters<typeof blockOf>[1]) => {
    const plan = planOf([blockOf({ kind: 'sets' }, items)], 2);
    const index = indexBrief(briefOfPlan(plan));
    const score = clockScore(index, plan.blocks[0]!.blockId)!;
    return callsOf(index, score, WANTED).flatMap(({ atSeconds, text }) => (atSeconds >= 0 ? [text] : []));
  };

  test('how it begins, and each part as it comes', () => {
    const way = { ...script, stretches: [...script.stretches] };
    expect(said([itemOf('goblet-squat', { sets: 1, way })])).toEqual([
      'Work. Goblet squat. 4 slow.',
      '10 s held.',
      'That was it.',
    ]);
    const easier = { kind: 'then-easier', movementId: 'waxwing:knee-push-up', amount: 5 } as const;
    expect(said([itemOf('full-push-up', { sets: 1, way: easier })])[1]).toBe('Knee push-up, 5.');
    expect(said([itemOf('side-lying-leg-raise', { sets: 1, way })]).slice(1, 4)).toEqual([
      '10 s held.',
      'Change sides: 4 slow.',
      '10 s held.',
    ]);
  });
});

describe('when it is said', () => {
  const { index, score } = made(['goblet-squat']);
  const calls = callsOf(index, score, WANTED);
  const clock = (seconds: number, isRunning = true) => ({
    blockId: score.blockId,
    at: new Date(NINE).toISOString(),
    seconds,
    isRunning,
    holdSeconds: 0,
    shows: false,
  });
  const listener = () => {
    const said: string[] = [];
    return { said, voice: new ClockVoice((text) => said.push(text)) };
  };
  const after = (seconds: number) => new Date(NINE + seconds * 1000);

  test('each once, as its instant passes, however often it is looked', () => {
    const { said, voice } = listener();
    for (let at = 0; at <= 60; at += 0.2) voice.look(calls, clock(-10), after(at));
    expect(said).toEqual(['Work. Goblet squat.', 'Half-way.', 'That was it.']);
  });

  test('nothing of what passed while the page slept, or while it stood', () => {
    const { said, voice } = listener();
    voice.look(calls, clock(-10), after(5));
    voice.look(calls, clock(-10), after(33));
    voice.look(calls, clock(15, false), after(40));
    expect(said).toEqual([]);
  });

  test('moved to the beginning of a stretch, that is said', () => {
    const { said, voice } = listener();
    voice.look(calls, clock(0), after(0.1));
    expect(said).toEqual(['Work. Goblet squat.']);
  });
});
