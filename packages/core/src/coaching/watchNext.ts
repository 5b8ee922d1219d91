import { lowerFirst } from '../movement/text.ts';
import { VIEWS, type Severity, type View } from '../movement/terms.ts';

/** A fault that somebody who is working now may show. */
export interface FaultToWatch {
  readonly name: string;
  readonly severity: Severity;
  readonly views: readonly View[];
  /** Sets in which this client showed it, of those in which somebody looked. */
  readonly shown: number;
  readonly looked: number;
}

/** Somebody who is working now. */
export interface LaneToWatch {
  readonly laneId: string;
  readonly faults: readonly FaultToWatch[];
  readonly secondsSinceWatched: number;
  /** From where they were looked at in this set. */
  readonly seenFrom: readonly View[];
}

/** Whom to look at, from where, and why. */
export interface WatchNext {
  readonly laneId: string;
  readonly score: number;
  readonly view: View;
  readonly reasons: readonly string[];
}

/** What a fault is worth looking for: one that can hurt counts as nine that are only untidy. */
const WEIGHT: Readonly<Record<Severity, number>> = { risk: 9, performance: 3, polish: 1 };

/** Of whom nothing is known yet a fault is expected in one set out of eight; four looks weigh as much as that. */
const EXPECTED_RATE = 1 / 8;
const EXPECTED_SETS = 4;

/** Longer than this without a look is no more urgent: else whoever was forgotten once stays first. */
const SECONDS_MOST = 120;
const SECONDS_UNIT = 60;

/** A risk that can't have been seen from where the trainer stood so far. */
const UNSEEN_RISK = 1;

function rateOf({ shown, looked }: FaultToWatch): number {
  return (shown + EXPECTED_RATE * EXPECTED_SETS) / (looked + EXPECTED_SETS);
}

/**
 * Who is to be looked at next, first first: by what they may show, how much it matters, how often they do, and how long nobody has looked.
 * With each the view from which most of that can be seen; a view that is missing in this set goes before one that isn't, where a risk
 * shows from nowhere else.
 */
export function watchNext(lanes: readonly LaneToWatch[]): readonly WatchNext[] {
  return lanes
    .filter(({ faults }) => faults.length > 0)
    .map(watched)
    .sort((a, b) => b.score - a.score);
}

function watched({ laneId, faults, secondsSinceWatched, seenFrom }: LaneToWatch): WatchNext {
  const since = Math.min(Math.max(0, secondsSinceWatched), SECONDS_MOST) / SECONDS_UNIT;
  const worth = (fault: FaultToWatch) => WEIGHT[fault.severity] * rateOf(fault);
  const unseen = faults.filter(({ severity, views }) => severity === 'risk' && !views.some((view) => seenFrom.includes(view)));
  const sum = faults.reduce((all, fault) => all + worth(fault), 0);
  const from = (among: readonly FaultToWatch[], view: View) =>
    among.filter(({ views }) => views.includes(view)).reduce((all, fault) => all + worth(fault), 0);
  const among = unseen.length > 0 ? unseen : faults;
  const view = VIEWS.reduce((best, each) => (from(among, each) > from(among, best) ? each : best), VIEWS[0]);
  const [likeliest] = among.filter(({ views }) => views.includes(view)).sort((a, b) => worth(b) - worth(a));
  return {
    laneId,
    score: sum * since + (unseen.length > 0 ? UNSEEN_RISK : 0),
    view,
    reasons: [
      ...(likeliest ? [faultReason(likeliest)] : []),
      ...(unseen.length > 0 && seenFrom.length > 0 ? ['not looked at from there in this set'] : []),
      sinceText(secondsSinceWatched),
    ],
  };
}

function faultReason({ name, severity, shown, looked }: FaultToWatch): string {
  const known = shown > 0 ? `, in ${shown} of ${looked} sets` : '';
  return `${lowerFirst(name)}${severity === 'risk' ? ', a risk' : ''}${known}`;
}

function sinceText(seconds: number): string {
  if (seconds < SECONDS_UNIT) return 'looked at just now';
  const minutes = Math.floor(seconds / SECONDS_UNIT);
  return `nobody has looked for ${minutes === 1 ? 'a minute' : `${minutes} minutes`}`;
}
