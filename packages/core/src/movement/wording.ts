import type { MovementDocument } from './movementDocument.ts';
import type { CueKind, Lever } from './terms.ts';
import type { Vocabulary } from './vocabulary.ts';
import { wordCount } from './cueText.ts';
import { wordsOf, writtenTexts } from './likeTexts.ts';
import { isInUse } from './inUse.ts';

/** Words that a colleague would stumble over, and where they stand. */
export interface WordingHint {
  /** Absent for a shared cue. */
  readonly movementId?: string;
  readonly path: string;
  readonly message: string;
}

/** Parts of a body; "back" is one only when it is somebody's, since it is a direction more often. */
const BODY =
  /\b(?:heads?|chins?|necks?|throat|face|eyes?|ears?|shoulders?|armpits?|arms?|elbows?|forearms?|wrists?|hands?|palms?|fingers?|fingertips?|thumbs?|knuckles?|chest|ribs?|ribcage|spine|belly|stomach|navel|waist|hips?|pelvis|tailbone|glutes?|buttocks?|thighs?|knees?|kneecaps?|shins?|calf|calves|ankles?|heels?|feet|foot|toes?|soles?|legs?|breastbone|collarbones?|shoulder blades?|nose|mouth|skull|crown|(?:your|the|long|low|upper) back)\b/i;

/** What begins like this is a picture, not something to do: "A crane swinging", "Slow as a sundial", "Two levers". */
const BARE_PICTURE = /^(?:an?|the|two|three|four|five|one|no|like|as|your|my)\s|^\w+ as an?\s/i;

/** What a movement does to how somebody looks is not what a trainer promises, nor what a client needs to hear. */
const ABOUT_LOOKS =
  /\b(?:ton(?:e|es|ed|ing) (?:up|the|your)|sculpt(?:s|ed|ing)?|slim(?:s|mer|ming)?|(?:burns?|melts?|loses?|losing) (?:\w+ )?fat|flat(?:ter|ten|tens)? (?:\w+ )?(?:stomach|belly|tummy)|(?:bikini|beach|summer) body|spot.reduc\w+|firm(?:s|er)? (?:up|the|your)|shapely|bulky|flabby|saggy|bingo wings|love handles|muffin top|cellulite|problem (?:area|zone)s?|trims? (?:the|your) waist|(?:perfect|ideal) body|thigh gap|six.pack|perky|lift(?:s|ed)? the (?:bum|butt|bottom))\b/i;

/** On more movements than this a text says nothing of any of them. */
const MOVEMENTS_MOST = 4;
/** How much is taken, and how often, is the same everywhere. */
const SAID_EVERYWHERE: readonly (Lever | undefined)[] = ['load', 'volume'];

/** What is wrong with the words of a cue of this kind; none where it can be called out as it is. */
export function cueWording(text: string, kind: CueKind | undefined): readonly string[] {
  const found = kind === 'external' ? BODY.exec(text)?.[0] : undefined;
  return [
    ...(found ? [`“${text}” names “${found}”: an external cue is about something outside the body; else it is internal`] : []),
    ...(kind === 'analogy' && BARE_PICTURE.test(text) ? [`“${text}” is a picture without its verb: say what to do`] : []),
    ...looksTalk(text),
  ];
}

function looksTalk(text: string): readonly string[] {
  const found = ABOUT_LOOKS.exec(text)?.[0];
  return found ? [`“${found}” is about how a body looks: say what it can do`] : [];
}

/** Everything in a library that isn't said as one would say it to a hurried colleague. */
export function wordingHints(documents: readonly MovementDocument[], vocabulary: Vocabulary): readonly WordingHint[] {
  const inUse = documents.filter(isInUse);
  const shared = new Map((vocabulary.cues ?? []).map(({ id, text }) => [sameText(text), id]));
  const own = new Map<string, MovementDocument>();
  const hints: WordingHint[] = (vocabulary.cues ?? []).flatMap(({ id, text, kind }) =>
    cueWording(text, kind).map((message) => ({ path: `vocabulary.cues.${id}`, message })),
  );
  for (const document of inUse) {
    const add = (path: string, message: string) => hints.push({ movementId: document.id, path, message });
    document.cues.forEach(({ id, text, kind }, at) => {
      if (!id || !text) return;
      for (const message of cueWording(text, kind)) add(`cues[${at}].text`, message);
      const words = sameText(text);
      const known = shared.get(words);
      const other = own.get(words);
      if (known) add(`cues[${at}]`, `“${text}” is the shared cue “${known}”: use that, so that what it did stays together`);
      else if (other && other.id !== document.id) {
        add(`cues[${at}]`, `“${text}” is ${other.name}’s cue too: share it, so that what it did stays together`);
      }
      own.set(words, other ?? document);
    });
    document.faults.forEach(({ corrections }, at) =>
      corrections.forEach(({ text }, k) => {
        if (text && wordCount(text) < 2) add(`faults[${at}].corrections[${k}].text`, `“${text}” is too short to act on`);
      }),
    );
    document.eases.forEach(({ text }, at) => {
      if (wordCount(text) < 2) add(`eases[${at}].text`, `“${text}” is too short to act on`);
    });
    for (const { path, text } of writtenTexts(document)) {
      if (!/^cues\[\d+\]\.text$/.test(path)) for (const message of looksTalk(text)) add(path, message);
    }
  }
  return [...hints, ...wornOut(inUse)];
}

function sameText(text: string): string {
  return wordsOf(text).join(' ');
}

/** Steps, eases and corrections that stand word for word on too many movements, once for each. */
function wornOut(documents: readonly MovementDocument[]): readonly WordingHint[] {
  const places = new Map<string, { readonly text: string; readonly at: { movementId: string; path: string }[] }>();
  for (const { id, eases, faults, phases, cautions, setUp } of documents) {
    const add = (path: string, text: string | undefined) => {
      if (!text) return;
      const words = sameText(text);
      const known = places.get(words) ?? { text, at: [] };
      places.set(words, known);
      if (known.at.at(-1)?.movementId !== id) known.at.push({ movementId: id, path });
    };
    eases.forEach(({ lever, text }, at) => SAID_EVERYWHERE.includes(lever) || add(`eases[${at}].text`, text));
    faults.forEach(({ corrections }, at) =>
      corrections.forEach(
        ({ lever, text }, k) => SAID_EVERYWHERE.includes(lever) || add(`faults[${at}].corrections[${k}].text`, text),
      ),
    );
    phases.forEach(({ does }, at) => add(`phases[${at}].does`, does));
    cautions.forEach(({ limit }, at) => add(`cautions[${at}].limit`, limit));
    setUp.forEach((text, at) => add(`setUp[${at}]`, text));
  }
  return [...places.values()]
    .filter(({ at }) => at.length > MOVEMENTS_MOST)
    .flatMap(({ text, at }) =>
      at.map((each) => ({ ...each, message: `“${text}” stands on ${at.length} movements: say what it means on this one` })),
    );
}
