import { effect, inject, Injectable } from '@angular/core';
import { askedOf, fittedBy, type FreehandState, isCurrent } from '../tools/freehand/freehand';
import { HeavyWorkService } from '../work/heavyWorkService';
import { Bench } from './bench';

/**
 * Has the curve near a freehand stroke made by the worker, and again when its options change. What is under way is
 * waited for: while a slider is dragged each answer is shown, and then the latest wish is asked for.
 */
@Injectable()
export class StrokeWork {
  private readonly bench = inject(Bench);
  private readonly work = inject(HeavyWorkService);
  private running = false;

  constructor() {
    effect(() => {
      const tool = this.bench.tool();
      if (tool.tool === 'freehand' && tool.phase === 'settling' && !isCurrent(tool)) void this.fit(tool);
    });
  }

  private async fit(state: FreehandState): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      const outcome = await this.work.run('freehand', askedOf(state));
      const made = outcome.kind === 'answered' ? fittedBy(state, outcome.answer) : null;
      this.running = false;
      if (made) this.bench.feed({ type: 'fitted', stroke: state.stroke, made });
    } finally {
      this.running = false;
    }
  }
}
