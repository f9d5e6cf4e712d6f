import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { vectorAt } from '@pencil-bend/core';
import { Editing, TryFits } from '../session';
import { lengthInWords } from '../ui/length';
import { toPixel, type Viewport } from '../view/viewport';
import { curvePath } from './handleMarks';

/** More points than these are seen as what they are of. */
const MOST_POINTS = 400;

/** The fits that lie over each other, in two colours and two strokes, and where they are farthest apart. */
@Component({
  selector: 'svg:g[pbFitLayer]',
  template: `
    @for (point of points(); track $index) {
      <svg:circle class="point" [attr.cx]="point[0]" [attr.cy]="point[1]" r="3" />
    }
    @if (first(); as path) {
      <svg:path class="first" [attr.d]="path" />
    }
    @if (second(); as path) {
      <svg:path class="second" [attr.d]="path" />
    }
    @if (apart(); as far) {
      <svg:circle class="far" [attr.cx]="far.x" [attr.cy]="far.y" r="6" />
      <svg:text class="far" [attr.x]="far.x + 10" [attr.y]="far.y - 8">{{ far.text }}</svg:text>
    }
  `,
  styles: `
    path {
      fill: none;
      stroke-width: 2.4;
    }
    .first {
      stroke: var(--vermilion);
    }
    .second {
      stroke: var(--ink);
      stroke-dasharray: 7 4;
    }
    .point {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    circle.far {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    text.far {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 4;
      paint-order: stroke;
      font: 12.5px var(--mono);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FitLayer {
  private readonly editing = inject(Editing);
  private readonly fits = inject(TryFits);
  readonly viewport = input.required<Viewport>();

  protected readonly points = computed(() => {
    const points = this.fits.of()?.points;
    if (!points || points.length / 3 > MOST_POINTS) return [];
    return Array.from({ length: points.length / 3 }, (_, i) => toPixel(this.viewport(), vectorAt(points, i)));
  });
  protected readonly first = computed(() => {
    const { first } = this.fits.laid();
    return first && curvePath(first, this.viewport());
  });
  protected readonly second = computed(() => {
    const { second } = this.fits.laid();
    return second && curvePath(second, this.viewport());
  });
  protected readonly apart = computed(() => {
    const { apart } = this.fits.laid();
    if (!apart) return null;
    const [x, y] = toPixel(this.viewport(), apart.at);
    return { x, y, text: lengthInWords(apart.max, this.editing.project()?.units ?? 'mm') };
  });
}
