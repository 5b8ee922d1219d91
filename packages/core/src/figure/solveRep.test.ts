import { describe, expect, it } from '@jest/globals';
import type { FigureDocument } from '../movement/figureDocument.ts';
import { expectSound, lexicon, movements, repOf } from '../test/soundReps.ts';
import { framesOf } from './body.ts';
import { figureErrorText } from './figureError.ts';
import { freedomAt, mirrored } from './joints.ts';
import { whereIs } from './landmarks.ts';
import { measured } from './measure.ts';
import { figureSourceOf, type FigureSource } from './figureSource.ts';
import { postureAt, type Rep } from './rep.ts';
import { solveRep } from './solveRep.ts';
import { FAULT_STRENGTHS, shownFault, type FaultStrength } from './shownFault.ts';
import { AVERAGE_BUILD, type Build } from './skeleton.ts';
import { placeAt, secondsOf, timelineOf } from './timeline.ts';

describe('a fault', () => {
  const squat = movements.find(({ id }) => id === 'waxwing:goblet-squat')!;
  const knee = squat.faults.find(({ type }) => type === 'knees-in')!;
  const source = figureSourceOf(squat)!;
  const kneeAt = (rep: Rep, side: 'left' | 'right') => {
    const key = rep.keys.find(({ phase }) => phase === 'lift')!;
    return whereIs(framesOf(rep.body, rep.position, key.posture), `knee.${side}`)[1];
  };

  it('on one side leaves the other knee where it was; on the right it is the left’s mirror image', () => {
    const good = repOf(source);
    const left = repOf(source, shownFault(knee, lexicon, 'left')!);
    const right = repOf(source, shownFault(knee, lexicon, 'right')!);
    expect(kneeAt(good, 'left') - kneeAt(left, 'left')).toBeCloseTo(0.09, 3);
    expect(Math.abs(kneeAt(good, 'right') - kneeAt(left, 'right'))).toBeLessThan(0.03);
    expect(kneeAt(right, 'right')).toBeCloseTo(-kneeAt(left, 'left'), 4);
  });

  it('shows more, the stronger it is, and is over by the end of the rep', () => {
    const good = repOf(source);
    const by = (Object.keys(FAULT_STRENGTHS) as FaultStrength[]).map(
      (strength) => kneeAt(good, 'left') - kneeAt(repOf(source, shownFault(knee, lexicon, 'left', strength)!), 'left'),
    );
    expect(by[1]! - by[0]!).toBeGreaterThan(0.03);
    expect(by[2]! - by[1]!).toBeGreaterThan(0.03);
    const faulty = repOf(source, shownFault(knee, lexicon)!);
    expect(faulty.keys.at(-1)!.posture).toEqual(good.keys.at(-1)!.posture);
  });

  it('that lifts the heels leaves the balls of the feet where they stood', () => {
    const heels = movements.find(({ id }) => id === 'waxwing:bodyweight-squat')!;
    const fault = heels.faults.find(({ type }) => type === 'heels-lift')!;
    const rep = repOf(figureSourceOf(heels)!, shownFault(fault, lexicon)!);
    const low = rep.keys.find(({ phase }) => phase === 'lower')!;
    const [before, after] = [rep.keys[0]!, low].map(({ posture }) => framesOf(rep.body, rep.position, posture));
    expect(whereIs(after!, 'heel.left')[2]).toBeGreaterThan(0.03);
    const [a, b] = [whereIs(before!, 'ball.left'), whereIs(after!, 'ball.left')];
    expect(Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])).toBeLessThan(1e-3);
  });

  it('that cuts the range short stops before the good rep does', () => {
    const pushUp = movements.find(({ id }) => id === 'waxwing:knee-push-up')!;
    const rep = figureSourceOf(pushUp)!;
    const elbow = (each: Rep) => each.keys[2]!.posture[freedomAt('elbow.left.flexion')]!;
    const short = pushUp.faults.find(({ type }) => type === 'short-range')!;
    expect(elbow(repOf(rep, shownFault(short, lexicon)!))).toBeLessThan(elbow(repOf(rep)) * 0.7);
  });
});

describe('the same movement', () => {
  it('leans further with longer thighs, since the weight has to stay over the feet', () => {
    const squat = figureSourceOf(movements.find(({ id }) => id === 'waxwing:bodyweight-squat')!)!;
    const lean = (build: Build) => {
      const { body, position, keys } = repOf(squat, undefined, build);
      return measured(framesOf(body, position, keys[2]!.posture), keys[2]!.posture, 'trunk.lean');
    };
    expect(lean({ ...AVERAGE_BUILD, thighM: 0.46 })).toBeGreaterThan(lean(AVERAGE_BUILD) + 2);
  });
});

describe('what the library does not hold yet', () => {
  const pose = (figure: FigureDocument, rest: Partial<FigureSource> = {}): FigureSource => ({
    figure,
    rhythm: 'rep',
    alternates: false,
    ...rest,
  });

  it('a march goes round on one leg and then on the other, the standing foot planted', () => {
    const march = repOf(
      pose(
        {
          base: 'stand',
          balance: { by: 'ankle.dorsiflexion' },
          keys: { drive: { contacts: ['foot.left'], 'hip.right.flexion': 80, 'knee.right.flexion': 85 }, land: {} },
        },
        { rhythm: 'locomotion', alternates: true },
      ),
    );
    expectSound(march);
    const half = (march.samples.length - 1) / 2;
    expect(march.samples[half]).toEqual(march.samples[0]);
    expect(mirrored(march.samples[4]!)).toEqual(march.samples[half + 4]);
    const up = framesOf(march.body, march.position, postureAt(march, march.keys[1]!.at));
    expect(whereIs(up, 'knee.right')[2]).toBeGreaterThan(whereIs(up, 'knee.left')[2] + 0.2);
  });

  it('what goes by turns and begins on one side is shown on that side: its mirror image would begin with a jump', () => {
    const figure: FigureDocument = { base: 'split', keys: { drive: { contacts: ['foot.left'], 'hip.right.flexion': 40 } } };
    const walk = repOf(pose(figure, { rhythm: 'locomotion', alternates: true }));
    expect(walk.alternates).toBe(false);
    expect(walk.samples).toEqual(repOf(pose(figure, { rhythm: 'locomotion' })).samples);
  });

  it('a bridge lifts the hips between shoulders and feet', () => {
    const bridge = repOf(
      pose({
        base: 'hook-lying',
        keys: { turn: { contacts: ['back', 'feet'], 'hip.flexion': 2, 'knee.flexion': 92, 'lumbar.flexion': 0 } },
      }),
    );
    expectSound(bridge);
    const hipsAt = (i: number) => whereIs(framesOf(bridge.body, bridge.position, bridge.keys[i]!.posture), 'hips')[2];
    expect(hipsAt(2)).toBeGreaterThan(hipsAt(0) + 0.12);
  });

  it('a step back puts the foot down somewhere else and brings it home', () => {
    const lunge = repOf(figureSourceOf(movements.find(({ id }) => id === 'waxwing:reverse-lunge')!)!);
    const ballAt = (i: number) => whereIs(framesOf(lunge.body, lunge.position, lunge.keys[i]!.posture), 'ball.right');
    expect(ballAt(0)[0] - ballAt(2)[0]).toBeGreaterThan(0.5);
    expect(ballAt(4)).toEqual(ballAt(0));
  });

  it('a jump onto a box flies ahead, stands on it, and begins again without a way back', () => {
    const jump = repOf(
      pose({
        base: 'stand',
        things: [{ thing: 'box', heightM: 0.35 }],
        keys: {
          turn: { 'hip.flexion': 78, 'knee.flexion': 80, 'ankle.dorsiflexion': 24 },
          lift: { contacts: [], airCm: 40, forwardCm: 25, 'hip.flexion': 66, 'knee.flexion': 72 },
          finish: { contacts: ['feet on box'], forwardCm: 50, 'hip.flexion': 84, 'knee.flexion': 76, 'ankle.dorsiflexion': 24 },
        },
      }),
    );
    expectSound(jump);
    const ballAt = (i: number) => whereIs(framesOf(jump.body, jump.position, jump.keys[i]!.posture), 'ball.left');
    expect(ballAt(3)[0] - ballAt(0)[0]).toBeGreaterThan(0.15);
    expect(ballAt(4)[0] - ballAt(0)[0]).toBeGreaterThan(0.4);
    expect(ballAt(4)[2] - ballAt(0)[2]).toBeCloseTo(0.35, 2);
    expect(ballAt(5)).toEqual(ballAt(0));
    expect(jump.things.map(({ at }) => at[0] > 0.3)).toEqual([true]);

    const line = timelineOf(jump, undefined);
    const landed = jump.keys[4]!.at;
    const places = Array.from({ length: 200 }, (_, i) => placeAt(line, (i / 200) * secondsOf(line)));
    expect(places.filter((place) => place > landed && place < 1)).toEqual([]);
    expect(places).toContain(landed);
  });

  it('every base pose can be taken', () => {
    for (const base of lexicon.basePoses.values()) expectSound(repOf(pose({ base: base.id, keys: {} }, { rhythm: 'hold' })));
    expect(lexicon.basePoses.size).toBeGreaterThanOrEqual(25);
  });

  it.each([
    [{ base: 'nowhere', keys: {} }, 'no base pose nowhere'],
    [{ base: 'stand', keys: { turn: { 'knee.flexing': 90 } } }, 'at turn: no joint knee.flexing'],
    [{ base: 'stand', contacts: ['ears'], keys: {} }, 'at set-up: no contact “ears”'],
    [{ base: 'stand', keys: { hold: {} } }, 'at hold: a rep has no phase hold'],
    [{ base: 'stand', keys: { turn: { 'knee.flexion': 170 } } }, 'at turn: knee.left.flexion 170° is outside -2° to 158°'],
    [{ base: 'stand', contacts: ['feet', 'hands on bar'], keys: {} }, /^at set-up: .+ can’t be reached, \d+\.\d cm off$/],
  ] as [FigureDocument, string | RegExp][])('says what is wrong: %#', (figure, message) => {
    const answer = solveRep(pose(figure), lexicon, AVERAGE_BUILD);
    expect(answer.ok).toBe(false);
    if (answer.ok) return;
    if (typeof message === 'string') expect(figureErrorText(answer.error)).toBe(message);
    else expect(figureErrorText(answer.error)).toMatch(message);
  });
});
