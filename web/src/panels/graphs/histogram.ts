import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, viewChild } from '@angular/core';
import { chartOn, type ConfigurationOf } from './charts';
import { OCHRE } from './graphLook';

const NEAR = '#8b8678';

/** Shares by distance, as bars: what is further off than a limit stands out. */
@Component({
  selector: 'pb-histogram',
  template: `<canvas #canvas role="img" [attr.aria-label]="label()"></canvas>`,
  styles: `
    :host {
      position: relative;
      display: block;
      min-height: 0;
    }
    canvas {
      position: absolute;
      inset: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Histogram {
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  /** Shares from 0 to 1, for equal steps from 0 to `widest`. */
  readonly bins = input.required<readonly number[]>();
  readonly widest = input.required<number>();
  readonly limit = input.required<number>();
  readonly label = input.required<string>();

  private readonly config = computed((): ConfigurationOf<'bar'> => {
    const [bins, widest, limit] = [this.bins(), this.widest(), this.limit()];
    const step = widest / bins.length;
    return {
      type: 'bar',
      data: {
        datasets: [
          {
            data: bins.map((share, i) => ({ x: (i + 0.5) * step, y: 100 * share })),
            backgroundColor: bins.map((_, i) => (i * step >= limit ? OCHRE : NEAR)),
            categoryPercentage: 1,
            barPercentage: 0.9,
          },
        ],
      },
      options: {
        layout: { padding: { top: 10, right: 20 } },
        scales: {
          x: {
            type: 'linear',
            offset: false,
            min: 0,
            max: widest || 1,
            ticks: { maxTicksLimit: 4, maxRotation: 0 },
            grid: { display: false },
            border: { display: false },
          },
          y: {
            min: 0,
            ticks: { maxTicksLimit: 4, callback: (value) => `${value} %` },
            border: { display: false },
          },
        },
      },
    };
  });

  constructor() {
    chartOn(this.canvas, this.config);
  }
}
