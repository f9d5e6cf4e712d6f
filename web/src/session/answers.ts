import { signal } from '@angular/core';
import type { Answer as JobAnswer, JobKind } from '../work/jobs';
import type { Outcome } from '../work/workQueue';

/** What was found out of things that never change, as curves: each is asked for once, and readers hear of answers. */
export class Answers<Key extends object, Answer> {
  private readonly known = new WeakMap<Key, Answer>();
  private readonly asked = new WeakSet<Key>();
  private readonly count = signal(0);

  /** What is known; undefined while it is not. Read in a computed signal it is read again with every answer. */
  of(key: Key): Answer | undefined {
    const answer = this.known.get(key);
    // What is known stays as it is.
    if (answer === undefined) this.count();
    return answer;
  }

  put(key: Key, answer: Answer): Answer {
    this.known.set(key, answer);
    return answer;
  }

  isAsked(key: Key): boolean {
    return this.asked.has(key) || this.known.has(key);
  }

  /**
   * Waits for a job that answers some keys. What was given up can be asked for again. Where the work fails, as when the
   * server went away before its worker was fetched, `otherwise` is the answer: it is not asked again.
   */
  async wait<Kind extends JobKind>(
    keys: readonly Key[],
    work: Promise<Outcome<Kind>>,
    answersIn: (answer: JobAnswer<Kind>) => readonly Answer[],
    otherwise: Answer,
  ): Promise<void> {
    keys.forEach((key) => this.asked.add(key));
    const put = (answers: readonly Answer[]) => keys.forEach((key, i) => this.known.set(key, answers[i]));
    try {
      const outcome = await work;
      if (outcome.kind === 'answered') put(answersIn(outcome.answer));
    } catch {
      put(keys.map(() => otherwise));
    }
    keys.forEach((key) => this.asked.delete(key));
    this.count.update((count) => count + 1);
  }
}
