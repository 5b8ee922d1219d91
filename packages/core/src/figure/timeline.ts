import type { Tempo } from '../movement/dose.ts';
import type { Phase } from '../movement/terms.ts';
import type { Rep } from './rep.ts';

/** One stretch of a rep in time: from a place to a place along it, eased at both ends; the same place is a pause. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly seconds: number;
}

/** A hold is shown this long, whatever its dose: the picture doesn't change. */
const HOLD_SECONDS = 2.5;
const STEP_SECONDS = 0.6;
/** Between two reps, so that they can be told apart. */
const BREATH_SECONDS = 0.5;
/** From a landing back to where it began; so long it stands where that is elsewhere. */
const SETTLE_SECONDS = 0.8;
const DEFAULT_TEMPO = { lowerSeconds: 2, turnSeconds: 0.3, liftSeconds: 1.2, finishSeconds: 0 };

/** How a rep runs in time. A fault that hurries shortens the stretch that leads to it. */
export function timelineOf(rep: Rep, tempo: Tempo | undefined): readonly Stretch[] {
  const phases = rep.keys.map(({ phase }) => phase);
  const hurry = (list: readonly Phase[]) => (rep.hurry && list.includes(rep.hurry.phase) ? rep.hurry.time : 1);
  const round = ((): Stretch[] => {
    if (phases.includes('drive')) {
      const steps = rep.keys.length;
      return rep.keys.map((_key, i) => {
        const next = rep.keys[(i + 1) % steps]!;
        return { from: i / steps, to: (i + 1) / steps, seconds: STEP_SECONDS * hurry([next.phase]) };
      });
    }
    const { lowerSeconds, turnSeconds, liftSeconds, finishSeconds } = phases.includes('hold')
      ? { lowerSeconds: 1.5, turnSeconds: HOLD_SECONDS, liftSeconds: 1.5, finishSeconds: 0.5 }
      : (tempo ?? DEFAULT_TEMPO);
    const placeOf = (phase: Phase) => (rep.keys.find((key) => key.phase === phase)?.at ?? 1) * (rep.alternates ? 2 : 1);
    const turn = phases.includes('hold') ? 0.5 : placeOf('turn');
    const end = placeOf('finish');
    return [
      { from: 0, to: turn, seconds: Math.max(0.3, lowerSeconds * hurry(['lower', 'turn', 'enter', 'hold'])) },
      { from: turn, to: turn, seconds: turnSeconds },
      { from: turn, to: end, seconds: Math.max(0.3, liftSeconds * hurry(['lift', 'finish', 'leave'])) },
      ...(end < 1 ? [{ from: end, to: rep.landsElsewhere ? end : 1, seconds: SETTLE_SECONDS }] : []),
      { from: 1, to: 1, seconds: finishSeconds + BREATH_SECONDS },
    ];
  })();
  if (!rep.alternates) return round;
  const half = (offset: number) =>
    round.map(({ from, to, seconds }) => ({ from: from / 2 + offset, to: to / 2 + offset, seconds }));
  return [...half(0), ...half(0.5)];
}

export function secondsOf(timeline: readonly Stretch[]): number {
  return timeline.reduce((sum, stretch) => sum + stretch.seconds, 0);
}

/** The place along the rep, 0–1, so many seconds after its beginning; rep after rep. */
export function placeAt(timeline: readonly Stretch[], seconds: number): number {
  const round = secondsOf(timeline);
  let left = round > 0 ? ((seconds % round) + round) % round : 0;
  for (const { from, to, seconds: lasts } of timeline) {
    if (left < lasts) return from + (to - from) * eased(left / lasts);
    left -= lasts;
  }
  return timeline.at(-1)?.to ?? 0;
}

/** The seconds at which the rep is at a place for the first time. */
export function secondsAt(timeline: readonly Stretch[], place: number): number {
  let before = 0;
  for (const { from, to, seconds } of timeline) {
    if (place <= to) return to === from ? before : before + seconds * unEased((place - from) / (to - from));
    before += seconds;
  }
  return before;
}

/** Least jerk: slow off, slow in. */
function eased(share: number): number {
  return share * share * (3 - 2 * share);
}

function unEased(share: number): number {
  const clipped = Math.max(0, Math.min(1, share));
  return 0.5 - Math.sin(Math.asin(1 - 2 * clipped) / 3);
}

/** The phase that a place along the rep belongs to. The ends and the turn are moments; what is between lasts. */
export function phaseAt(rep: Rep, place: number): Phase {
  const keys = rep.keys;
  const one = rep.alternates ? (place * 2) % 1 : place;
  const at = (key: { at: number }) => (rep.alternates ? key.at * 2 : key.at);
  let nearest = keys[0]!;
  let least = Infinity;
  for (const key of keys) {
    // The long phases reach nearly to the moments beside them.
    const isMoment = ['set-up', 'turn', 'finish', 'hold'].includes(key.phase);
    const away = Math.max(0, Math.abs(at(key) - one) - (isMoment ? 0 : 0.19));
    if (away < least) {
      least = away;
      nearest = key;
    }
  }
  return nearest.phase;
}
