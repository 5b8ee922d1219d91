import type { ResolvedFault, ResolvedMovement } from '../movement/resolvedMovement.ts';
import { lowerFirst } from '../movement/text.ts';
import { REGIONS, SEVERITIES, type Region, type Severity, type Side } from '../movement/terms.ts';

/** A fault that is there now. */
export interface PresentFault {
  readonly faultId: string;
  readonly side?: Side;
  /** How often it has been seen in this set. */
  readonly seenInSet: number;
}

export interface TriageInput {
  readonly movement: ResolvedMovement;
  readonly present: readonly PresentFault[];
  /** How often this client shows the fault: share of looked-at sets, 0–1. Nothing known: 0. */
  readonly rate: (faultId: string) => number;
  /** Regions of the client's cautions. */
  readonly cautionRegions: ReadonlySet<Region>;
  /** Has this client's movement been looked at before? */
  readonly hasHistory: boolean;
  /** Is the load above the last one that was clean? `undefined` where it can't be said. */
  readonly aboveLastCleanLoad: boolean | undefined;
}

export interface TriagedFault {
  readonly fault: ResolvedFault;
  readonly side?: Side;
  /** The highest severity among the present faults that it clears, and its own. */
  readonly severity: Severity;
}

export interface ParkedFault extends TriagedFault {
  /** Why it waits, as half a sentence: "it often goes with the heels". */
  readonly because: string | null;
}

export interface Triage {
  readonly first: TriagedFault;
  readonly parked: readonly ParkedFault[];
  /** Why the first is first. */
  readonly reasons: readonly string[];
  /** Set when the work should stop rather than be corrected, with why. */
  readonly endSet: string | null;
}

const rankOfSeverity = (severity: Severity) => SEVERITIES.indexOf(severity);

/** Every present fault that goes away with `fault`, directly or through another. */
function clearedBy(fault: ResolvedFault, present: readonly ResolvedFault[]): readonly ResolvedFault[] {
  const cleared = new Set<ResolvedFault>();
  const open = [fault];
  for (let here = open.pop(); here; here = open.pop()) {
    for (const other of present) {
      if (other !== fault && !cleared.has(other) && here.clears.includes(other.type)) {
        cleared.add(other);
        open.push(other);
      }
    }
  }
  return [...cleared];
}

const WORD: Readonly<Record<Severity, string>> = {
  risk: 'a risk',
  performance: 'costs performance',
  polish: 'polish',
};

/**
 * One fault to correct first, and the others parked by name. Order: severity (a fault takes the highest of those that it
 * clears), then who clears others, then lower in the chain, then how often this client shows it, then the library's order.
 * `null` when nothing that is present belongs to the movement.
 */
export function triage(input: TriageInput): Triage | null {
  const { movement, rate } = input;
  const presentById = new Map(input.present.map((present) => [present.faultId, present]));
  const faults = movement.faults.filter((fault) => presentById.has(fault.faultId));
  const candidates = faults.map((fault) => {
    const cleared = clearedBy(fault, faults);
    const severity = [fault, ...cleared]
      .map((each) => each.severity)
      .reduce((a, b) => (rankOfSeverity(a) <= rankOfSeverity(b) ? a : b));
    const side = presentById.get(fault.faultId)?.side;
    return { fault, cleared, severity, ...(side && { side }) };
  });
  candidates.sort(
    (a, b) =>
      rankOfSeverity(a.severity) - rankOfSeverity(b.severity) ||
      b.cleared.length - a.cleared.length ||
      REGIONS.indexOf(a.fault.region) - REGIONS.indexOf(b.fault.region) ||
      rate(b.fault.faultId) - rate(a.fault.faultId),
  );
  const [first, ...rest] = candidates;
  if (!first) return null;

  const reasons: string[] = [];
  if (first.severity !== first.fault.severity) {
    const raised = first.cleared.find((fault) => fault.severity === first.severity)!;
    reasons.push(`it brings on “${lowerFirst(raised.name)}”, which is ${WORD[first.severity]}`);
  } else if (first.severity === 'risk') {
    reasons.push('it is a risk');
  }
  if (rest.length > 0 && reasons.length === 0) {
    if (rest.every((other) => other.severity !== first.severity)) {
      reasons.push(`it ${first.severity === 'polish' ? 'is polish' : WORD[first.severity]}; the rest matters less`);
    } else if (first.cleared.length > 0) reasons.push('others go away with it');
    else reasons.push('it is lower in the chain');
  }

  return {
    first: { fault: first.fault, severity: first.severity, ...(first.side && { side: first.side }) },
    parked: rest.map(({ fault, severity, side }) => ({
      fault,
      severity,
      ...(side && { side }),
      because: first.cleared.includes(fault) ? 'it often goes with it' : null,
    })),
    reasons,
    endSet: reasonToEnd(input, candidates, presentById),
  };
}

/**
 * A risk fault above the last clean load, or on a region with a caution, ends the set. A client new to the movement is told
 * once first: one look is no reason to stop somebody who has never been shown.
 */
function reasonToEnd(
  input: TriageInput,
  candidates: readonly TriagedFault[],
  presentById: ReadonlyMap<string, PresentFault>,
): string | null {
  for (const { fault } of candidates) {
    if (fault.severity !== 'risk') continue;
    const toldBefore = (presentById.get(fault.faultId)?.seenInSet ?? 0) > 1;
    if (!input.hasHistory && !toldBefore) continue;
    if (input.aboveLastCleanLoad) return `${fault.name}: a risk, and heavier than the last clean load`;
    if (input.cautionRegions.has(fault.region)) return `${fault.name}: a risk where there is a caution`;
  }
  return null;
}
