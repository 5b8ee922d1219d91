import { anglesOf } from './figureKey.ts';
import type { Lexicon } from './library.ts';
import type { MovementDocument } from './movementDocument.ts';
import type { Impact, Pattern, Position, Rhythm } from './terms.ts';
import type { WhereFacts } from './whereFacts.ts';

/** What a movement is by itself, whatever anybody says about it. */
export interface MovementFacts {
  readonly family: string;
  readonly pattern: Pattern;
  readonly position: Position;
  /** Of two movements done as one. */
  readonly joined: boolean;
  /** A weight is held, or pushed or pulled on a machine. */
  readonly loaded: boolean;
  readonly impact: Impact;
  readonly rhythm: Rhythm;
  /** Hands or forearms stand on something that doesn't give. */
  readonly handsFixed: boolean;
  /** Hands do, bent back under the weight. */
  readonly handsFlat: boolean;
  /** Of the knee that bends less, at its most after the set-up; 0 without a figure. */
  readonly kneeBendDeg: number;
}

export function factsOf(document: MovementDocument, lexicon: Pick<Lexicon, 'kit' | 'basePoses'>): MovementFacts {
  const { family, pattern, position, impact, rhythm, kit, figure } = document;
  const contacts = figure ? (figure.contacts ?? lexicon.basePoses.get(figure.base)?.contacts ?? []) : [];
  return {
    family,
    pattern,
    position,
    impact,
    rhythm,
    joined: (document.components ?? []).length > 0,
    loaded: kit.needed.some((id) => lexicon.kit.get(id)?.weighs === true),
    handsFixed: contacts.some((contact) => /^(hand|forearm)/.test(contact)),
    handsFlat: contacts.some((contact) => contact.startsWith('hand')),
    kneeBendDeg: kneeBendOf(document),
  };
}

function kneeBendOf({ figure }: MovementDocument): number {
  if (!figure) return 0;
  const bends = Object.entries(figure.keys).map(([phase, key]) => {
    const angles = anglesOf(key);
    const both = angles['knee.flexion'] ?? 0;
    return phase === 'set-up' ? 0 : Math.min(angles['knee.left.flexion'] ?? both, angles['knee.right.flexion'] ?? both);
  });
  return Math.max(0, ...bends);
}

/** Whether a movement is so in any of these ways. */
export function isAnyOf(facts: MovementFacts, ways: readonly WhereFacts[] = []): boolean {
  return ways.some(
    ({ kneeBendDeg, ...same }) =>
      (kneeBendDeg === undefined || facts.kneeBendDeg >= kneeBendDeg) &&
      Object.entries(same).every(([fact, value]) => value === undefined || facts[fact as keyof typeof same] === value),
  );
}
