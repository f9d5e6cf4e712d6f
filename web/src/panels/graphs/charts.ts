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

export { Chart, type ChartConfiguration };

/** A chart of lines through places. */
export type LineChartOf = Chart<'line', { x: number; y: number }[]>;

/** What a chart shows as SVG, in the size that it has. */
export function chartAsSvg({ width, height, data, options, config: { plugins } }: LineChartOf): string {
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
