/** Does one task after the other; of those that are asked for meanwhile only the last, and none that was dropped. */
export class LastAsked {
  private next: (() => Promise<void>) | null = null;
  private isBusy = false;

  ask(task: () => Promise<void>): void {
    this.next = task;
    if (!this.isBusy) void this.work();
  }

  /** What waits is not done any more. */
  drop(): void {
    this.next = null;
  }

  private async work(): Promise<void> {
    this.isBusy = true;
    try {
      for (let task = this.taken(); task; task = this.taken()) await task();
    } finally {
      this.isBusy = false;
    }
  }

  private taken(): (() => Promise<void>) | null {
    const { next } = this;
    this.next = null;
    return next;
  }
}
