import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { bodyOf, framesOf } from './body.ts';
import { FREEDOMS, FREEDOM_COUNT, HIGH, LOW, STIFFNESS, STRAIGHT, freedomAt, mirrored, type Posture } from './joints.ts';
import { LANDMARKS, bodyPoint, mirroredName, whereIs, type Landmark } from './landmarks.ts';
import { AVERAGE_BUILD, skeletonOf } from './skeleton.ts';
import { solvePose, type Rule } from './solve.ts';
import type { Vec3 } from './vector.ts';

const body = bodyOf(skeletonOf(AVERAGE_BUILD));
const AXES: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** Any posture within the joints' limits, the pelvis about a metre up. */
const anyPosture: fc.Arbitrary<Posture> = fc
  .array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: FREEDOM_COUNT, maxLength: FREEDOM_COUNT })
  .map((shares) => shares.map((share, i) => (i < 3 ? share - 0.5 : LOW[i]! + (HIGH[i]! - LOW[i]!) * share)));

function pinned(landmark: Landmark, at: Vec3): Rule[] {
  return AXES.map((along, i) => ({ of: landmark, along, point: bodyPoint(body, landmark), value: at[i]! }));
}

describe('the body', () => {
  it('moves its points as its gradients say', () => {
    fc.assert(
      fc.property(anyPosture, fc.constantFrom(...LANDMARKS), fc.nat({ max: FREEDOM_COUNT - 1 }), (posture, landmark, freedom) => {
        const frames = framesOf(body, 'standing', posture);
        const { part, local } = bodyPoint(body, landmark);
        const small = 1e-4;
        const moved = framesOf(
          body,
          'standing',
          posture.map((value, i) => (i === freedom ? value + small : value)),
        );
        for (const [axis, along] of AXES.entries()) {
          const row = new Float64Array(FREEDOM_COUNT);
          frames.addGradient(row, part, frames.point(part, local), along, 1);
          const seen = (moved.point(part, local)[axis]! - frames.point(part, local)[axis]!) / small;
          expect(Math.abs(seen - row[freedom]!)).toBeLessThan(1e-5);
        }
      }),
      { numRuns: 150 },
    );
  });

  it('is its own mirror image: the left in a mirrored posture is where the right was', () => {
    fc.assert(
      fc.property(anyPosture, (posture) => {
        const frames = framesOf(body, 'standing', posture);
        const mirror = framesOf(body, 'standing', mirrored(posture));
        for (const landmark of LANDMARKS) {
          const [x, y, z] = whereIs(frames, landmark);
          const other = whereIs(mirror, mirroredName(landmark));
          expect(Math.hypot(other[0] - x, other[1] + y, other[2] - z)).toBeLessThan(1e-9);
        }
        expect(mirrored(mirrored(posture))).toEqual(posture.map((value) => value + 0));
      }),
      { numRuns: 60 },
    );
  });

  it.each([
    ['hip.left.flexion', 90, 'knee.left', 0, 1],
    ['knee.left.flexion', 90, 'ankle.left', 0, -1],
    ['ankle.left.dorsiflexion', 20, 'ball.left', 2, 1],
    ['hip.left.abduction', 30, 'knee.left', 1, 1],
    ['hip.right.abduction', 30, 'knee.right', 1, -1],
    ['hip.left.rotation', 30, 'ball.left', 1, 1],
    ['lumbar.flexion', 30, 'neck', 0, 1],
    ['elbow.right.flexion', 90, 'wrist.right', 0, 1],
    ['neck.flexion', 30, 'ear', 0, 1],
    ['scapula.left.elevation', 20, 'shoulder.left', 2, 1],
  ] as const)('bends the way that anatomy calls positive: %s', (freedom, deg, landmark, axis, sign) => {
    const straight = whereIs(framesOf(body, 'standing', STRAIGHT), landmark);
    const bent = whereIs(
      framesOf(
        body,
        'standing',
        STRAIGHT.map((value, i) => (i === freedomAt(freedom) ? deg : value)),
      ),
      landmark,
    );
    expect((bent[axis] - straight[axis]) * sign).toBeGreaterThan(0.02);
  });

  it('raises the arm to the front in the plane of 90 and to the side in that of 0', () => {
    const raised = (plane: number) =>
      STRAIGHT.map((value, i) =>
        i === freedomAt('shoulder.left.plane') ? plane : i === freedomAt('shoulder.left.elevation') ? 90 : value,
      );
    const shoulder = whereIs(framesOf(body, 'standing', raised(90)), 'shoulder.left');
    const front = whereIs(framesOf(body, 'standing', raised(90)), 'elbow.left');
    const side = whereIs(framesOf(body, 'standing', raised(0)), 'elbow.left');
    expect(front[0] - shoulder[0]).toBeCloseTo(body.skeleton.upperArmM, 6);
    expect(side[1] - shoulder[1]).toBeCloseTo(body.skeleton.upperArmM, 6);
  });
});

describe('the solver', () => {
  it('meets any reachable set of contacts within a millimetre, or says which it misses and by how much', () => {
    fc.assert(
      fc.property(anyPosture, anyPosture, (where, targets) => {
        const there = framesOf(body, 'standing', where);
        const rules = ['ball.left', 'knee.right', 'grip.left'].flatMap((landmark) => pinned(landmark, whereIs(there, landmark)));
        const answer = solvePose({ body, position: 'standing', targets, weights: STIFFNESS, rules, start: targets });
        if (!answer.ok) {
          expect(answer.error.kind).toBe('unreachable');
          if (answer.error.kind !== 'unreachable') return;
          expect(['ball.left', 'knee.right', 'grip.left']).toContain(answer.error.of);
          expect(answer.error.missedM).toBeGreaterThan(0);
          return;
        }
        const frames = framesOf(body, 'standing', answer.posture);
        for (const landmark of ['ball.left', 'knee.right', 'grip.left']) {
          const [a, b] = [whereIs(frames, landmark), whereIs(there, landmark)];
          expect(Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])).toBeLessThan(1e-3);
        }
        answer.posture.forEach((value, i) => {
          expect(value).toBeGreaterThanOrEqual(LOW[i]! - 1e-9);
          expect(value).toBeLessThanOrEqual(HIGH[i]! + 1e-9);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('says how far off a contact is that nobody can reach', () => {
    const rules = [...pinned('ball.left', [0, 0.1, 0]), ...pinned('grip.left', [0, 0, 3.5])];
    const answer = solvePose({ body, position: 'standing', targets: STRAIGHT, weights: STIFFNESS, rules });
    expect(answer.ok).toBe(false);
    if (answer.ok || answer.error.kind !== 'unreachable') throw new Error('expected to be unreachable');
    // Arm, trunk and leg reach about two metres and a quarter.
    expect(answer.error.missedM).toBeGreaterThan(0.5);
    expect(answer.error.missedM).toBeLessThan(2);
  });

  it('refuses a target beyond a joint’s limit and clamps nothing', () => {
    const knee = freedomAt('knee.left.flexion');
    const targets = STRAIGHT.map((value, i) => (i === knee ? -20 : value));
    expect(solvePose({ body, position: 'standing', targets, weights: STIFFNESS, rules: [] })).toEqual({
      ok: false,
      error: { kind: 'beyond-limit', freedom: 'knee.left.flexion', deg: -20, lowDeg: LOW[knee], highDeg: HIGH[knee] },
    });
  });

  it('takes the target as it is when nothing stands against it', () => {
    const targets = STRAIGHT.map((value, i) => (FREEDOMS[i] === 'elbow.left.flexion' ? 90 : value));
    const answer = solvePose({ body, position: 'standing', targets, weights: STIFFNESS, rules: [], start: STRAIGHT });
    expect(answer).toEqual({ ok: true, posture: targets });
  });
});
