import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { Readings } from '../../session';
import { type AxisStretch, StripGraph } from './stripGraph';
import { chartAsSvg, chartOn, type ChartOf, type ConfigurationOf } from './charts';
import { GraphGestures } from './graphGestures';
import { INK, OCHRE, QUIET, VERMILION } from './graphLook';

/** A line over the strip's axis. */
export interface ChartLine {
  readonly colour: string;
  /** The curve that is read; others are dashed. */
  readonly isOwn: boolean;
  /** Places for themselves, with no line between them. */
  readonly isDots?: boolean;
  /** Lengths along the axis in mm, and what is shown there, in the unit that is named. */
  readonly s: ArrayLike<number>;
  readonly values: ArrayLike<number>;
}

/** What a chart over the strip's axis shows. */
export interface ChartShown {
  /** The part of the axis that is seen. */
  readonly axis: AxisStretch;
  readonly lines: readonly ChartLine[];
  /** Heights with a line across. */
  readonly levels: readonly number[];
  /** Stretches of the axis, in mm, marked at its foot. */
  readonly stretches: readonly { readonly start: number; readonly end: number }[];
  /** Places of the axis with a word: where a run goes on. */
  readonly places: readonly { readonly s: number; readonly text: string }[];
  /** The heights that are seen; null for as many as it takes. */
  readonly least: number | null;
  readonly most: number | null;
  readonly isLogarithmic: boolean;
  /** The unit of lengths, in mm. */
  readonly unit: number;
}

/** A height beside the axis; of a logarithmic scale only the powers of ten. */
function heightShown(value: number, isLogarithmic: boolean): string | null {
  const power = Math.log10(Math.abs(value));
  if (isLogarithmic && Math.abs(power - Math.round(power)) > 1e-9) return null;
  const shown = value !== 0 && (Math.abs(value) < 1e-4 || Math.abs(value) >= 1e6);
  return (shown ? value.toExponential(0) : `${Number(value.toPrecision(4))}`).replace('-', '−');
}

/** More dots than this are drawn small: large ones would lie on each other. */
const MANY_DOTS = 200;

/** Something over the strip's axis that is read, not edited. */
@Component({
  selector: 'pb-line-chart',
  imports: [GraphGestures],
  template: `<canvas #canvas role="img" [attr.aria-label]="label()" [pbGraphGestures]="lengthAt"></canvas>`,
  styles: `
    :host {
      position: relative;
      display: block;
      flex: 1;
      min-width: 0;
      min-height: 0;
    }
    canvas {
      position: absolute;
      inset: 0;
      cursor: crosshair;
      touch-action: none;
    }
    canvas.zoomed {
      cursor: grab;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineChart {
  private readonly readings = inject(Readings);
  private readonly strip = inject(StripGraph);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  readonly shown = input.required<ChartShown>();
  readonly label = input.required<string>();

  private readonly data = computed(() => {
    const { lines, unit } = this.shown();
    return lines.map(({ colour, isOwn, isDots = false, s, values }) => ({
      data: Array.from(s, (x, i) => ({ x: x / unit, y: Number.isFinite(values[i]) ? values[i] : NaN })),
      borderColor: isOwn ? INK : colour,
      borderWidth: isOwn ? 1.6 : 1.2,
      borderDash: isOwn ? [] : [6, 3],
      pointRadius: isDots ? (s.length > MANY_DOTS ? 1 : 2.5) : 0,
      pointBackgroundColor: INK,
      showLine: !isDots,
      parsing: false as const,
    }));
  });

  protected readonly lengthAt = (x: number): number | null => {
    const value = this.chart()?.scales['x'].getValueForPixel(x);
    return value === undefined ? null : value * this.shown().unit;
  };

  private readonly chart = chartOn(this.canvas, () => this.config());

  constructor() {
    effect(() => {
      this.readings.cursor();
      this.chart()?.draw();
    });
    const picture = () => {
      const chart = this.chart();
      return chart && chartAsSvg(chart, this.config());
    };
    this.strip.picture.set(picture);
    inject(DestroyRef).onDestroy(() => this.strip.picture.update((shown) => (shown === picture ? null : shown)));
  }

  private config(): ConfigurationOf<'line'> {
    const { axis, isLogarithmic, least, most, unit } = this.shown();
    return {
      type: 'line',
      data: { datasets: this.data() },
      options: {
        layout: { padding: { left: 0, right: 18, top: 10, bottom: 0 } },
        scales: {
          x: {
            type: 'linear',
            min: axis.from / unit,
            max: axis.to / unit,
            ticks: { maxRotation: 0, includeBounds: false },
            border: { display: false },
          },
          y: {
            type: isLogarithmic ? 'logarithmic' : 'linear',
            ...(least !== null && { min: least }),
            ...(most !== null && { max: most }),
            // As wide as the other graphs have it, so that their axes lie over each other.
            afterFit: (scale) => void (scale.width = 62),
            ticks: { maxTicksLimit: 6, callback: (value) => heightShown(Number(value), isLogarithmic) },
            border: { display: false },
          },
        },
      },
      plugins: [
        { id: 'marks', beforeDatasetsDraw: (chart) => this.beneath(chart), afterDraw: (chart) => this.over(chart) },
      ],
    };
  }

  /** The levels, and what is marked at the foot. */
  private beneath({
    ctx,
    chartArea: area,
    scales: { x, y },
  }: Pick<ChartOf<'line'>, 'ctx' | 'chartArea' | 'scales'>): void {
    const { levels, stretches, unit } = this.shown();
    ctx.save();
    ctx.setLineDash([5, 4]);
    ctx.strokeStyle = OCHRE;
    for (const level of levels) {
      const height = y.getPixelForValue(level);
      if (!(height >= area.top && height <= area.bottom)) continue;
      ctx.beginPath();
      ctx.moveTo(area.left, height);
      ctx.lineTo(area.right, height);
      ctx.stroke();
    }
    ctx.fillStyle = OCHRE;
    for (const { start, end } of stretches) {
      const left = Math.max(area.left, x.getPixelForValue(start / unit));
      const right = Math.min(area.right, x.getPixelForValue(end / unit));
      if (right > left) ctx.fillRect(left, area.bottom - 3, right - left, 3);
    }
    ctx.restore();
  }

  /** Where a run goes on, and the cursor. */
  private over({ ctx, chartArea: area, scales: { x } }: Pick<ChartOf<'line'>, 'ctx' | 'chartArea' | 'scales'>): void {
    const { places, unit } = this.shown();
    const cursor = this.readings.cursor();
    ctx.save();
    ctx.textAlign = 'left';
    const line = (s: number, colour: string): number | null => {
      const at = Math.round(x.getPixelForValue(s / unit)) + 0.5;
      if (at < area.left || at > area.right) return null;
      ctx.beginPath();
      ctx.moveTo(at, area.top);
      ctx.lineTo(at, area.bottom);
      ctx.strokeStyle = colour;
      ctx.stroke();
      return at;
    };
    ctx.setLineDash([2, 3]);
    for (const { s, text } of places) {
      const at = line(s, QUIET);
      ctx.fillStyle = INK;
      if (at !== null) ctx.fillText(text, at + 5, area.bottom - 8);
    }
    ctx.setLineDash([]);
    if (cursor !== null) line(cursor, VERMILION);
    ctx.restore();
  }
}
