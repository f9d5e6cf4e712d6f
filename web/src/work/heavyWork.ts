import { type Answer, type Asked, type JobKind, type JobProgress, runJob } from './jobs';

/** Progress is told at most this often, in ms: a person cannot follow more, and every word crosses the threads. */
const TELL_EVERY = 50;

/** What a worker offers through comlink. */
export interface HeavyWork {
  run<Kind extends JobKind>(
    kind: Kind,
    asked: Asked<Kind>,
    tell?: (step: JobProgress) => void,
  ): Answer<Kind> | Promise<Answer<Kind>>;
}

export const heavyWork: HeavyWork = {
  run(kind, asked, tell) {
    let lastPosted = -Infinity;
    return runJob(kind, asked, (step) => {
      const now = performance.now();
      if (!tell || now - lastPosted < TELL_EVERY) return;
      lastPosted = now;
      tell(step);
    });
  },
};
