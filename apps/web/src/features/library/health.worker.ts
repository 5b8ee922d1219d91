import { libraryHealth } from '@waxwing/core/progress';
import type { HealthAnswer, HealthQuestion } from './healthMessages.ts';

self.addEventListener('message', ({ data }: MessageEvent<HealthQuestion>) => {
  const answer: HealthAnswer = libraryHealth(data.documents, data.vocabulary, data.trials, data.looks);
  self.postMessage(answer);
});
