import type { CueTrialsAnswer, LibraryProblem, MovementDocument, Vocabulary } from '@waxwing/core';

export interface HealthQuestion {
  readonly documents: readonly MovementDocument[];
  readonly vocabulary: Vocabulary;
  readonly trials: CueTrialsAnswer;
}

export type HealthAnswer = readonly LibraryProblem[];
