import { type Endpoint, proxy, type Remote, transfer, wrap } from 'comlink';
import type { HeavyWork } from './heavyWork';
import type { Answer, Asked, JobKind, JobProgress } from './jobs';

/** A worker that was started, however the platform does it. */
export interface StartedWorker {
  readonly endpoint: Endpoint;
  terminate(): void;
  /** Calls back when the worker itself fails: a script that did not load, memory that ran out. */
  onFailure(report: (message: string) => void): void;
}

/** How a job ended: with its answer, or given up because it was cancelled or a later one came. */
export type Outcome<Kind extends JobKind> =
  { readonly kind: 'answered'; readonly answer: Answer<Kind> } | { readonly kind: 'given-up' };

interface Running {
  giveUp(): void;
  fail(error: Error): void;
}

/**
 * One line of heavy work, as the price of the step at hand: the latest job wins. A new job, or `cancel`, ends the
 * worker in the middle of the old one and starts a fresh one; the old job is then given up, never answered late.
 *
 * Arrays in what is asked are handed over, not copied: they are empty afterwards. The promise is rejected with what the
 * kernel throws, and when the worker fails.
 */
export class WorkQueue {
  private worker: { started: StartedWorker; remote: Remote<HeavyWork> } | null = null;
  private running: Running | null = null;

  constructor(private readonly start: () => StartedWorker) {}

  run<Kind extends JobKind>(
    kind: Kind,
    asked: Asked<Kind>,
    onProgress?: (step: JobProgress) => void,
  ): Promise<Outcome<Kind>> {
    this.cancel();
    const { remote } = (this.worker ??= this.fresh());
    return new Promise((resolve, reject) => {
      const running: Running = { giveUp: () => resolve({ kind: 'given-up' }), fail: reject };
      this.running = running;
      const ended = (end: () => void) => {
        // After another job took its place this one has been given up already.
        if (this.running !== running) return;
        this.running = null;
        end();
      };
      const tell = onProgress && proxy((step: JobProgress) => this.running === running && onProgress(step));
      // The types of comlink do not follow a generic method.
      const run = remote.run as unknown as (...message: unknown[]) => Promise<Answer<Kind>>;
      run(kind, transfer(asked, buffersOf(asked)), tell).then(
        (answer) => ended(() => resolve({ kind: 'answered', answer })),
        (error: unknown) => ended(() => reject(error instanceof Error ? error : new Error(String(error)))),
      );
    });
  }

  /** Gives up the job at hand, if any, and has a fresh worker ready for the next. */
  cancel(): void {
    const { running } = this;
    if (!running) return;
    this.running = null;
    this.stop();
    running.giveUp();
    this.worker = this.fresh();
  }

  /** Ends the worker for good. */
  stop(): void {
    this.running?.giveUp();
    this.running = null;
    this.worker?.started.terminate();
    this.worker = null;
  }

  private fresh() {
    const started = this.start();
    started.onFailure((message) => {
      if (this.worker?.started !== started) return;
      const { running } = this;
      this.running = null;
      this.stop();
      running?.fail(new Error(message));
    });
    return { started, remote: wrap<HeavyWork>(started.endpoint) };
  }
}

/** The buffers of the arrays that are asked with, each once; none of them is shared between threads. */
function buffersOf(asked: object): ArrayBuffer[] {
  const buffers = Object.values(asked)
    .flat()
    .flatMap((value: unknown) => (ArrayBuffer.isView(value) ? [value.buffer as ArrayBuffer] : []));
  return [...new Set(buffers)];
}
