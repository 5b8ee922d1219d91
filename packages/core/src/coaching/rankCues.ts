import type { TouchAnswer } from '../client/clientTerms.ts';
import type { CueOutcome } from '../movement/cueOutcome.ts';
import type { Audience, CueKind } from '../movement/terms.ts';
import type { ResolvedCue, ResolvedFault } from '../movement/resolvedMovement.ts';
import { AUDIENCE_WORDS } from './audience.ts';
import { NO_TALLY, addTrial, tallyKey, type CueTally, type TallyBook } from './cueTally.ts';

/** How many trials the level above counts for. At 4, a client's own history outweighs it from the fifth trial on. */
export const SHRINKAGE = 4;

/** A cue first in the library is expected to work half the time; each place further down a little less, never under a fifth. */
export function priorOfPlace(place: number): number {
  return Math.max(0.2, 0.5 - 0.05 * place);
}

/** A cue that was said in this session for the fault, in order. No outcome means that nobody has tapped one yet. */
export interface SaidCue {
  readonly cueId: string;
  readonly outcome?: CueOutcome;
  /** In the set that is going on now. */
  readonly inThisSet: boolean;
  /** A lever was changed before the outcome, or the set ended without one: no evidence about the cue. */
  readonly counts: boolean;
}

export interface RankedCue {
  readonly cue: ResolvedCue;
  /** Estimated chance that it fixes this fault for this client, 0–1. */
  readonly estimate: number;
  /** Place in the library's order for this fault, from 0. */
  readonly place: number;
  /** Said in this set without effect: it stands below those that were not said. */
  readonly spent: boolean;
  readonly reasons: readonly string[];
}

/** What kind of cue a client takes to, and whether they may be touched. */
export interface PreferredCues {
  readonly kinds: readonly CueKind[];
  readonly touch: TouchAnswer;
}

/** A kind that somebody takes to, or words meant for such as them, are expected to work as if they stood two places higher; words for others, lower. */
const PREFERRED_BONUS = 0.1;

export interface RankCuesInput {
  readonly fault: ResolvedFault;
  readonly clientName: string;
  readonly book: TallyBook;
  /** Cues said for this fault in this session; they count on top of the book. */
  readonly said: readonly SaidCue[];
  readonly style?: PreferredCues | undefined;
  /** Whom cues are meant for that this client is; absent where nothing is known of them, and every cue is for anybody. */
  readonly audiences?: readonly Audience[];
}

function shrink(tally: CueTally, above: number): number {
  return (tally.score + SHRINKAGE * above) / (tally.trials + SHRINKAGE);
}

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

function times(count: number): string {
  return count === 1 ? '1 time' : `${count} times`;
}

function reasonsFor(own: CueTally, pooled: CueTally, byType: boolean, clientName: string, place: number): string[] {
  const reasons: string[] = [];
  if (own.trials > 0) reasons.push(`fixed it ${own.fixed} of ${times(own.trials)} for ${clientName}`);
  if (pooled.trials > 0) {
    reasons.push(`fixed it ${pooled.fixed} of ${times(pooled.trials)} for others${byType ? ', over all movements' : ''}`);
  }
  if (reasons.length === 0) {
    reasons.push(`no history yet; ${ORDINALS[place] ?? `number ${place + 1}`} in the library`);
  }
  return reasons;
}

/**
 * Cues for a fault, best first. Estimates shrink from the place in the library to the studio's other clients on this
 * movement's fault (or, where they have no trial there, on its fault type over all movements), and from there to this
 * client. A cue that made it worse is not offered again in the set; one without effect in it drops below the untried.
 */
export function rankCues({ fault, clientName, book, said, style, audiences }: RankCuesInput): readonly RankedCue[] {
  const ranked = fault.cues.flatMap((cue, place): RankedCue[] => {
    // Consent was asked for and not given.
    if (cue.kind === 'touch' && style?.touch === 'no') return [];
    const isPreferred = style?.kinds.includes(cue.kind) ?? false;
    const isMeant = cue.audience && audiences?.includes(cue.audience);
    const fits = !cue.audience || !audiences ? 0 : isMeant ? PREFERRED_BONUS : -PREFERRED_BONUS;
    const mine = said.filter((trial) => trial.cueId === cue.cueId);
    if (mine.some((trial) => trial.inThisSet && trial.outcome === 'worse')) return [];
    const atFault = book.others[tallyKey(fault.faultId, cue.cueId)] ?? NO_TALLY;
    const byType = atFault.trials === 0;
    const pooled = byType ? (book.othersByType[tallyKey(fault.type, cue.cueId)] ?? NO_TALLY) : atFault;
    const own = mine.reduce(
      (tally, trial) => (trial.outcome && trial.counts ? addTrial(tally, trial.outcome) : tally),
      book.client[tallyKey(fault.faultId, cue.cueId)] ?? NO_TALLY,
    );
    return [
      {
        cue,
        place,
        estimate: shrink(own, shrink(pooled, priorOfPlace(place) + (isPreferred ? PREFERRED_BONUS : 0) + fits)),
        spent: mine.some((trial) => trial.inThisSet && trial.outcome === 'same'),
        reasons: [
          ...reasonsFor(own, pooled, byType, clientName, place),
          ...(isPreferred ? [`a kind that ${clientName} takes to`] : []),
          ...(cue.audience && isMeant ? [`said ${AUDIENCE_WORDS[cue.audience]}`] : []),
          ...(cue.kind === 'touch' && style?.touch === 'ask' ? ['ask before you touch'] : []),
        ],
      },
    ];
  });
  return ranked.sort((a, b) => Number(a.spent) - Number(b.spent) || b.estimate - a.estimate || a.place - b.place);
}
