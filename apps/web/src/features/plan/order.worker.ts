/** To go through all orders of twelve movements takes half a second and more: it is done beside the thread that draws. */
import { bestOrder, seededRandom, type OrderProblem } from '@waxwing/core/planning';

/** The same plan gets the same order each time that it is asked for. */
const SEED = 1;

addEventListener('message', ({ data }: MessageEvent<OrderProblem>) => {
  postMessage(bestOrder(data, seededRandom(SEED)));
});
