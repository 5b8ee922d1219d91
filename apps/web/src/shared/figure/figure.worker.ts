/** Solving a rep takes some milliseconds, a page of them too long for the thread that draws: it is done here. */
import { solveRep, solveStills } from '@waxwing/core/figure';
import type { FigureReply, FigureRequest } from './messages.ts';

addEventListener('message', ({ data }: MessageEvent<FigureRequest>) => {
  const { source, base, build, fault, stillsOnly } = data.question;
  const poses = { basePoses: new Map(base ? [[base.id, base]] : []) };
  const answer = (stillsOnly ? solveStills : solveRep)(source, poses, build, fault);
  postMessage({ id: data.id, answer } satisfies FigureReply);
});
