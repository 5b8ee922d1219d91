import type { Dose, Tempo } from '../dose.ts';
import { doseText, tempoText } from '../doseText.ts';
import type { Lexicon } from '../library.ts';
import type { MovementDocument } from '../movementDocument.ts';
import type { StanceTag } from '../vocabulary.ts';
import type { Difference } from './difference.ts';

/** What a document speaks of by ids, and how that is called. */
export interface Names {
  readonly lexicon: Lexicon;
  readonly nameOf: (movementId: string) => string;
}

/** What a field is called where its own name doesn't say it. */
const FIELDS: Readonly<Record<string, string>> = {
  otherNames: 'other names',
  setUp: 'set-up',
  standsAlone: 'stands alone',
  noFigure: 'no figure because',
  restSeconds: 'rest',
  repSeconds: 'seconds a rep',
  metresPerSecond: 'metres a second',
  stancePoints: 'contested points',
  shownFirst: 'shown first',
  sideBranch: 'side branch',
  oneSided: 'can be one side',
  regressTo: 'goes back to',
  stopWhen: 'stop when',
  clears: 'goes away with it',
  corrections: 'what to do',
  components: 'joined of',
  fromDeg: 'from',
  toDeg: 'to',
  widthM: 'width',
  depthM: 'depth',
  does: 'what is done',
  for: 'is for',
  trains: 'what it trains',
  change: 'on the figure',
  angles: 'bent',
};

const KIND_WORDS = { added: 'is new', removed: 'is gone', ordered: 'in another order' } as const;

/** A difference in words, for somebody who knows the movement: "Knee drops in, severity: performance → risk". */
export function differenceText(difference: Difference, { before, after }: Sides, names: Names): string {
  if (difference.path[0] === 'putAway') return putAwayText(after, names);
  if (difference.path[0] === 'figure' && difference.path.length > 2) return poseText(difference);
  const where = whereText(difference, { before, after }, names);
  if (difference.kind !== 'set') return `${where} ${KIND_WORDS[difference.kind]}`;
  const field = difference.path.at(-1)!;
  const [was, is] = [difference.before, difference.after].map((value) => valueText(value, field, names));
  if (was === null) return is === null ? where : `${where}: ${is}`;
  return is === null ? `${where}: no longer ${was}` : `${where}: ${was} → ${is}`;
}

/** What is otherwise in a pose: "Pose at turn, knee flexion: 116° → 90°". */
function poseText(difference: Difference): string {
  const [, part, ...rest] = difference.path;
  const where =
    part === 'keys'
      ? `Pose at ${rest.map((name) => name.replace(/\./g, ' ')).join(', ')}`
      : `Figure, ${part}, ${rest.join(', ')}`;
  if (difference.kind !== 'set') return where;
  const [was, is] = [difference.before, difference.after].map((value) =>
    typeof value === 'number' ? `${value}${part === 'keys' ? '°' : ''}` : typeof value === 'string' ? value : null,
  );
  if (was === null) return is === null ? where : `${where}: ${is}`;
  return is === null ? `${where}: no longer said` : `${where}: ${was} → ${is}`;
}

function putAwayText({ putAway }: MovementDocument, { nameOf }: Names): string {
  if (!putAway) return 'Brought back';
  return putAway.instead ? `Put away; instead of it: ${nameOf(putAway.instead)}` : 'Put away';
}

/** The documents between which something is otherwise. */
export interface Sides {
  readonly before: MovementDocument;
  readonly after: MovementDocument;
}

function whereText({ path }: Difference, sides: Sides, names: Names): string {
  const [list, key, ...fields] = path as [string, string?, ...string[]];
  const entry = key === undefined ? null : entryText(list, key, sides, names);
  const rest = (entry === null ? path : fields).map((field) => FIELDS[field] ?? field);
  const parts = entry === null ? rest : [entry, ...rest];
  const text = parts.join(', ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** What an entry of a list is called, as it is now, else as it was; nothing for a field. */
function entryText(list: string, key: string, { before, after }: Sides, { lexicon, nameOf }: Names): string | null {
  const among = <Entry>(of: (document: MovementDocument) => readonly Entry[], isIt: (entry: Entry) => boolean) =>
    of(after).find(isIt) ?? of(before).find(isIt);
  switch (list) {
    case 'cues': {
      const cue = among(
        ({ cues }) => cues,
        ({ shared, id }) => (shared ?? id) === key,
      );
      return `cue “${cue?.text ?? lexicon.cues.get(key)?.text ?? key}”`;
    }
    case 'faults': {
      const fault = among(
        ({ faults }) => faults,
        ({ id }) => id === key,
      );
      return fault?.name ?? lexicon.faultTypes.get(fault?.type ?? '')?.name ?? key;
    }
    case 'checkpoints': {
      const checkpoint = among(
        ({ checkpoints }) => checkpoints,
        ({ id }) => id === key,
      );
      return `checkpoint “${checkpoint?.look ?? key}”`;
    }
    case 'muscles':
      return lexicon.muscles.get(key)?.name ?? key;
    case 'cautions':
      return `caution ${(lexicon.cautions.get(key)?.name ?? key).toLowerCase()}`;
    case 'harder':
      return `step to ${nameOf(key).toLowerCase()}`;
    case 'phases':
      return `phase ${key}`;
    default:
      return null;
  }
}

/** A value as it is said; nothing when it is absent, or too much to be said. */
function valueText(value: unknown, field: string, { lexicon, nameOf }: Names): string | null {
  if (value === undefined || value === null) return null;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return `${value}${unitOf(field)}`;
  if (typeof value === 'string') {
    if (field === 'regressTo' || field === 'instead') return nameOf(value);
    if (field === 'family') return lexicon.families.get(value)?.name ?? value;
    if (field === 'type') return lexicon.faultTypes.get(value)?.name ?? value;
    // One word is a term; more is somebody's sentence.
    return /\s/.test(value) ? `“${value}”` : value;
  }
  if (field === 'dose') return doseText(value as Dose);
  if (field === 'tempo') return tempoText(value as Tempo);
  if (field === 'stance') return stanceText(value as StanceTag, lexicon);
  if (!Array.isArray(value)) return null;
  if (value.length === 0) return 'none';
  const said = value.map((each) => listedText(each, field, lexicon, nameOf));
  return said.every((each) => each !== null) ? said.join(', ') : null;
}

function unitOf(field: string): string {
  return field.endsWith('Seconds') ? ' s' : field.endsWith('Deg') ? '°' : field.endsWith('M') ? ' m' : '';
}

function stanceText({ point, position }: StanceTag, lexicon: Lexicon): string {
  const known = lexicon.stances.get(point);
  return `${known?.name ?? point}, ${known?.positions.find(({ id }) => id === position)?.name ?? position}`;
}

function listedText(value: unknown, field: string, lexicon: Lexicon, nameOf: Names['nameOf']): string | null {
  if (typeof value !== 'string') return null;
  if (field === 'for' || field === 'clears') return lexicon.faultTypes.get(value)?.name ?? value;
  if (field === 'components') return nameOf(value);
  if (field === 'needed' || field === 'optional') return lexicon.kit.get(value)?.name ?? value;
  if (field === 'stancePoints') return lexicon.stances.get(value)?.name ?? value;
  return value;
}
