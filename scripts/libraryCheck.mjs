// Reads the starter library with the same importer that a user's pack goes through, lints it as a whole, poses every figure, and
// prints what an author would want to look at: copied sentences, likest faults, what has no figure, and every ladder as text.
// `--without-poses`: figures aren't posed, for whoever runs the tests too, which pose every movement and every fault.
import { readFileSync } from 'node:fs';
import { AVERAGE_BUILD, poseProblems } from '../packages/core/dist/figure/index.js';
import { lexiconOf, likeFaultTexts, repeatedSentences } from '../packages/core/dist/movement/index.js';
import { ladderOf, ladderText } from '../packages/core/dist/ladder/index.js';
import { libraryHealth } from '../packages/core/dist/progress/index.js';
import { buildLibrarySearch, CASE_KINDS, isFound, searchCasesFrom } from '../packages/core/dist/search/index.js';
import Ajv2020 from 'ajv/dist/2020.js';
import { packSchema } from './packSchemaOf.mjs';
import { readSoundLibrary } from './readLibrary.mjs';

/** More movements without a figure, or a larger share of sentences said of two movements, are an error. */
const MOST_WITHOUT_FIGURE = 10;
const MOST_REPEATED_SHARE = 0.03;
const PAIRS_SHOWN = 12;

const { movements, vocabulary } = readSoundLibrary();
const lexicon = lexiconOf(vocabulary);
const short = (id) => id.replace(/^waxwing:/, '');
const errors = [];

const ladder = ladderOf(movements);
const names = new Map(movements.map(({ id, name }) => [id, name]));
for (const family of lexicon.families.values()) {
  const ids = movements.filter((each) => each.family === family.id).map(({ id }) => id);
  if (ids.length > 0) console.log(`\n${family.name} (${ids.length})\n${ladderText(ladder, ids, (id) => names.get(id) ?? id)}`);
}

const hints = libraryHealth(movements, vocabulary).filter(({ severity }) => severity === 'hint');
console.log('');
// A studio's library may be unfinished; the starter's is held to every hint.
for (const { movementId, path, message } of hints) errors.push(`${short(movementId ?? '')} ${path}: ${message}`);

const { sentences, repeated } = repeatedSentences(movements);
const share = repeated.length / Math.max(1, sentences);
console.log(`\n${repeated.length} of ${sentences} sentences stand in more than one movement (${(100 * share).toFixed(1)}%)`);
for (const { text, movementIds } of repeated.slice(0, PAIRS_SHOWN)) console.log(`  ${movementIds.length} × “${text}”`);
if (share > MOST_REPEATED_SHARE) errors.push(`more than ${100 * MOST_REPEATED_SHARE}% of sentences are said of two movements`);

console.log('\nFaults described most alike');
for (const { a, b, likeness } of likeFaultTexts(movements, 0.4).slice(0, PAIRS_SHOWN)) {
  console.log(`  ${(100 * likeness).toFixed(0)}% ${short(a.owner)} ${a.path} ~ ${short(b.owner)} ${b.path}: “${b.text}”`);
}

const without = movements.filter(({ figure }) => !figure);
console.log(`\n${without.length} without a figure`);
for (const { id, noFigure } of without) console.log(`  ${short(id)}: ${noFigure ?? 'no reason'}`);
if (without.length >= MOST_WITHOUT_FIGURE) errors.push(`${without.length} movements have no figure`);

for (const movement of process.argv.includes('--without-poses') ? [] : movements) {
  for (const { path, message } of poseProblems(movement, lexicon, AVERAGE_BUILD))
    errors.push(`${movement.id} ${path}: ${message}`);
}
// The published schema is what the shapes say now, takes what they take, and refuses what they refuse.
const written = readFileSync(new URL('../docs/formats/pack.schema.json', import.meta.url), 'utf8');
if (written !== packSchema()) errors.push('docs/formats/pack.schema.json is older than the shapes: node scripts/packSchema.mjs');
const takes = new Ajv2020({ allErrors: false, strict: false }).compile(JSON.parse(written));
const pack = { format: 'waxwing-library/1', vocabulary, movements };
if (!takes(pack)) errors.push(`the schema refuses the starter: ${JSON.stringify(takes.errors?.[0])}`);
const [some] = movements;
for (const wrong of [
  { ...some, colour: 'red' },
  { ...some, cues: [] },
  { ...some, restSeconds: 'long' },
]) {
  if (takes({ ...pack, movements: [wrong] })) errors.push('the schema takes a movement that the shapes refuse');
}

const search = buildLibrarySearch(movements, vocabulary, ladder);
const cases = searchCasesFrom(readFileSync(new URL('../packages/core/src/test/searchCases.txt', import.meta.url), 'utf8'));
console.log('\nSearch: what trainers type that has its answer among the first three');
for (const isHeldOut of [false, true]) {
  const some = cases.filter((each) => each.isHeldOut === isHeldOut);
  const shareOf = (list) => `${list.filter((each) => isFound(each, search, movements)).length} of ${list.length}`;
  const kinds = CASE_KINDS.map((kind) => `${kind} ${shareOf(some.filter((each) => each.kind === kind))}`);
  console.log(`  ${isHeldOut ? 'held out' : 'tuned on'}: ${shareOf(some)} (${kinds.join(', ')})`);
}
for (const { query, isHeldOut } of cases.filter((each) => !isFound(each, search, movements))) {
  if (!isHeldOut) console.log(`  not found: ${query}`);
}

console.log('');
for (const error of errors) console.log(`error ${error}`);
if (errors.length > 0) process.exit(1);
console.log(`${movements.length} movements, no hint, no error`);
