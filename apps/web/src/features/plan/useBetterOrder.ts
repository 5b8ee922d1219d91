import {
  flowOf,
  hourTimes,
  orderProblem,
  orderReasons,
  orderedBy,
  unroll,
  type BestOrder,
  type OrderProblem,
  type OrderReasons,
  type Plan,
  type PlanContext,
  type PlanEdit,
} from '@waxwing/core/planning';
import { useEffect, useRef, useState } from 'react';

/** Less than this, in seconds' worth, isn't better in a way that anybody would notice. */
const WORTH_LEAST = 10;

interface Looked {
  /** No other order could be better. */
  readonly isExact: boolean;
  /** Some of it is done on the floor and some isn't. */
  readonly mixesFloor: boolean;
  /** The items' ids as they stand since. */
  readonly after: readonly string[];
}

/** What came of looking for a better order of a block. */
export type BetterOrder =
  | { readonly kind: 'looking' | 'failed' }
  | ({ readonly kind: 'none' } & Looked)
  | ({
      readonly kind: 'found';
      readonly before: readonly string[];
      readonly reasons: OrderReasons;
      /** Less changing over for each, on average; negative when it is more. */
      readonly savedSeconds: number;
    } & Looked);

function solve(worker: Worker, problem: OrderProblem): Promise<BestOrder> {
  return new Promise((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<BestOrder>) => resolve(data);
    worker.onerror = () => reject(new Error('no order came'));
    worker.postMessage(problem);
  });
}

/** Looks for a better order of a block, in a worker, and puts it in that order at once: Undo takes it back. */
export function useBetterOrder(
  blockId: string,
  plan: Plan,
  context: PlanContext,
  onEdit: (edit: PlanEdit, did: string) => void,
): { readonly state: BetterOrder | null; readonly look: (floorTogether: boolean) => void; readonly close: () => void } {
  const [state, setState] = useState<BetterOrder | null>(null);
  const worker = useRef<Worker | null>(null);
  // What is on screen when the answer comes: somebody may have gone on meanwhile.
  const now = useRef(plan);
  useEffect(() => {
    now.current = plan;
  }, [plan]);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => stop, []);

  const look = (floorTogether: boolean) => {
    stop();
    const flow = flowOf(plan, blockId, context, floorTogether);
    if (!flow) return setState({ kind: 'failed' });
    const own = new Worker(new URL('./order.worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    setState({ kind: 'looking' });
    solve(own, orderProblem(flow)).then(
      ({ order, gain, isExact }) => {
        if (worker.current !== own) return;
        stop();
        const before = flow.items.map(({ itemId }) => itemId);
        const { lanes, blocks } = now.current;
        const isAsItWas = lanes === plan.lanes && blocks.find((each) => each.blockId === blockId)?.items === flow.items;
        const looked = { isExact, mixesFloor: flow.mixesFloor, after: order.map((at) => before[at]!) };
        if (!isAsItWas) setState(null);
        else if (gain < WORTH_LEAST) setState({ kind: 'none', ...looked, after: before });
        else {
          const edit = orderedBy(blockId, looked.after);
          const changing = (each: Plan) => hourTimes(each, unroll(each, context)).all.change;
          const savedSeconds = changing(now.current) - changing(edit(now.current));
          const given = before.map((_, at) => at);
          const reasons = orderReasons(flow, given, order, context);
          setState({ kind: 'found', ...looked, before, reasons, savedSeconds });
          onEdit(edit, 'a better order');
        }
      },
      () => {
        if (worker.current !== own) return;
        stop();
        setState({ kind: 'failed' });
      },
    );
  };
  return {
    state,
    look,
    close: () => {
      stop();
      setState(null);
    },
  };
}
