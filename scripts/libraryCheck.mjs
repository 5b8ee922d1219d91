// Reads the starter library with the same importer that a user's pack goes through, lints it as a whole and poses every figure.
import { AVERAGE_BUILD, poseProblems } from '../packages/core/dist/figure/index.js';
import { lexiconOf } from '../packages/core/dist/index.js';
import { libraryProblems } from '../packages/core/dist/shapes.js';
import { readSoundLibrary } from './readLibrary.mjs';

const { movements, vocabulary } = readSoundLibrary();
const hints = libraryProblems(movements, vocabulary).filter((problem) => problem.severity === 'hint');
for (const { movementId, path, message } of hints) console.log(`hint ${movementId ?? ''} ${path}: ${message}`);

const lexicon = lexiconOf(vocabulary);
let wrong = 0;
for (const movement of movements) {
  if (!movement.figure) console.log(`hint ${movement.id} figure: has none`);
  for (const { path, message } of poseProblems(movement, lexicon, AVERAGE_BUILD)) {
    console.log(`error ${movement.id} ${path}: ${message}`);
    wrong += 1;
  }
}
if (wrong > 0) process.exit(1);
console.log(`${movements.length} movements, ${hints.length} hints, no error`);
