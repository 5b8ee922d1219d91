/** What can be measured again and again: tests, run with a clock and a counter, and body measures that the two agreed to follow. */
export interface MeasureKind {
  readonly id: string;
  readonly name: string;
  readonly kind: 'test' | 'body';
  readonly unit: string;
  readonly low: number;
  readonly high: number;
  /** How it is taken: counted, counted against a clock, timed until it ends, or read off. */
  readonly run: 'count' | 'count-in' | 'time' | 'read';
  /** For `count-in`. */
  readonly seconds?: number;
  readonly oneSided?: boolean;
  readonly better: 'more' | 'less' | 'neither';
  readonly how: string;
}

export const MEASURES: readonly MeasureKind[] = [
  {
    id: 'push-ups',
    name: 'Push-ups',
    kind: 'test',
    unit: 'reps',
    low: 0,
    high: 300,
    run: 'count',
    better: 'more',
    how: 'In the hardest version they hold clean; the same version next time. Ends with the first rep that isn’t.',
  },
  {
    id: 'held-plank',
    name: 'Held plank',
    kind: 'test',
    unit: 's',
    low: 0,
    high: 1800,
    run: 'time',
    better: 'more',
    how: 'On the forearms. Ends when the hips rise or the low back sags and one word doesn’t mend it.',
  },
  {
    id: 'sit-to-stand-30',
    name: 'Sit to stand in 30 s',
    kind: 'test',
    unit: 'reps',
    low: 0,
    high: 60,
    run: 'count-in',
    seconds: 30,
    better: 'more',
    how: 'Chair against the wall, arms crossed, full stand each time. Stand beside them.',
  },
  {
    id: 'wall-sit',
    name: 'Wall sit',
    kind: 'test',
    unit: 's',
    low: 0,
    high: 1200,
    run: 'time',
    better: 'more',
    how: 'Thighs as low as is quiet in the knees; note the height and keep it.',
  },
  {
    id: 'one-leg-stand',
    name: 'One-leg stand',
    kind: 'test',
    unit: 's',
    low: 0,
    high: 120,
    run: 'time',
    oneSided: true,
    better: 'more',
    how: 'Something firm within reach, eyes open. Ends when the foot comes down or a hand takes hold.',
  },
  {
    id: 'minutes-worked',
    name: 'Minutes worked',
    kind: 'test',
    unit: 'min',
    low: 0,
    high: 180,
    run: 'time',
    better: 'more',
    how: 'At their own pace until they ask for a rest or form fades.',
  },
  {
    id: 'waist',
    name: 'Waist',
    kind: 'body',
    unit: 'cm',
    low: 30,
    high: 250,
    run: 'read',
    better: 'neither',
    how: 'Halfway between the lowest rib and the top of the hip bone, after breathing out.',
  },
  {
    id: 'resting-pulse',
    name: 'Resting pulse',
    kind: 'body',
    unit: 'beats/min',
    low: 25,
    high: 200,
    run: 'read',
    better: 'neither',
    how: 'Seated for five minutes first.',
  },
  {
    id: 'talk-test-pulse',
    name: 'Pulse at the talk test',
    kind: 'body',
    unit: 'beats/min',
    low: 40,
    high: 220,
    run: 'read',
    better: 'neither',
    how: 'The pulse at which whole sentences stop being easy.',
  },
  {
    id: 'body-mass',
    name: 'Body mass',
    kind: 'body',
    unit: 'kg',
    low: 20,
    high: 400,
    run: 'read',
    better: 'neither',
    how: 'For loads that are a share of it. Only if they want it written down.',
  },
];
export const MEASURE_IDS: readonly string[] = MEASURES.map(({ id }) => id);

/** Shown wherever eating or illness may be written down. */
export const SCOPE_LINE =
  'Note what they tell you; leave diets, diagnoses and medicines to those who are trained for them, and keep to your local rules of scope.';

export interface MeasuredValue {
  readonly measureId: string;
  readonly side?: 'left' | 'right';
  readonly value: number;
  readonly localDate: string;
}

export interface FirstAndLatest {
  readonly measure: MeasureKind;
  readonly side?: 'left' | 'right';
  readonly first: MeasuredValue;
  /** `null` while there is one only. */
  readonly latest: MeasuredValue | null;
  /** Latest less first; positive is better where more is better, negative where less is. */
  readonly change: number | null;
  readonly isBetter: boolean | null;
}

/** Each measure and side: the first against the latest, in the order of the catalogue. Values come in any order. */
export function firstAgainstLatest(values: readonly MeasuredValue[]): readonly FirstAndLatest[] {
  return MEASURES.flatMap((measure) =>
    [undefined, 'left' as const, 'right' as const].flatMap((side): FirstAndLatest[] => {
      const own = values
        .filter((each) => each.measureId === measure.id && each.side === side)
        .sort((a, b) => (a.localDate < b.localDate ? -1 : a.localDate > b.localDate ? 1 : 0));
      const [first, ...later] = own;
      if (!first) return [];
      const latest = later.at(-1) ?? null;
      const change = latest && latest.value - first.value;
      const isBetter =
        change === null || change === 0 || measure.better === 'neither' ? null : change > 0 === (measure.better === 'more');
      return [{ measure, first, latest, change, isBetter, ...(side && { side }) }];
    }),
  );
}
