import { feltIn } from '../movement/feeling.ts';
import { matchesFacets } from '../movement/facets.ts';
import type { Lexicon } from '../movement/library.ts';
import type { MovementDocument } from '../movement/movementDocument.ts';
import type { Meaning, QueryTerm } from './queryTerms.ts';
import type { ReadTerm } from './readQuery.ts';

/** A movement that has to be limited for a caution comes after those that needn't. */
const LIMITED = 0.7;
/** Works where the caution is: what somebody with bad knees may do for their legs comes before what is for their arms. */
const AROUND_THE_CAUTION = 0.8;
/** Of what somebody with a caution may do, the easier comes first: what a rung of its ladder counts. */
const RUNG = 0.25;
/** And what takes no practice. */
const SKILL = 0.5;
/** What is written of a movement first is what goes wrong with it most: each place after that counts so much. */
const PLACE_OF_FAULT = 0.2;
/** Who begins has shown nothing yet. */
const EACH_SKILL = 1;
const RUNG_OF_LEVEL = 0.15;
/** A fault is asked about where it is learned: in the plain squat before the squat and press. */
const RUNG_OF_FAULT = 0.03;
/** Knees that cave are asked about in squats before jumping jacks: what it counts to be of the pattern in which a fault is usual. */
const WHERE_USUAL = 0.5;
/** What a share of the work counts. */
const SHARE = 3;
/** Who names a muscle wants it worked; a stretch of it has its own words. */
const ONLY_STRETCHED = 2;
/** And when it is not the first that is stretched. */
const ALSO_STRETCHED = 2;
/** What goes wrong under load is asked about before what goes wrong in a stretch. */
const FAULT_IN_STRETCH = 0.6;
/** What needs another of the things that may be meant than the first. */
const OF_SEVERAL = 0.3;
/** What is usually done with something else. */
const REPLACED = 1;
/** Of movements that are named one by one, the first comes first, whatever is commoner. */
const PLACE_AMONG_NAMED = 3;
/** A fault that hurts somebody is watched for first. */
const OF_SEVERITY = { risk: -0.3, performance: -0.1, polish: 0 } as const;
/** Kit that every room has. */
const EVERYWHERE: ReadonlySet<string> = new Set(['mat', 'wall']);

/** What terms make of movements: each is found once and kept. */
export class TermCosts {
  private readonly kept = new WeakMap<Meaning, Float64Array>();
  private readonly byId: ReadonlyMap<string, MovementDocument>;
  private readonly sharesByFault = new Map<string, Map<string, number>>();

  constructor(
    private readonly documents: readonly MovementDocument[],
    private readonly lexicon: Lexicon,
    /** How far up its ladder a movement stands, from 0. */
    private readonly rungOf: (movementId: string) => number,
  ) {
    this.byId = new Map(documents.map((document) => [document.id, document]));
  }

  /** `null` when a term rules a movement out, else what all of them cost it; less is better. */
  of(movement: number, terms: readonly QueryTerm[]): number | null {
    let cost = 0;
    for (const { meaning } of terms) cost += this.costsOf(meaning)[movement]!;
    return Number.isNaN(cost) ? null : cost;
  }

  /** What each term costs every movement, `NaN` where it rules one out: for whoever looks at all of them. */
  ofAll(terms: readonly ReadTerm[]): readonly Float64Array[] {
    return terms.map(({ meaning }) => this.costsOf(meaning));
  }

  private costsOf(meaning: Meaning): Float64Array {
    let costs = this.kept.get(meaning);
    if (!costs) {
      costs = Float64Array.from(this.documents, (document) => this.cost(document, meaning) ?? NaN);
      this.kept.set(meaning, costs);
    }
    return costs;
  }

  private cost(document: MovementDocument, meaning: Meaning): number | null {
    switch (meaning.kind) {
      case 'muscles': {
        const worked = document.muscles.filter(
          ({ muscle, role }) => meaning.muscleIds.includes(muscle) && role !== 'stabilising',
        );
        if (worked.length === 0) return null;
        const isFor = worked.some(({ muscle }) => matchesFacets(document, { muscle }));
        // What loosens a muscle works it little; of what works it, a little isn't enough.
        if (!isFor && !isStretch(document)) return null;
        const stretched = isStretch(document) ? ONLY_STRETCHED + (isFor ? 0 : ALSO_STRETCHED) : 0;
        return stretched - SHARE * Math.max(...worked.map(({ share }) => share));
      }
      case 'kit':
        // A kettlebell may be one of a pair; who says one has one.
        if (needsAny(document, meaning.kitIds))
          return meaning.kitIds.length > 1 && !needsAny(document, meaning.kitIds.slice(0, 1)) ? OF_SEVERAL : 0;
        return meaning.kitIds.some((needs) => matchesFacets(document, { needs })) ? REPLACED : null;
      case 'without':
        return this.isOf(document, meaning.of) ? null : 0;
      case 'not-these':
        return meaning.movementIds.has(document.id) ? null : 0;
      case 'narrowing': {
        const { withoutKit, withoutWeights, rhythm, movements, ...facets } = meaning.narrows;
        if (rhythm && document.rhythm !== rhythm) return null;
        if (withoutWeights && document.kit.needed.some((each) => this.lexicon.kit.get(each)?.weighs)) return null;
        if (withoutKit && document.kit.needed.some((each) => !EVERYWHERE.has(each))) return null;
        if (!matchesFacets(document, facets)) return null;
        if (!movements) return 0;
        const place = movements.indexOf(document.id);
        return place < 0 ? null : PLACE_AMONG_NAMED * place;
      }
      case 'caution': {
        // What is closed to somebody alone is no more open to them joined with something else.
        const parts = [document, ...(document.components ?? []).flatMap((id) => this.byId.get(id) ?? [])];
        const own = parts.flatMap(({ cautions }) => cautions.filter(({ caution }) => caution === meaning.cautionId));
        if (own.some(({ closed }) => closed)) return null;
        const around = this.worksAround(document, meaning.cautionId) ? AROUND_THE_CAUTION : 0;
        const rung = Math.max(...parts.map(({ id }, at) => this.rungOf(id) + (at > 0 ? 1 : 0)));
        return (own.length > 0 ? LIMITED : 0) - around + RUNG * rung + SKILL * document.skill;
      }
      case 'fault': {
        const place = document.faults.findIndex(({ type }) => type === meaning.faultTypeId);
        const own = document.faults[place];
        if (!own) return null;
        const stretch = isStretch(document) ? FAULT_IN_STRETCH : 0;
        const usual = WHERE_USUAL * this.shareWith(meaning.faultTypeId, document.pattern);
        return OF_SEVERITY[own.severity] + PLACE_OF_FAULT * place + RUNG_OF_FAULT * this.rungOf(document.id) + stretch - usual;
      }
      case 'feeling':
        return feltIn(document, this.lexicon).not.some(({ id }) => meaning.feelingIds.includes(id)) ? 0 : null;
      case 'level': {
        const rung = RUNG_OF_LEVEL * this.rungOf(document.id);
        if (meaning.end === 'low') return document.skill > 2 ? null : rung + EACH_SKILL * document.skill;
        return document.skill < 2 ? null : -rung - EACH_SKILL * document.skill;
      }
      case 'direction':
      case 'lever':
      case 'client':
        return 0;
    }
  }

  /** Of the movements with a fault, the share that is of this pattern. */
  private shareWith(faultTypeId: string, pattern: MovementDocument['pattern']): number {
    let shares = this.sharesByFault.get(faultTypeId);
    if (!shares) {
      const having = this.documents.filter(({ faults }) => faults.some(({ type }) => type === faultTypeId));
      shares = new Map<string, number>();
      for (const each of having) shares.set(each.pattern, (shares.get(each.pattern) ?? 0) + 1 / having.length);
      this.sharesByFault.set(faultTypeId, shares);
    }
    return shares.get(pattern) ?? 0;
  }

  /** Of kit: whether it can't be done without. */
  private isOf(document: MovementDocument, meaning: Extract<Meaning, { kind: 'kit' | 'narrowing' }>): boolean {
    return meaning.kind === 'kit' ? needsAny(document, meaning.kitIds) : this.cost(document, meaning) !== null;
  }

  private worksAround({ muscles }: MovementDocument, cautionId: string): boolean {
    const regions = this.lexicon.cautions.get(cautionId)?.regions ?? [];
    return muscles.some(({ muscle, role }) => {
      const region = this.lexicon.muscles.get(muscle)?.region;
      return role === 'prime-mover' && region !== undefined && regions.includes(region);
    });
  }
}

function isStretch({ pattern }: MovementDocument): boolean {
  return pattern === 'stretch' || pattern === 'mobility';
}

function needsAny({ kit }: MovementDocument, kitIds: readonly string[]): boolean {
  return kit.needed.some((each) => kitIds.includes(each));
}
