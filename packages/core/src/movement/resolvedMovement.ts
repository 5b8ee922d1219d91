import { factsOf, isAnyOf } from './facts.ts';
import type { Lexicon, MovementRevision } from './library.ts';
import type { Checkpoint, MovementDocument, MovementFault } from './movementDocument.ts';
import type { Audience, CueKind, Phase, Region } from './terms.ts';
import type { SharedCue, StancePoint, StanceTag } from './vocabulary.ts';

/** Position in force for each contested point: `{ 'knee-travel': 'may-pass' }`. */
export type Stances = Readonly<Record<string, string>>;

/** A cue as it is said in one movement. `cueId` lasts: a shared cue keeps its own wherever it is used. */
export interface ResolvedCue {
  readonly cueId: string;
  readonly text: string;
  readonly explain?: string;
  readonly kind: CueKind;
  readonly phase?: Phase;
  /** Fault types that it is for. */
  readonly for: readonly string[];
  readonly shared: boolean;
  /** To whom it is said rather than to others. */
  readonly audience?: Audience;
}

/** A fault of one movement with what its type says. */
export interface ResolvedFault extends Omit<MovementFault, 'id' | 'name' | 'clears'> {
  /** `movementId/slug`. */
  readonly faultId: string;
  readonly name: string;
  readonly region: Region;
  readonly clears: readonly string[];
  /** Cues for this fault in the library's order: the author's corrections first. */
  readonly cues: readonly ResolvedCue[];
}

/** A movement with its shared cues and fault types looked up, as the stances in force leave it. */
export interface ResolvedMovement {
  readonly movementId: string;
  readonly revisionId: string;
  readonly document: MovementDocument;
  readonly cues: readonly ResolvedCue[];
  readonly faults: readonly ResolvedFault[];
  readonly checkpoints: readonly Checkpoint[];
}

function holds(tag: StanceTag | undefined, stances: Stances): boolean {
  return tag === undefined || stances[tag.point] === undefined || stances[tag.point] === tag.position;
}

/** The studio's positions: each contested point at its default, with `overrides` laid over it. */
export function stancesInForce(lexicon: Lexicon, overrides: Stances = {}): Stances {
  const positions: Record<string, string> = {};
  for (const point of lexicon.stances.values()) positions[point.id] = point.default;
  return { ...positions, ...overrides };
}

/** The lasting id of a cue that stands in one movement only. */
export function ownCueId(movementId: string, slug: string): string {
  return `${movementId}/${slug}`;
}

/** The lasting id of a movement's fault. */
export function faultIdOf(movementId: string, slug: string): string {
  return `${movementId}/${slug}`;
}

function resolveCues(
  document: MovementDocument,
  lexicon: Lexicon,
  stances: Stances,
  cautions: ReadonlySet<string>,
): ResolvedCue[] {
  const cues: ResolvedCue[] = [];
  const facts = factsOf(document, lexicon);
  const isRight = ({ stance, notOn, alwaysOn, notWith }: SharedCue) =>
    !isAnyOf(facts, notOn) &&
    !notWith?.some((caution) => cautions.has(caution)) &&
    (holds(stance, stances) || isAnyOf(facts, alwaysOn));
  for (const cue of document.cues) {
    const shared = cue.shared === undefined ? undefined : lexicon.cues.get(cue.shared);
    if (!holds(cue.stance, stances) || (shared && !isRight(shared))) continue;
    const phase = cue.phase ?? shared?.phase;
    const explain = cue.explain ?? shared?.explain;
    const audience = cue.audience ?? shared?.audience;
    if (shared) {
      cues.push({
        cueId: shared.id,
        text: shared.text,
        kind: shared.kind,
        for: cue.for ?? shared.for,
        shared: true,
        ...(phase && { phase }),
        ...(explain && { explain }),
        ...(audience && { audience }),
      });
    } else if (cue.id && cue.text && cue.kind) {
      cues.push({
        cueId: ownCueId(document.id, cue.id),
        text: cue.text,
        kind: cue.kind,
        for: cue.for ?? [],
        shared: false,
        ...(phase && { phase }),
        ...(explain && { explain }),
        ...(audience && { audience }),
      });
    }
  }
  return cues;
}

/** The slug by which a movement's corrections name a cue. */
function slugOf(cue: ResolvedCue, movementId: string): string {
  return cue.shared ? cue.cueId : cue.cueId.slice(movementId.length + 1);
}

/** Contested points on which something in a movement depends, and those that its author lists. */
export function stancePointsOf(
  document: MovementDocument,
  lexicon: Pick<Lexicon, 'cues' | 'stances' | 'kit' | 'basePoses'>,
): readonly StancePoint[] {
  const tagged = [...document.cues, ...document.faults, ...document.checkpoints].map(({ stance }) => stance?.point);
  const facts = factsOf(document, lexicon);
  const shared = document.cues.map((cue) => {
    const { stance, notOn, alwaysOn } = (cue.shared ? lexicon.cues.get(cue.shared) : undefined) ?? {};
    // What is never said here, or always, depends on no position.
    return isAnyOf(facts, notOn) || isAnyOf(facts, alwaysOn) ? undefined : stance?.point;
  });
  const ids = new Set([...(document.stancePoints ?? []), ...tagged, ...shared]);
  return [...ids].flatMap((id) => (id && lexicon.stances.get(id)) || []);
}

const NO_CAUTIONS: ReadonlySet<string> = new Set();

/**
 * Looks up everything that a movement refers to and leaves out what the stances in force exclude, what would be wrong on this movement
 * and what isn't said to somebody with these cautions.
 */
export function resolveMovement(
  revision: MovementRevision,
  lexicon: Lexicon,
  stances: Stances,
  cautions: ReadonlySet<string> = NO_CAUTIONS,
): ResolvedMovement {
  const { document } = revision;
  const cues = resolveCues(document, lexicon, stances, cautions);
  const faults = document.faults
    .filter((fault) => holds(fault.stance, stances))
    .map((fault): ResolvedFault => {
      const type = lexicon.faultTypes.get(fault.type);
      const authors = fault.corrections.flatMap((correction) =>
        cues.filter((cue) => correction.kind === 'cue' && slugOf(cue, document.id) === correction.cue),
      );
      const others = cues.filter((cue) => cue.for.includes(fault.type) && !authors.includes(cue));
      return {
        ...fault,
        faultId: faultIdOf(document.id, fault.id),
        name: fault.name ?? type?.name ?? fault.type,
        region: type?.region ?? 'trunk',
        clears: fault.clears ?? [],
        cues: [...authors, ...others],
      };
    });
  return {
    movementId: document.id,
    revisionId: revision.revisionId,
    document,
    cues,
    faults,
    checkpoints: document.checkpoints.filter((checkpoint) => holds(checkpoint.stance, stances)),
  };
}

/** The two cues to brief with: set-up or movement cues that stand first in the library, of two kinds where there are two. */
export function briefingCues(movement: ResolvedMovement): readonly ResolvedCue[] {
  const [first, ...rest] = movement.cues;
  if (!first) return [];
  const second = rest.find((cue) => cue.kind !== first.kind) ?? rest[0];
  return second ? [first, second] : [first];
}
