import { afterNextRender, DestroyRef, effect, type ElementRef, inject, Injector } from '@angular/core';
import {
  BarController,
  BarElement,
  BasicPlatform,
  Chart,
  type ChartConfiguration,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
} from 'chart.js';
import { Element } from 'svgcanvas';
import { LINE, QUIET } from './graphLook';

Chart.register(BarController, BarElement, LinearScale, LineController, LineElement, LogarithmicScale, PointElement);
Object.assign(Chart.defaults, { animation: false, maintainAspectRatio: false, events: [], color: QUIET });
Object.assign(Chart.defaults.font, { family: "'Spline Sans Mono', monospace", size: 12 });
Chart.defaults.scale.grid.color = LINE;
Chart.defaults.scale.ticks.color = QUIET;

type Places = { x: number; y: number }[];
export type ChartOf<Kind extends 'line' | 'bar'> = Chart<Kind, Places>;
export type ConfigurationOf<Kind extends 'line' | 'bar'> = ChartConfiguration<Kind, Places>;

/**
 * A chart on a canvas of a component, drawn anew whenever the signals in its configuration change, as long as the component
 * is there. To be called where the component is made; answers the chart, null until the canvas is there.
 */
export function chartOn<Kind extends 'line' | 'bar'>(
  canvas: () => ElementRef<HTMLCanvasElement>,
  configuration: () => ConfigurationOf<Kind>,
): () => ChartOf<Kind> | null {
  const injector = inject(Injector);
  let chart: ChartOf<Kind> | null = null;
  afterNextRender(() => {
    const made: ChartOf<Kind> = new Chart(canvas().nativeElement, configuration());
    chart = made;
    const follow = () => {
      const { data, options } = configuration();
      made.data = data;
      if (options) made.options = options;
      made.update('none');
    };
    effect(follow, { injector });
  });
  inject(DestroyRef).onDestroy(() => chart?.destroy());
  return () => chart;
}

/** A chart of lines as SVG, in the size that it has on its canvas. */
export function chartAsSvg(
  { width, height }: ChartOf<'line'>,
  { data, options, plugins }: ConfigurationOf<'line'>,
): string {
  const canvas = new Element({ width, height });
  const copy = new Chart(canvas as unknown as HTMLCanvasElement, {
    type: 'line',
    // With segments a line is drawn on the canvas itself; else by a path of the browser's, which is lost here.
    data: { ...data, datasets: data.datasets.map((each) => ({ ...each, segment: {} })) },
    options: { ...options, responsive: false, devicePixelRatio: 1 },
    plugins,
    platform: BasicPlatform,
  });
  copy.draw();
  const svg = canvas.ctx.getSerializedSvg();
  copy.destroy();
  return svg;
}
