import type { MovementDocument } from '../movement/movementDocument.ts';
import type { SetUp } from './setUp.ts';

/** What is said of it in words. */
export type SetUpPart = Exclude<keyof SetUp, 'picture'>;

/** The parts of a set-up in the order in which a place is put up, with what they are called and what is often said. */
export const SET_UP_PARTS: readonly { readonly part: SetUpPart; readonly name: string; readonly often: readonly string[] }[] = [
  { part: 'benchHeight', name: 'bench or box height', often: ['low', 'knee height', 'high', '40 cm', '50 cm'] },
  { part: 'distance', name: 'distance', often: ['one foot', 'two feet', 'one step', 'two steps', 'three steps'] },
  { part: 'handle', name: 'handle', often: ['straight', 'neutral', 'rope', 'fist', 'by the horns'] },
  { part: 'pin', name: 'pin or notch', often: ['2', '3', '4', '5', '6'] },
  { part: 'strap', name: 'strap', often: ['hip height', 'chest height', 'overhead', 'shin height'] },
  { part: 'pad', name: 'pad', often: ['1', '2', '3', '4'] },
  { part: 'wedge', name: 'heel wedge', often: ['none', 'low', '2 cm', 'high'] },
  { part: 'note', name: 'anything else', often: [] },
];

/** A set-up in one line: "bench or box height 50 cm, heel wedge low"; empty when nothing was noted. */
export function setUpText(setUp: SetUp | undefined): string {
  const words = SET_UP_PARTS.flatMap(({ part, name }) => {
    const said = setUp?.[part];
    return said ? [part === 'note' ? said : `${name} ${said}`] : [];
  }).join(', ');
  return words || (setUp?.picture ? 'as in the picture' : '');
}

/** With which kit there is something to note of a part. */
const PART_OF_KIT: Readonly<Partial<Record<SetUpPart, readonly string[]>>> = {
  benchHeight: ['box', 'bench', 'chair', 'step', 'jump-box', 'back-extension-bench', 'counter', 'hand-support', 'rack'],
  distance: ['wall', 'anchor', 'band', 'cable', 'suspension-strap', 'doorway'],
  handle: [
    'kettlebell',
    'kettlebells',
    'barbell',
    'plate',
    'bag',
    'band',
    'cable',
    'pulldown',
    'seated-row',
    'suspension-strap',
    'pull-up-bar',
  ],
  pin: ['rack', 'cable', 'pulldown', 'seated-row', 'leg-press', 'incline-bench'],
  strap: ['suspension-strap', 'strap', 'band', 'anchor'],
  pad: ['back-extension-bench', 'leg-press', 'pulldown', 'seated-row', 'barbell', 'cushion'],
  wedge: ['wedge'],
};
/** Feet on a slope: where knees bend over them. */
const WEDGE_PATTERNS = ['squat', 'lunge'];

/** The parts that a movement's own kit and pattern give something to note of; anything can be said in a note. */
export function setUpPartsFor({ kit, pattern }: Pick<MovementDocument, 'kit' | 'pattern'>): ReadonlySet<SetUpPart> {
  const used = new Set([...kit.needed, ...kit.optional, ...(kit.replaceable ?? []).map(({ by }) => by)]);
  const parts = SET_UP_PARTS.map(({ part }) => part).filter(
    (part) =>
      part === 'note' || PART_OF_KIT[part]?.some((id) => used.has(id)) || (part === 'wedge' && WEDGE_PATTERNS.includes(pattern)),
  );
  return new Set(parts);
}
