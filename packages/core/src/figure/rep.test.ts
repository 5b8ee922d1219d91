import { beforeAll, describe, expect, it } from '@jest/globals';
import { lexiconOf } from '../movement/library.ts';
import type { FigureDocument } from '../movement/figureDocument.ts';
import type { MovementFault } from '../movement/movementDocument.ts';
import type { StanceTag } from '../movement/vocabulary.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { baseOfSupport, centreOfMass, marginInside } from './balance.ts';
import { framesOf } from './body.ts';
import { HIGH, LOW, freedomAt, mirrored } from './joints.ts';
import { whereIs } from './landmarks.ts';
import { azimuthOf, faultArrow, markOf } from './marks.ts';
import { measured } from './measure.ts';
import { figureErrorText } from './figureError.ts';
import { figureSourceOf, type FigureSource } from './phasePlan.ts';
import { mirroredRep, postureAt, solveRep, solveStills, type Rep } from './rep.ts';
import { FAULT_STRENGTHS, shownFault, type FaultStrength, type ShownFault } from './shownFault.ts';
import { AVERAGE_BUILD, type Build } from './skeleton.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);
const withFigure = movements.filter(({ figure }) => figure);

function repOf(source: FigureSource, fault?: ShownFault, build: Build = AVERAGE_BUILD): Rep {
  const answer = solveRep(source, lexicon, build, fault);
  if (!answer.ok) throw new Error(figureErrorText(answer.error));
  return answer.rep;
}

/** Good reps by movement: each is looked at by several tests and solved once. */
const solvedReps = new Map<string, Rep>();
function goodRepOf(document: (typeof withFigure)[number]): Rep {
  const rep = solvedReps.get(document.id) ?? repOf(figureSourceOf(document)!);
  solvedReps.set(document.id, rep);
  return rep;
}

interface Worst {
  /** What is pinned, off its place; what touches the floor, off the floor. */
  contactMm: number;
  underFloorMm: number;
  beyondLimitDeg: number;
}

const LOWEST = ['heel', 'ball', 'toe', 'kneecap', 'knuckles']
  .flatMap((name) => [`${name}.left`, `${name}.right`])
  .concat('seat', 'nose');

function worstOf(rep: Rep): Worst {
  const worst: Worst = { contactMm: 0, underFloorMm: 0, beyondLimitDeg: 0 };
  for (const [i, posture] of rep.samples.entries()) {
    const frames = framesOf(rep.body, rep.position, posture);
    for (const { landmark, at } of rep.pinsAt[i]!) {
      const here = whereIs(frames, landmark);
      worst.contactMm = Math.max(worst.contactMm, 1000 * Math.hypot(here[0] - at[0], here[1] - at[1], here[2] - at[2]));
    }
    for (const { on, touching } of rep.contactsAt[i]!) {
      if (on !== 'floor') continue;
      for (const landmark of touching) worst.contactMm = Math.max(worst.contactMm, 1000 * Math.abs(whereIs(frames, landmark)[2]));
    }
    for (const landmark of LOWEST) worst.underFloorMm = Math.max(worst.underFloorMm, -1000 * whereIs(frames, landmark)[2]);
    for (const [at, value] of posture.entries()) {
      worst.beyondLimitDeg = Math.max(worst.beyondLimitDeg, LOW[at]! - value, value - HIGH[at]!);
    }
  }
  return worst;
}

/** Contacts stay where they are, joints within their limits, nothing goes through the floor. */
function expectSound(rep: Rep): void {
  const { contactMm, underFloorMm, beyondLimitDeg } = worstOf(rep);
  expect(contactMm).toBeLessThan(1);
  expect(underFloorMm).toBeLessThan(1);
  expect(beyondLimitDeg).toBeLessThan(1e-6);
}

function expectBalanced(rep: Rep): void {
  const margins = rep.samples.map((posture, i) => {
    const frames = framesOf(rep.body, rep.position, posture);
    const [x, y] = centreOfMass(frames, rep.held);
    return marginInside(baseOfSupport(frames, rep.contactsAt[i]!), [x, y]);
  });
  // One-sided rules are met to a millimetre.
  expect(Math.min(...margins)).toBeGreaterThan(-1e-3);
}

function isDefault({ point, position }: StanceTag): boolean {
  return lexicon.stances.get(point)?.default === position;
}

describe.each(withFigure.map((document) => [document.id, document] as const))('%s', (_id, document) => {
  const source = figureSourceOf(document)!;
  let good: Rep;
  beforeAll(() => {
    good = goodRepOf(document);
  });

  it('holds its contacts through the rep, within a millimetre', () => {
    expectSound(good);
    if (good.isBalanced) expectBalanced(good);
  });

  it('begins where it ends, and goes there without a jump', () => {
    const gap = Math.max(...good.samples.at(-1)!.map((value, at) => Math.abs(value - good.samples[0]![at]!)));
    expect(gap).toBeLessThan(1e-4);
    // A metre counts as 130 degrees. A push off one foot on to the other goes far between two of 24 samples; a limb that flips goes further.
    const jumps = good.samples
      .slice(1)
      .map((posture, i) => Math.max(...posture.map((value, at) => Math.abs(value - good.samples[i]![at]!) * (at < 3 ? 130 : 1))));
    expect(Math.max(...jumps)).toBeLessThan(80);
  });

  it('meets its own checkpoints', () => {
    const missed = document.checkpoints.flatMap((check) => {
      // A position that isn't the default is another figure's.
      if (check.angle === undefined || (check.stance && !isDefault(check.stance))) return [];
      const { posture } = good.keys.find(({ phase }) => phase === check.phase)!;
      const deg = measured(framesOf(good.body, good.position, posture), posture, check.angle);
      return deg < check.fromDeg! || deg > check.toDeg! ? [`${check.id}: ${Math.round(deg)}°`] : [];
    });
    expect(missed).toEqual([]);
  });

  it('stands in the lines and over the points that its checkpoints draw', () => {
    const off = document.checkpoints.flatMap((check) => {
      const { posture } = good.keys.find(({ phase }) => phase === check.phase)!;
      const mark = check.line || check.plumb ? markOf(check, good, posture, azimuthOf(check.view)) : null;
      return mark && mark.kind !== 'angle' && mark.offCm > 6 ? [`${check.id}: ${mark.offCm.toFixed(1)} cm`] : [];
    });
    expect(off).toEqual([]);
  });

  it('is the same in the mirror', () => {
    const mirror = mirroredRep(good);
    expectSound(mirror);
    expect(mirror.side).toBe('right');
    // Adding nothing makes minus nought nought.
    const plain = (samples: Rep['samples']) => samples.map((posture) => posture.map((value) => value + 0));
    expect(plain(mirroredRep(mirror).samples)).toEqual(plain(good.samples));
  });

  it.each(document.faults.map((fault) => [fault.id, fault] as const))('shows %s, and keeps its contacts', (_fault, fault) => {
    const faulty = repOf(source, shownFault(fault, lexicon)!);
    expectSound(faulty);
    if (faulty.isBalanced) expectBalanced(faulty);
    expect(shows(good, faulty, fault)).toBe(true);
  });
});

/** Whether the fault can be told from the good pose, from a view that it is said to show from. */
function shows(good: Rep, faulty: Rep, fault: MovementFault): boolean {
  // A held breath reddens the face, a rushed rep is over sooner; the landmark moves little.
  if (faulty.isFlushed || faulty.hurry) return true;
  const at = (rep: Rep) => rep.keys.find(({ phase }) => phase === fault.phase)!.posture;
  const { mark } = shownFault(fault, lexicon)!.change;
  return fault.views.some((view) =>
    faultArrow({ rep: good, posture: at(good) }, { rep: faulty, posture: at(faulty) }, mark!, azimuthOf(view)),
  );
}

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
  it.each([
    ['long thighs', { ...AVERAGE_BUILD, thighM: 0.45 }],
    ['small', { sex: 'female', heightM: 1.5, massKg: 48 }],
    ['tall', { sex: 'male', heightM: 1.98, massKg: 105 }],
  ] as const)('fits another build: %s', (_name, build) => {
    for (const document of withFigure) expectSound(repOf(figureSourceOf(document)!, undefined, build));
  });

  it('leans further with longer thighs, since the weight has to stay over the feet', () => {
    const squat = figureSourceOf(movements.find(({ id }) => id === 'waxwing:bodyweight-squat')!)!;
    const lean = (build: Build) => {
      const { body, position, keys } = repOf(squat, undefined, build);
      return measured(framesOf(body, position, keys[2]!.posture), keys[2]!.posture, 'trunk.lean');
    };
    expect(lean({ ...AVERAGE_BUILD, thighM: 0.46 })).toBeGreaterThan(lean(AVERAGE_BUILD) + 2);
  });

  it('stands still in the same moments that it moves through', () => {
    for (const document of withFigure) {
      const source = figureSourceOf(document)!;
      const stills = solveStills(source, lexicon, AVERAGE_BUILD);
      expect(stills.ok && stills.rep.keys.map(({ posture }) => posture)).toEqual(
        goodRepOf(document).keys.map(({ posture }) => posture),
      );
    }
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
