import { createRunner } from 'jest-light-runner';

const LightRunner = createRunner({ runtime: 'child_process' });

/**
 * The light runner, with an answer for each worker that asks what it works for. By itself it answers all of them when the first one asks, once:
 * a worker that has only just started misses it, and then waits for ever.
 */
export default class AnsweringRunner extends LightRunner {
  _runTest(test) {
    const { config } = test.context;
    const isFirst = !this._testRunners.has(config);
    const running = super._runTest(test);
    if (isFirst) {
      const runner = this._testRunners.get(config);
      const workerData = { globalConfig: this._globalConfig, projectConfig: config, runtime: this._runtime };
      runner.run = ({ path }) => runner.pool.run(path, { channel: answering(workerData) });
    }
    return running;
  }
}

/** What lies between the runner and the worker of one run. */
function answering(workerData) {
  let tell;
  return {
    onMessage: (listener) => (tell = listener),
    postMessage: (message) => {
      if (message === 'jest-light-runner-get-worker-data') tell({ type: 'jest-light-runner-worker-data', workerData });
    },
  };
}
