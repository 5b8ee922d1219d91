import { describe, expect, it } from '@jest/globals';
import type { FigureDocument } from '../movement/figureDocument.ts';
import { lexiconOf } from '../movement/library.ts';
import { HELD_THINGS } from '../movement/terms.ts';
import { starterLibrary } from '../test/starterLibrary.ts';
import { describePose } from './describe.ts';
import { AZIMUTHS, draw, frameOf, pathOf, type Drawing } from './drawing.ts';
import { figureErrorText } from './figureError.ts';
import { azimuthOf, faultArrow, markOf, type Mark } from './marks.ts';
import { figureSourceOf } from './figureSource.ts';
import { mirroredRep, postureAt, type Rep } from './rep.ts';
import { solveRep } from './solveRep.ts';
import { shownFault } from './shownFault.ts';
import { AVERAGE_BUILD } from './skeleton.ts';
import { phaseAt, placeAt, secondsAt, secondsOf, timelineOf } from './timeline.ts';

const { movements, vocabulary } = starterLibrary();
const lexicon = lexiconOf(vocabulary);

function movement(id: string) {
  return movements.find((each) => each.id === `waxwing:${id}`)!;
}

function repOf(id: string, faultType?: string): Rep {
  const document = movement(id);
  const fault = document.faults.find(({ type }) => type === faultType);
  const shown = fault && shownFault(fault, lexicon)!;
  const answer = solveRep(figureSourceOf(document)!, lexicon, AVERAGE_BUILD, shown);
  if (!answer.ok) throw new Error(answer.error.kind);
  return answer.rep;
}

const squat = repOf('goblet-squat');
const atTurn = squat.keys[2]!;

function middleX(drawing: Drawing, of: string): number {
  const xs = drawing.find((shape) => shape.of === of)!.outline.filter((_, i) => i % 2 === 0);
  return (Math.min(...xs) + Math.max(...xs)) / 2;
}

function pairsOf(outline: readonly number[]): [number, number][] {
  return outline.flatMap((x, i) => (i % 2 === 0 ? [[x, outline[i + 1]!]] : []));
}

describe('a drawing', () => {
  it('is made of closed shapes, skin and clothes and what is held apart, from every side', () => {
    for (let azimuth = -180; azimuth < 180; azimuth += 15) {
      const shapes = draw(squat, atTurn.posture, azimuth);
      const toneOf = new Map(shapes.map(({ of, tone }) => [of, tone]));
      expect(new Set(['nose', 'chest', 'kettlebell'].map((of) => toneOf.get(of))).size).toBe(3);
      for (const { outline } of shapes) {
        expect(outline.length).toBeGreaterThan(6);
        expect(outline.every(Number.isFinite)).toBe(true);
      }
    }
  });

  it('faces right from the right, left from the left, and shows its left on the right from the front', () => {
    const nose = (azimuth: number) =>
      middleX(draw(squat, atTurn.posture, azimuth), 'nose') - middleX(draw(squat, atTurn.posture, azimuth), 'hips');
    expect(nose(AZIMUTHS.right)).toBeGreaterThan(0.1);
    expect(nose(AZIMUTHS.left)).toBeLessThan(-0.1);
    expect(middleX(draw(squat, atTurn.posture, AZIMUTHS.front), 'thigh.left')).toBeGreaterThan(0);
    expect(middleX(draw(squat, atTurn.posture, AZIMUTHS.rear), 'thigh.left')).toBeLessThan(0);
  });

  it('puts what is nearer over what is further: the bell over the chest from the front, under it from behind', () => {
    const order = (azimuth: number) => draw(squat, atTurn.posture, azimuth).map(({ of }) => of);
    expect(order(AZIMUTHS.front).lastIndexOf('kettlebell')).toBeGreaterThan(order(AZIMUTHS.front).indexOf('chest'));
    expect(order(AZIMUTHS.rear).lastIndexOf('kettlebell')).toBeLessThan(order(AZIMUTHS.rear).indexOf('chest'));
    expect(order(AZIMUTHS.right).indexOf('thigh.right')).toBeGreaterThan(order(AZIMUTHS.right).indexOf('thigh.left'));
  });

  it('tells the near side from the far one, and neither from the front', () => {
    const depth = (azimuth: number) => draw(squat, atTurn.posture, azimuth).find(({ of }) => of === 'thigh.right')!.depth;
    expect([depth(AZIMUTHS.right), depth(AZIMUTHS.left), depth(AZIMUTHS.front)]).toEqual(['near', 'far', 'middle']);
  });

  it('stands on the floor and keeps within its frame', () => {
    const frame = frameOf(squat, AZIMUTHS.right);
    const points = squat.keys.flatMap(({ posture }) =>
      draw(squat, posture, AZIMUTHS.right).flatMap(({ outline }) => pairsOf(outline)),
    );
    expect(Math.min(...points.map(([, y]) => y))).toBeGreaterThan(-0.02);
    for (const [x, y] of points) {
      expect(x >= frame.left && x <= frame.right && y >= frame.bottom && y <= frame.top).toBe(true);
    }
    expect(frame.top).toBeGreaterThan(AVERAGE_BUILD.heightM * 0.95);
  });

  it('is written as closed path data in tenths of a millimetre with y down', () => {
    expect(pathOf([0.01, 0, 0.5, 0.001, 0.5, 1.25])).toBe('M100 0L5000 -10L5000 -12500Z');
  });

  it('shows a wall behind and looks through one in front', () => {
    const hinge = repOf('wall-tap-hinge');
    const has = (azimuth: number) => draw(hinge, hinge.keys[2]!.posture, azimuth).some(({ of }) => of === 'wall');
    expect([has(AZIMUTHS.front), has(AZIMUTHS.right), has(AZIMUTHS.rear)]).toEqual([true, true, false]);
  });
});

describe('what is held and touched', () => {
  const drawn = (figure: FigureDocument) => {
    const answer = solveRep({ figure, rhythm: 'hold', alternates: false }, lexicon, AVERAGE_BUILD);
    if (!answer.ok) throw new Error(figureErrorText(answer.error));
    return draw(answer.rep, answer.rep.keys[0]!.posture, AZIMUTHS.right);
  };
  const bare = new Set(drawn({ base: 'stand', keys: {} }).map(({ of }) => of));
  const more = (figure: FigureDocument) => drawn(figure).filter(({ of }) => !bare.has(of));

  it.each(HELD_THINGS.map((thing) => [thing]))('%s is drawn where the hands are', (thing) => {
    const pieces = more({ base: 'stand', hands: 'chest', hold: { thing, kg: 8 }, keys: {} });
    expect(pieces.length).toBeGreaterThan(0);
    const ys = pieces.flatMap(({ outline }) => pairsOf(outline).map(([, y]) => y));
    expect(ys.every(Number.isFinite)).toBe(true);
    expect(Math.min(...ys)).toBeGreaterThan(0.5);
  });

  it.each([
    ['wall', 'hand.left on wall'],
    ['box', 'foot.left on box'],
    ['bench', 'hand.left on bench'],
    ['chair', 'foot.left on chair'],
    ['step', 'foot.left on step'],
    ['dome', 'foot.left on dome'],
    ['cushion', 'foot.left on cushion'],
    ['slider', 'foot.left on slider'],
    ['rail', 'grip.left on rail'],
    ['strap', 'grip.left on strap'],
  ])('a %s stands under, or over, what touches it', (thing, contact) => {
    const figure: FigureDocument = {
      base: 'stand',
      contacts: ['foot.right', contact],
      keys: {
        'set-up': {
          'shoulder.left.plane': 80,
          'shoulder.left.elevation': 70,
          'hip.left.flexion': contact.startsWith('foot') ? 60 : 0,
          'knee.left.flexion': contact.startsWith('foot') ? 60 : 0,
          'hip.right.flexion': thing === 'bench' ? 60 : 0,
        },
      },
    };
    const pieces = more(figure).filter(({ of }) => of === thing);
    expect(pieces.length).toBeGreaterThan(0);
    expect(pieces.every(({ outline }) => outline.every(Number.isFinite))).toBe(true);
    // Nothing stands in the floor.
    expect(Math.min(...pieces.flatMap(({ outline }) => pairsOf(outline).map(([, y]) => y)))).toBeGreaterThan(-0.03);
  });

  it.each([
    ['each hand', ['feet', 'grips on strap'], { 'shoulder.plane': 80, 'shoulder.elevation': 70 }, 2],
    ['a foot once', ['foot.right', 'toes.left on strap'], { 'hip.left.flexion': 60, 'knee.left.flexion': 60 }, 1],
  ])('a strap goes to %s', (_what, contacts, setUp, straps) => {
    expect(more({ base: 'stand', contacts, keys: { 'set-up': setUp } }).filter(({ of }) => of === 'strap')).toHaveLength(straps);
  });
});

describe('marks', () => {
  it('a checkpoint’s angle is drawn at its joint with the degrees that the pose has', () => {
    const depth = movement('goblet-squat').checkpoints.find(({ id }) => id === 'depth')!;
    const mark = markOf(depth, squat, atTurn.posture, AZIMUTHS.right)!;
    if (mark.kind !== 'angle') throw new Error(mark.kind);
    expect(mark.deg).toBeGreaterThan(depth.fromDeg!);
    expect(mark.deg).toBeLessThan(depth.toDeg!);
    // Hip behind the knee, ankle under it.
    const [hip, knee, ankle] = mark.points;
    expect(hip![0]).toBeLessThan(knee![0]);
    expect(ankle![1]).toBeLessThan(knee![1]);
  });

  it('a line says how far what should stand in it is off, and a plumb line too', () => {
    const check = { id: 'x', look: 'in line', phase: 'hold', view: 'side' } as const;
    const plank = repOf('forearm-plank');
    const sagging = repOf('forearm-plank', 'low-back-sags');
    const off = (rep: Rep) => {
      const mark = markOf({ ...check, line: ['ankle', 'hips', 'ear'] }, rep, rep.keys[2]!.posture, AZIMUTHS.right)!;
      return mark.kind === 'line' ? mark.offCm : Number.NaN;
    };
    expect(off(plank)).toBeLessThan(5);
    expect(off(sagging)).toBeGreaterThan(off(plank) + 4);
    const plumb = markOf({ ...check, plumb: ['elbow', 'shoulder'] }, plank, plank.keys[2]!.posture, AZIMUTHS.right)!;
    expect(plumb.kind === 'plumb' && plumb.offCm).toBeLessThan(5);
    expect(markOf(check, plank, plank.keys[2]!.posture, AZIMUTHS.right)).toBeNull();
  });

  it('the working side is marked, on whichever side it is', () => {
    const lunge = repOf('split-squat');
    const check = movement('split-squat').checkpoints.find(({ id }) => id === 'front-angle')!;
    const markAt = (rep: Rep, azimuth: number) =>
      markOf(check, rep, rep.keys[2]!.posture, azimuth) as Extract<Mark, { kind: 'angle' }>;
    const [left, right] = [markAt(lunge, AZIMUTHS.left), markAt(mirroredRep(lunge), AZIMUTHS.right)];
    expect(right.deg).toBeCloseTo(left.deg, 6);
    // The front knee, at the height of the hip and in front of it, whichever it is.
    expect(left.points[1]![0]).toBeLessThan(left.points[0]![0] - 0.3);
    right.points.forEach(([x, y], i) => {
      expect(x).toBeCloseTo(-left.points[i]![0], 6);
      expect(y).toBeCloseTo(left.points[i]![1], 6);
    });
  });

  it('an arrow goes from the good place to the faulty one, and only where that shows', () => {
    const faulty = repOf('goblet-squat', 'knees-in');
    const at = (rep: Rep) => ({ rep, posture: rep.keys[3]!.posture });
    const front = faultArrow(at(squat), at(faulty), 'knee', AZIMUTHS.front)!;
    // The left knee, which is on the right of the picture, goes in.
    expect(front.from[0]).toBeGreaterThan(front.to[0] + 0.05);
    expect(faultArrow(at(squat), at(squat), 'knee', AZIMUTHS.front)).toBeNull();
    expect(azimuthOf('side', 'left')).toBe(AZIMUTHS.left);
  });
});

describe('a pose in words', () => {
  it('says what touches, how the trunk stands and what is bent', () => {
    expect(describePose(squat, atTurn.posture, atTurn.contacts)).toMatch(
      /^on both feet, trunk leaning forward \d+°, hips folded \d+°, knees bent 1[01]\d°, elbows bent 1\d\d°, arms \w+, a kettlebell in both hands$/,
    );
    const plank = repOf('forearm-plank');
    expect(describePose(plank, plank.keys[2]!.posture, plank.keys[2]!.contacts)).toMatch(
      /^on both forearms and both toes, face down, elbows bent \d+°/,
    );
    const lunge = repOf('split-squat');
    expect(describePose(lunge, lunge.keys[2]!.posture, lunge.keys[2]!.contacts)).toMatch(
      /the left foot and the right toes.*left hip folded/,
    );
  });
});

describe('in time', () => {
  const tempo = { lowerSeconds: 3, turnSeconds: 1, liftSeconds: 1, finishSeconds: 0 };
  const timeline = timelineOf(squat, tempo);

  it('a rep takes its tempo and a breath', () => {
    expect(secondsOf(timeline)).toBeCloseTo(3 + 1 + 1 + 0.5, 10);
    expect(placeAt(timeline, 0)).toBe(0);
    expect(placeAt(timeline, 3.5)).toBe(0.5);
    expect(placeAt(timeline, 5.2)).toBe(1);
    expect(placeAt(timeline, secondsOf(timeline))).toBe(0);
  });

  it('goes on without going back, slow at the ends', () => {
    const places = Array.from({ length: 200 }, (_, i) => placeAt(timeline, (i / 200) * 5));
    expect(places.every((place, i) => i === 0 || place >= places[i - 1]!)).toBe(true);
    expect(placeAt(timeline, 0.3)).toBeLessThan(0.05);
  });

  it('finds the second at which a place is reached', () => {
    for (const place of [0.1, 0.3, 0.45, 0.7, 0.95]) expect(placeAt(timeline, secondsAt(timeline, place))).toBeCloseTo(place, 6);
  });

  it('hurries where the fault does', () => {
    const box = movement('box-squat');
    const drops = repOf('box-squat', 'drops-fast');
    expect(secondsOf(timelineOf(drops, box.tempo))).toBeLessThan(secondsOf(timelineOf(repOf('box-squat'), box.tempo)) - 1);
  });

  it('names the phase: the turn is a moment, the way there lasts', () => {
    expect([0, 0.2, 0.3, 0.5, 0.7, 1].map((place) => phaseAt(squat, place))).toEqual([
      'set-up',
      'lower',
      'lower',
      'turn',
      'lift',
      'finish',
    ]);
  });

  it('is drawn between its samples where it would be', () => {
    const half = postureAt(squat, 0.5 / (squat.samples.length - 1));
    expect(half[0]).toBeCloseTo((squat.samples[0]![0]! + squat.samples[1]![0]!) / 2, 10);
    const [last, end] = [postureAt(squat, 1), squat.samples.at(-1)!];
    expect(Math.max(...last.map((value, i) => Math.abs(value - end[i]!)))).toBeLessThan(1e-9);
  });
});
