import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { lerp, type Vector3, vectorAt } from '@pencil-bend/core';
import { DeviationShown, Editing } from '../session';
import { lengthInWords } from '../ui/length';
import { farthest } from '../work/comparison';
import { toPixel, type Viewport } from '../view/viewport';
import { curvePath, pathOf } from './handleMarks';
import { stretchPath } from './markOverlay';

/** More lines beside a curve would be an area. */
const MOST_LINES = 70;
/** Points are told apart by their lines as long as they are no more. */
const MOST_POINTS = 400;

/** Where the read curve lies off from what it is compared with: lines to it, drawn longer than they are. */
@Component({
  selector: 'svg:g[pbDeviationLayer]',
  template: `
    @if (elsewhere(); as path) {
      <svg:path class="reference" [attr.d]="path" />
    }
    @for (path of beyond(); track $index) {
      <svg:path class="beyond-curve" [attr.d]="path" />
    }
    @if (lines(); as lines) {
      <svg:path class="within" [attr.d]="lines.within" />
      <svg:path class="beyond" [attr.d]="lines.beyond" />
      <svg:path class="tips" [attr.d]="lines.tips" />
      <svg:circle class="most" [attr.cx]="lines.most.x" [attr.cy]="lines.most.y" r="10" />
      <svg:text [attr.x]="lines.most.x + 14" [attr.y]="lines.most.y - 10">{{ lines.most.text }}</svg:text>
    }
  `,
  styles: `
    :host {
      pointer-events: none;
    }
    path,
    circle {
      fill: none;
    }
    .reference {
      stroke: #96928a;
      stroke-width: 1.6;
      stroke-dasharray: 5 3;
    }
    .within {
      stroke: var(--quiet);
    }
    .beyond {
      stroke: var(--ochre);
    }
    .beyond-curve {
      stroke: var(--ochre);
      stroke-opacity: 0.4;
      stroke-width: 8;
    }
    .tips {
      stroke: var(--quiet);
      stroke-width: 1.2;
    }
    .most {
      stroke: var(--ochre);
      stroke-width: 1.6;
    }
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 4;
      paint-order: stroke;
      font: 600 12px var(--mono);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DeviationLayer {
  private readonly shown = inject(DeviationShown).onSheet;
  private readonly editing = inject(Editing);
  readonly viewport = input.required<Viewport>();

  protected readonly elsewhere = computed(() => {
    const curve = this.shown()?.elsewhere;
    return curve ? curvePath(curve, this.viewport()) : null;
  });

  protected readonly beyond = computed(() => {
    const shown = this.shown();
    return (shown?.figures.beyond ?? []).map(({ from, to }) =>
      shown ? stretchPath(shown.curve, [from, to], this.viewport()) : '',
    );
  });

  protected readonly lines = computed(() => {
    const shown = this.shown();
    if (!shown || shown.figures.most.distance === 0) return null;
    const { figures, scale, tolerance } = shown;
    const pixel = (at: Vector3) => {
      const [x, y] = toPixel(this.viewport(), at);
      return { x, y };
    };
    const every = figures.isOfPoints ? 1 : Math.ceil(figures.away.length / MOST_LINES);
    const places = figures.isOfPoints ? farthest(figures, MOST_POINTS) : figures.away.keys();
    const parts = { within: '', beyond: '' };
    const tips: { x: number; y: number }[] = [];
    for (const i of places) {
      const away = figures.away[i];
      const foot = vectorAt(figures.feet, i);
      const [from, tip] = [pixel(foot), pixel(lerp(foot, vectorAt(figures.nearest, i), scale))];
      if (i % every === 0) parts[Math.abs(away) > tolerance ? 'beyond' : 'within'] += pathOf([from, tip]);
      tips.push(tip);
    }
    const text = lengthInWords(figures.most.distance, this.editing.project()?.units ?? 'mm', 0);
    return { ...parts, tips: figures.isOfPoints ? '' : pathOf(tips), most: { ...pixel(figures.most.at), text } };
  });
}
