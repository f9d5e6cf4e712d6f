import type { StartedWorker } from './workQueue';

/** Starts the worker of heavy work in a browser. */
export function startBrowserWorker(): StartedWorker {
  const worker = new Worker(new URL('./heavy.worker', import.meta.url), { type: 'module' });
  return {
    endpoint: worker,
    terminate: () => worker.terminate(),
    onFailure: (report) => worker.addEventListener('error', ({ message }) => report(message), { once: true }),
  };
}
