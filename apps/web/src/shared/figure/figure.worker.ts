/** Solving a rep takes some milliseconds, a page of them too long for the thread that draws: it is done here. */
import { solveRep, solveStills, type RepAnswer } from '@waxwing/core/figure';
import type { FigureReply, FigureRequest } from './messages.ts';

addEventListener('message', ({ data }: MessageEvent<FigureRequest>) => {
  const { source, base, build, fault, stillsOnly } = data.question;
  const poses = { basePoses: new Map(base ? [[base.id, base]] : []) };
  let answer: RepAnswer;
  try {
    answer = (stillsOnly ? solveStills : solveRep)(source, poses, build, fault);
  } catch (error) {
    // Whoever waits has to hear of it, whatever went wrong.
    answer = { ok: false, error: { kind: 'unknown', what: String(error) } };
  }
  postMessage({ id: data.id, answer } satisfies FigureReply);
});
