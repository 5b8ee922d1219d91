import { IsBoolean, IsIn, IsInt, Max, Min } from 'class-validator';
import { Maybe } from '../checks/parts.ts';
import type { JointAngles } from './figureDocument.ts';
import type { Lexicon } from './library.ts';
import type { MovementDocument } from './movementDocument.ts';
import { PATTERNS, POSITIONS, type Pattern, type Position } from './terms.ts';

/** What a movement is by itself, whatever anybody says about it. */
export interface MovementFacts {
  readonly pattern: Pattern;
  readonly position: Position;
  /** A weight is held, or pushed or pulled on a machine. */
  readonly loaded: boolean;
  /** Hands or forearms stand on something that doesn't give. */
  readonly handsFixed: boolean;
  /** Of the knee that bends less, at its most after the set-up; 0 without a figure. */
  readonly kneeBendDeg: number;
}

/** Facts that something holds, or doesn't hold, for: all that are given have to be so. */
export class WhereFacts {
  @Maybe() @IsIn(PATTERNS) pattern?: Pattern;
  @Maybe() @IsIn(POSITIONS) position?: Position;
  @Maybe() @IsBoolean() loaded?: boolean;
  @Maybe() @IsBoolean() handsFixed?: boolean;
  /** At least so much. */
  @Maybe() @IsInt() @Min(1) @Max(170) kneeBendDeg?: number;
}

export function factsOf(document: MovementDocument, lexicon: Pick<Lexicon, 'kit' | 'basePoses'>): MovementFacts {
  const { pattern, position, kit, figure } = document;
  const contacts = figure ? (figure.contacts ?? lexicon.basePoses.get(figure.base)?.contacts ?? []) : [];
  return {
    pattern,
    position,
    loaded: kit.needed.some((id) => lexicon.kit.get(id)?.weighs === true),
    handsFixed: contacts.some((contact) => /^(hand|forearm)/.test(contact)),
    kneeBendDeg: kneeBendOf(document),
  };
}

function kneeBendOf({ figure }: MovementDocument): number {
  if (!figure) return 0;
  const bends = Object.entries(figure.keys).map(([phase, { contacts: _contacts, hands: _hands, airCm: _airCm, ...key }]) => {
    const angles = key as JointAngles;
    const both = angles['knee.flexion'] ?? 0;
    return phase === 'set-up' ? 0 : Math.min(angles['knee.left.flexion'] ?? both, angles['knee.right.flexion'] ?? both);
  });
  return Math.max(0, ...bends);
}

/** Whether a movement is so in any of these ways. */
export function isAnyOf(facts: MovementFacts, ways: readonly WhereFacts[] = []): boolean {
  return ways.some(
    ({ pattern, position, loaded, handsFixed, kneeBendDeg }) =>
      (pattern === undefined || pattern === facts.pattern) &&
      (position === undefined || position === facts.position) &&
      (loaded === undefined || loaded === facts.loaded) &&
      (handsFixed === undefined || handsFixed === facts.handsFixed) &&
      (kneeBendDeg === undefined || facts.kneeBendDeg >= kneeBendDeg),
  );
}
