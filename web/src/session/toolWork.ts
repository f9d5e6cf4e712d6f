import { ToolView } from './toolView';
import { effect, inject, Injectable } from '@angular/core';
import type { ToolState, Work } from '../tools/contract';
import { HeavyWorkService } from '../work/heavyWorkService';
import { ToolInHand } from './toolInHand';

/**
 * Has computed by the worker what the tool in hand waits for, and again when it wishes something else. What is under
 * way is waited for: while a slider is dragged each answer is shown, and then the latest wish is asked for.
 */
@Injectable()
export class ToolWork {
  private readonly hand = inject(ToolInHand);
  private readonly toolView = inject(ToolView);
  private readonly worker = inject(HeavyWorkService);
  private running = false;

  constructor() {
    effect(() => {
      const work = this.toolView.work();
      if (work) void this.run(work);
    });
  }

  private async run({ job, args, merge }: Work<ToolState>): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      const outcome = await this.worker.run(job, args);
      this.running = false;
      if (outcome.kind === 'answered') this.hand.answer((now) => merge(now, outcome.answer as never));
    } finally {
      this.running = false;
    }
  }
}
