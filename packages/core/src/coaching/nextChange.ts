import { nearest, type Ladder } from '../ladder/ladder.ts';
import type { Lexicon } from '../movement/library.ts';
import { factsOf, isAnyOf } from '../movement/facts.ts';
import type { ChangeTerms, LoadChange, MovementDocument } from '../movement/movementDocument.ts';
import type { ResolvedFault } from '../movement/resolvedMovement.ts';
import { lowerFirst } from '../movement/text.ts';
import { causeKind, type CauseKind, type Lever, type Severity } from '../movement/terms.ts';
import type { SaidCue } from './rankCues.ts';

/** Cues without effect after which something is changed instead: two, or one where it is a risk. */
export function cuesBeforeChange(severity: Severity): number {
  return severity === 'risk' ? 1 : 2;
}

/** Has enough been said in this set? Counts different cues whose outcome was "same" or "worse". */
export function isCueingSpent(severity: Severity, said: readonly SaidCue[]): boolean {
  const without = said.filter((trial) => trial.inThisSet && (trial.outcome === 'same' || trial.outcome === 'worse'));
  return new Set(without.map((trial) => trial.cueId)).size >= cuesBeforeChange(severity);
}

/** One change that can be made now. `key` names it within a set, so that it isn't proposed twice. */
export type Change =
  | { readonly kind: 'set-up' | 'drill'; readonly key: string; readonly text: string; readonly why: string }
  | {
      readonly kind: 'lever';
      readonly key: string;
      readonly lever: Lever;
      readonly text: string;
      readonly why: string;
      /** Of the load: by a lighter weight of the room unless this says otherwise. */
      readonly load?: LoadChange;
    }
  | {
      readonly kind: 'swap';
      readonly key: string;
      readonly movementId: string;
      readonly text: string;
      readonly levers: readonly Lever[];
      readonly why: string;
    };

/** The levers that can be moved within a movement, smallest first. */
const SMALLEST_FIRST = ['set-up', 'range', 'tempo', 'load', 'support'] as const satisfies readonly Lever[];
type SmallLever = (typeof SMALLEST_FIRST)[number];

/** How directly a lever takes a cause away: 2 directly, 1 in part, missing not at all. */
const TAKES_AWAY: Readonly<Record<CauseKind, Partial<Record<SmallLever, 1 | 2>>>> = {
  'not-understood': { tempo: 2, range: 1, 'set-up': 1 },
  load: { load: 2, tempo: 1, range: 1 },
  fatigue: { load: 2, range: 1, support: 1 },
  strength: { support: 2, load: 2, range: 1 },
  mobility: { range: 2, 'set-up': 2, support: 1 },
  balance: { support: 2, tempo: 1, 'set-up': 1 },
  build: { 'set-up': 2, range: 1, support: 1 },
};

const CAUSE_WORDS: Readonly<Record<CauseKind, string>> = {
  'not-understood': 'not being clear about it',
  load: 'the load',
  fatigue: 'tiredness',
  strength: 'missing strength',
  mobility: 'stiffness',
  balance: 'balance',
  build: 'build',
};

export interface NextChangeInput {
  readonly fault: ResolvedFault;
  readonly document: MovementDocument;
  readonly lexicon: Lexicon;
  readonly ladder: Ladder;
  readonly nameOf: (movementId: string) => string;
  /** Kit and cautions allow it for this client. */
  readonly isOpen: (movementId: string) => boolean;
  /** Is there a load to take off? */
  readonly isLoaded: boolean;
  /** Is something lighter here? Also when nobody described the room. */
  readonly canLighten: boolean;
  /** Kit ids of the room; `null` when nobody said: then nothing is left out for want of it. */
  readonly kit: ReadonlySet<string> | null;
  /** Keys of changes already made in this set. */
  readonly done: ReadonlySet<string>;
}

/** What to change, the smallest first: the author's corrections, the lever that takes a cause away, then easier movements. */
export function nextChanges(input: NextChangeInput): readonly Change[] {
  const changes = [...authorsCorrections(input), ...leverChanges(input), ...easierMovements(input)];
  const seen = new Set(input.done);
  return changes.filter((change) => {
    if (seen.has(change.key)) return false;
    seen.add(change.key);
    return true;
  });
}

/** What there is to change, here and now. */
export type ChangeMeans = Pick<NextChangeInput, 'document' | 'isLoaded' | 'canLighten' | 'kit'>;

/** Whether a change can be made here and now, with what is in hand and at the speed that was asked for. */
export function isPossible(lever: Lever | undefined, { needs, load, lowerSeconds }: ChangeTerms, means: ChangeMeans): boolean {
  const { kit, isLoaded, canLighten, document } = means;
  if (kit && needs?.some((id) => !kit.has(id))) return false;
  if (lever === 'load' && load !== 'as-said' && !(isLoaded && (load === 'none' || canLighten))) return false;
  return lowerSeconds === undefined || lowerSeconds > (document.tempo?.lowerSeconds ?? 0);
}

function leverChange(lever: Lever, text: string, why: string, load?: LoadChange): Change {
  return { kind: 'lever', key: `lever:${lever}`, lever, text, why, ...(load && load !== 'lighter' && { load }) };
}

function authorsCorrections(input: NextChangeInput): Change[] {
  const { fault } = input;
  return fault.corrections.flatMap((correction, i): Change[] => {
    const text = correction.text ?? '';
    const why = 'the library’s correction for this fault';
    if (!isPossible(correction.kind === 'lever' ? correction.lever : undefined, correction, input)) return [];
    if (correction.kind === 'lever' && correction.lever) return [leverChange(correction.lever, text, why, correction.load)];
    if (correction.kind === 'set-up' || correction.kind === 'drill') {
      return [{ kind: correction.kind, key: `author:${fault.faultId}:${i}`, text, why }];
    }
    return [];
  });
}

function leverChanges(input: NextChangeInput): Change[] {
  const { fault, document, lexicon } = input;
  const facts = factsOf(document, lexicon);
  const weighed = SMALLEST_FIRST.map((lever) => {
    const causes = fault.causes.map(causeKind);
    const directness = causes.map((cause) => TAKES_AWAY[cause][lever] ?? 0);
    const most = Math.max(0, ...directness);
    return { lever, most, cause: causes[directness.indexOf(most as 0 | 1 | 2)] };
  });
  return weighed
    .filter(({ most }) => most > 0)
    .sort((a, b) => b.most - a.most)
    .flatMap(({ lever, cause }): Change[] => {
      if (!cause) return [];
      const why = `takes away ${CAUSE_WORDS[cause]}`;
      const own = document.eases.filter((ease) => ease.lever === lever);
      const possible = own.find((ease) => isPossible(lever, ease, input));
      if (possible) return [leverChange(lever, possible.text, why, possible.load)];
      // What the author says for this movement is better than what is said of any; where that can't be done, neither can this.
      const general = own.length > 0 ? undefined : lexicon.levers.get(lever);
      if (!general || isAnyOf(facts, general.notOn) || !isPossible(lever, general, input)) return [];
      return [leverChange(lever, general.ease, why)];
    });
}

function easierMovements({ fault, document, ladder, nameOf, isOpen }: NextChangeInput): Change[] {
  const easier = nearest(ladder, document.id, 'easier', isOpen);
  const leversTo = (movementId: string) => [
    ...new Set(easier.find((path) => path.movementId === movementId)?.steps.flatMap((step) => step.levers) ?? []),
  ];
  const swap = (movementId: string, why: string): Change => ({
    kind: 'swap',
    key: `swap:${movementId}`,
    movementId,
    text: `Swap for ${lowerFirst(nameOf(movementId))}`,
    levers: leversTo(movementId),
    why,
  });
  const named =
    fault.regressTo && isOpen(fault.regressTo)
      ? [swap(fault.regressTo, fault.drill ? 'a drill for this fault' : 'named for this fault')]
      : [];
  const [next] = easier;
  return next ? [...named, swap(next.movementId, 'the nearest easier one')] : named;
}
