import type { MovementDocument, Vocabulary } from '@waxwing/core/movement';
import type { Looks } from '@waxwing/core/progress';
import type { LibraryProblem } from '@waxwing/core/ladder';
import type { CueTrialsAnswer } from '@waxwing/core/api';

export interface HealthQuestion {
  readonly documents: readonly MovementDocument[];
  readonly vocabulary: Vocabulary;
  readonly trials: CueTrialsAnswer;
  readonly looks: Looks;
}

export type HealthAnswer = readonly LibraryProblem[];
