import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  EnvironmentInjector,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { CurveMarks, Editing, LumpTour, Readings } from '../../session';
import { inflectionsInWords } from '../../ui/labels';
import { UNIT } from '../../ui/length';
import { drawGraph, graphFrame, lengthAtX } from './curvatureGraph';

/** The graph of signed curvature over arc length, with the cursor that it shares with the sheet. */
@Component({
  selector: 'pb-curvature-canvas',
  template: `
    <canvas
      #canvas
      role="img"
      [attr.aria-label]="'Signed curvature over arc length, ' + inflections()"
      (pointermove)="hover($event.offsetX)"
      (pointerleave)="readings.cursor.set(null)"
    ></canvas>
  `,
  styles: `
    :host {
      position: relative;
      flex: 1;
      min-height: 0;
    }
    canvas {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      cursor: crosshair;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurvatureCanvas {
  private readonly editing = inject(Editing);
  protected readonly readings = inject(Readings);
  private readonly marks = inject(CurveMarks);
  private readonly tour = inject(LumpTour);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal<readonly [number, number]>([0, 0]);
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set([entry.contentRect.width, entry.contentRect.height]),
  );
  protected readonly inflections = computed(() => inflectionsInWords(this.readings.reading()?.inflections ?? 0));

  private readonly frame = computed(() => {
    const profile = this.readings.reading()?.profile;
    const [width, height] = this.size();
    return profile && width > 0 && height > 0
      ? graphFrame(profile, width, height, UNIT[this.editing.project()?.units ?? 'mm'])
      : null;
  });

  constructor() {
    afterNextRender(() => this.observer.observe(this.canvas().nativeElement));
    // An effect of the application, which comes before the views: text on a canvas asks for every style of the page,
    // and that is dear once the views have changed it.
    const drawn = effect(() => this.draw(), { injector: inject(EnvironmentInjector) });
    inject(DestroyRef).onDestroy(() => {
      this.observer.disconnect();
      drawn.destroy();
    });
  }

  private draw(): void {
    const frame = this.frame();
    const profile = this.readings.reading()?.profile;
    const cursor = this.readings.cursor();
    const marks = this.marks.shown();
    const lump = this.tour.current();
    // Without a frame the canvas is not there yet, or has no size.
    if (!frame || !profile) return;
    const canvas = this.canvas().nativeElement;
    const context = canvas.getContext('2d');
    if (!context) return;
    const ratio = window.devicePixelRatio;
    const [width, height] = [Math.round(frame.width * ratio), Math.round(frame.height * ratio)];
    if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawGraph(context, frame, profile, marks, lump && this.marks.rankOf(lump), cursor);
  }

  protected hover(x: number): void {
    const frame = this.frame();
    if (frame) this.readings.cursor.set(lengthAtX(frame, x));
  }
}
