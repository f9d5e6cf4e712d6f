import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import { Editing, HandOver, LossyPreview } from '../session';
import { lengthInWords, toleranceInWords } from '../ui/length';
import { toPixel, type Viewport } from '../view/viewport';
import { curvePath } from './handleMarks';

/** More places where curvature jumps than these are seen as a line of dots, which says nothing. */
const MOST_JUMPS = 2000;

/** What stands for curves in the files that are made, or would stand for one in the drawing: where its parts meet, its tightest arc, and where it is farthest off. */
@Component({
  selector: 'svg:g[pbStandInLayer]',
  template: `
    @for (each of standIns(); track $index) {
      <svg:path [class.pointed]="each.isPointed" [attr.d]="each.path" />
    }
    @for (jump of jumps(); track $index) {
      <svg:circle class="jump" [attr.cx]="jump[0]" [attr.cy]="jump[1]" r="2.5" />
    }
    @if (tightest(); as arc) {
      <svg:circle class="tightest" [attr.cx]="arc.x" [attr.cy]="arc.y" r="4" />
      <svg:text [attr.x]="arc.x + 9" [attr.y]="arc.y + 16">{{ arc.text }}</svg:text>
    }
    @if (worst(); as far) {
      <svg:circle class="far" [attr.cx]="far.x" [attr.cy]="far.y" r="7" />
      <svg:text [attr.x]="far.x + 11" [attr.y]="far.y - 9">{{ far.text }}</svg:text>
    }
  `,
  styles: `
    path {
      fill: none;
      stroke: var(--teal);
      stroke-width: 1.6;
      stroke-dasharray: 7 4;
    }
    path.pointed {
      stroke-width: 2.6;
      stroke-dasharray: none;
    }
    circle {
      fill: none;
      stroke: var(--teal);
      stroke-width: 1.5;
    }
    circle.jump {
      fill: var(--sheet);
    }
    circle.far {
      stroke: var(--vermilion);
    }
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 4;
      paint-order: stroke;
      font: 12.5px var(--mono);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StandInLayer {
  private readonly editing = inject(Editing);
  private readonly handOver = inject(HandOver);
  private readonly lossy = inject(LossyPreview);
  readonly viewport = input.required<Viewport>();
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  private readonly all = computed(() => {
    const standIn = this.lossy.offer()?.notes.standIn;
    return standIn ? [standIn] : (this.handOver.made()?.standIns ?? []);
  });
  /** Marks of the one that is pointed at, else of all. */
  private readonly marked = computed(() => {
    const pointed = this.handOver.pointed();
    return pointed ? [pointed] : this.all();
  });

  protected readonly standIns = computed(() =>
    this.all().map((standIn) => ({
      isPointed: standIn === this.handOver.pointed(),
      path: curvePath(standIn.curve, this.viewport()),
    })),
  );
  protected readonly jumps = computed(() => {
    const jumps = this.marked().flatMap((each) => each.jumps);
    return jumps.length > MOST_JUMPS ? [] : jumps.map(({ at }) => toPixel(this.viewport(), at));
  });
  protected readonly tightest = computed(() => {
    const arcs = this.marked().flatMap(({ tightest }) => tightest ?? []);
    if (arcs.length === 0) return null;
    const { at, radius } = arcs.reduce((a, b) => (b.radius < a.radius ? b : a));
    return { ...this.pixel(at), text: `R ${lengthInWords(radius, this.units())}` };
  });
  /** The place that is pointed at, else the worst of all. */
  protected readonly worst = computed(() => {
    const place = this.handOver.pointedPlace();
    const prices = this.marked().map(({ price }) => price);
    const price = prices.length > 0 ? prices.reduce((a, b) => (b.max > a.max ? b : a)) : null;
    if (place && place !== price?.at) return { ...this.pixel(place), text: '' };
    return price && { ...this.pixel(price.at), text: toleranceInWords(price.max, this.units()) };
  });

  private pixel(at: Vector3): { readonly x: number; readonly y: number } {
    const [x, y] = toPixel(this.viewport(), at);
    return { x, y };
  }
}
