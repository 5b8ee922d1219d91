import type { BasePose } from '@waxwing/core/movement';
import type { Build, FigureSource, RepAnswer, ShownFault } from '@waxwing/core/figure';

/** What the figure worker is asked. It knows nothing of the library: what it needs comes along. */
export interface FigureQuestion {
  readonly source: FigureSource;
  readonly base: BasePose | undefined;
  readonly build: Build;
  readonly fault?: ShownFault;
  /** Only the named moments, for pictures that stand still. */
  readonly stillsOnly: boolean;
}

export interface FigureRequest {
  readonly id: number;
  readonly question: FigureQuestion;
}

export interface FigureReply {
  readonly id: number;
  readonly answer: RepAnswer;
}
