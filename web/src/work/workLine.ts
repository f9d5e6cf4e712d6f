import type { Asked, JobKind, JobProgress } from './jobs';
import { type Outcome, type StartedWorker, WorkQueue } from './workQueue';

interface Waiting {
  readonly rank: number;
  readonly isWanted: () => boolean;
  readonly go: () => Promise<void>;
  readonly leaveOut: () => void;
}

export interface LineOptions {
  /** The least goes first; of one rank the one that came first. 0 when left out. */
  readonly rank?: number;
  /** Asked when its turn comes: what nobody wants any more is left out. */
  readonly isWanted?: () => boolean;
  readonly onProgress?: (step: JobProgress) => void;
}

/**
 * Jobs one after another on a worker of their own: unlike in a `WorkQueue`, none ends another. What is asked is only put
 * together when the turn of the job comes.
 */
export class WorkLine {
  private readonly worker: WorkQueue;
  private waiting: Waiting[] = [];
  private isBusy = false;

  constructor(start: () => StartedWorker) {
    this.worker = new WorkQueue(start);
  }

  /** Given up when it was not wanted any more; rejected with what the kernel throws, and when the worker fails. */
  ask<Kind extends JobKind>(
    kind: Kind,
    asked: () => Asked<Kind>,
    { rank = 0, isWanted = () => true, onProgress }: LineOptions = {},
  ): Promise<Outcome<Kind>> {
    return new Promise((resolve, reject) => {
      const go = async () => {
        try {
          resolve(await this.worker.run(kind, asked(), onProgress));
        } catch (error) {
          reject(error instanceof Error ? error : new Error(String(error)));
        }
      };
      this.waiting.push({ rank, isWanted, go, leaveOut: () => resolve({ kind: 'given-up' }) });
      void this.next();
    });
  }

  /** What is under way and what waits is given up; the next job finds a fresh worker. */
  giveUp(): void {
    for (const each of this.waiting.splice(0)) each.leaveOut();
    this.worker.cancel();
  }

  /** Ends the worker for good. */
  stop(): void {
    for (const each of this.waiting.splice(0)) each.leaveOut();
    this.worker.stop();
  }

  private async next(): Promise<void> {
    if (this.isBusy) return;
    this.isBusy = true;
    // What comes in the same instant is put in order first.
    await Promise.resolve();
    while (this.waiting.length > 0) {
      const least = Math.min(...this.waiting.map(({ rank }) => rank));
      const [chosen] = this.waiting.splice(
        this.waiting.findIndex(({ rank }) => rank === least),
        1,
      );
      if (chosen.isWanted()) await chosen.go();
      else chosen.leaveOut();
    }
    this.isBusy = false;
  }
}
