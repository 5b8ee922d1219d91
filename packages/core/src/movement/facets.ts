import type { MovementDocument } from './movementDocument.ts';
import { IMPACTS, PATTERNS, POSITIONS, type Impact, type Pattern, type Position } from './terms.ts';

/** What a list of movements is narrowed to; what isn't said narrows nothing. */
export interface Facets {
  readonly family?: string;
  readonly pattern?: Pattern;
  readonly position?: Position;
  /** At most this much. */
  readonly impact?: Impact;
  /** Prime mover, or assisting with at least a third of the work. */
  readonly muscle?: string;
  /** Open with this caution. */
  readonly caution?: string;
  /** Needs this. */
  readonly needs?: string;
}

/** From this share of the work on a muscle is what a movement is for. */
const SHARE_THAT_COUNTS = 0.33;

const member = <T extends string>(list: readonly T[], value: string | undefined): T | undefined =>
  list.find((each) => each === value);

/** Facets as an address has them: what isn't a term of the field is left out. */
export function facetsFrom(said: Readonly<Record<string, string | undefined>>): Facets {
  const { family, muscle, caution, needs } = said;
  const pattern = member(PATTERNS, said.pattern);
  const position = member(POSITIONS, said.position);
  const impact = member(IMPACTS, said.impact);
  return {
    ...(family && { family }),
    ...(pattern && { pattern }),
    ...(position && { position }),
    ...(impact && { impact }),
    ...(muscle && { muscle }),
    ...(caution && { caution }),
    ...(needs && { needs }),
  };
}

export function matchesFacets(document: MovementDocument, facets: Facets): boolean {
  const { family, pattern, position, impact, muscle, caution, needs } = facets;
  if (family && document.family !== family) return false;
  if (pattern && document.pattern !== pattern) return false;
  if (position && document.position !== position) return false;
  if (impact && IMPACTS.indexOf(document.impact) > IMPACTS.indexOf(impact)) return false;
  if (
    muscle &&
    !document.muscles.some((each) => each.muscle === muscle && each.role !== 'stabilising' && each.share >= SHARE_THAT_COUNTS)
  ) {
    return false;
  }
  if (caution && document.cautions.some((each) => each.caution === caution && each.closed)) return false;
  if (needs) {
    const { needed, replaceable = [] } = document.kit;
    if (!needed.includes(needs) && !replaceable.some(({ kit, by }) => by === needs && needed.includes(kit))) return false;
  }
  return true;
}
