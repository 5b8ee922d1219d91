import { describe, expect, it } from '@jest/globals';
import { bodyOf, framesOf } from './body.ts';
import { centreOfMass } from './balance.ts';
import { STRAIGHT } from './joints.ts';
import { whereIs } from './landmarks.ts';
import { AVERAGE_BUILD, BUILD_SEXES, BuildError, SEGMENTS, skeletonOf, type Build } from './skeleton.ts';

const builds: Build[] = BUILD_SEXES.flatMap((sex) => [1.52, 1.72, 1.95].map((heightM) => ({ sex, heightM, massKg: 70 })));

describe('a skeleton', () => {
  it.each(builds)('has sixteen segments whose masses make one body: $sex, $heightM m', (build) => {
    const { masses } = skeletonOf(build);
    expect(SEGMENTS).toHaveLength(16);
    expect(SEGMENTS.reduce((sum, segment) => sum + masses[segment].fraction, 0)).toBeCloseTo(1, 10);
  });

  it.each(builds)('stands as tall as the person, with the centre of mass where it is published: $sex, $heightM m', (build) => {
    const body = bodyOf(skeletonOf(build));
    const frames = framesOf(body, 'standing', STRAIGHT);
    const floor = whereIs(frames, 'heel.left')[2];
    expect(whereIs(frames, 'crown')[2] - floor).toBeCloseTo(build.heightM, 6);
    const height = (centreOfMass(frames)[2] - floor) / build.heightM;
    expect(height).toBeGreaterThanOrEqual(0.55);
    expect(height).toBeLessThanOrEqual(0.58);
  });

  it('keeps what was measured and lets the rest make up the height', () => {
    const usual = skeletonOf(AVERAGE_BUILD);
    const longThighs = skeletonOf({ ...AVERAGE_BUILD, thighM: usual.thighM + 0.05 });
    expect(longThighs.thighM).toBeCloseTo(usual.thighM + 0.05, 10);
    expect(longThighs.statureM).toBeCloseTo(AVERAGE_BUILD.heightM, 10);
    expect(longThighs.shankM).toBeLessThan(usual.shankM);
    expect(
      skeletonOf({ ...AVERAGE_BUILD, armM: 0.6 }).upperArmM + skeletonOf({ ...AVERAGE_BUILD, armM: 0.6 }).forearmM,
    ).toBeCloseTo(0.6, 10);
  });

  it.each([
    ['heightM', { heightM: 0.4 }],
    ['heightM', { heightM: Number.NaN }],
    ['massKg', { massKg: 0 }],
    ['thighM', { thighM: 0.9 }],
    ['armM', { armM: 0.2 }],
    ['heightM', { trunkM: 0.72, thighM: 0.5, shankM: 0.5 }],
  ] as const)('refuses measures of nobody, and names the field: %s', (field, wrong) => {
    const make = () => skeletonOf({ ...AVERAGE_BUILD, ...wrong });
    expect(make).toThrow(BuildError);
    expect(make).toThrow(expect.objectContaining({ field }));
  });
});
