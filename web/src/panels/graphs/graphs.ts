import { Editing } from '../../session/editing';
import { ShownItems } from '../../session/shownItems';
import { Readings } from '../../session/readings';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { radiusOf } from '@pencil-bend/core';
import { KnotLine } from './knotLine';
import { NotLoaded } from '../../ui/notLoaded';
import { lengthInWords, UNIT } from '../../ui/length';
import { counted, curvatureInWords, radiusInWords } from '../../ui/labels';
import { drawGraph, lengthAtX, graphFrame } from './curvatureGraph';

/** The graph under the sheet: signed curvature over arc length, with the cursor it shares with the sheet. */
@Component({
  selector: 'pb-graphs',
  imports: [KnotLine, NotLoaded],
  template: `
    <header>
      <span class="tabs" role="group" aria-label="What the strip shows">
        <button type="button" [attr.aria-pressed]="tab() === 'curvature'" (click)="tab.set('curvature')">
          Curvature
        </button>
        <button type="button" [attr.aria-pressed]="tab() === 'knots'" (click)="tab.set('knots')">Knot line</button>
      </span>
      @if (tab() === 'curvature' && readings.reading()?.profile) {
        @if (readings.atCursor(); as reading) {
          <span class="number" data-testid="reading">
            <b>{{ length(reading.s) }}</b> κ {{ curvature(reading.kappa) }} {{ radius(reading.kappa) }}
          </span>
        } @else {
          <span class="number quiet">κ in 1/{{ units() }} over length in {{ units() }}</span>
        }
        <span class="number quiet">{{ count() }}</span>
      }
    </header>
    @let knots = tab() === 'knots' && shown.selected()?.curve;
    @defer (when knots; prefetch on timer(3s)) {
      @if (knots) {
        <pb-knot-line />
      }
    } @error {
      @if (knots) {
        <pb-not-loaded />
      }
    }
    @if (!knots && readings.reading()?.profile) {
      <div class="graph" #box>
        <canvas
          #canvas
          role="img"
          [attr.aria-label]="'Signed curvature over arc length, ' + count()"
          (pointermove)="hover($event.offsetX)"
          (pointerleave)="readings.cursor.set(null)"
        ></canvas>
      </div>
    } @else if (!knots) {
      <p class="quiet">Select a curve to read its curvature along its length, and its knots over its parameter.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
    }
    header {
      display: flex;
      align-items: baseline;
      gap: 22px;
      padding: 8px 18px 2px;
      white-space: nowrap;
    }
    .tabs {
      display: inline-flex;
      gap: 18px;
    }
    .tabs button {
      padding: 0 0 2px;
      border: 0;
      border-bottom: 2px solid transparent;
      background: none;
      color: inherit;
      font-size: 13px;
      cursor: pointer;
    }
    .tabs button[aria-pressed='true'] {
      border-color: var(--vermilion);
      font-weight: 600;
    }
    p {
      padding: 14px 18px;
    }
    .graph {
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
export class Graphs {
  protected readonly editing = inject(Editing);
  protected readonly shown = inject(ShownItems);
  protected readonly readings = inject(Readings);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal<readonly [number, number]>([0, 0]);
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set([entry.contentRect.width, entry.contentRect.height]),
  );
  protected readonly tab = signal<'curvature' | 'knots'>('curvature');
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly curvature = (kappa: number): string => curvatureInWords(kappa, this.units());
  protected readonly length = (mm: number): string => lengthInWords(mm, this.units(), 2);

  protected readonly count = computed(() => {
    const reading = this.readings.reading();
    if (!reading) return '';
    return reading.inflections === null
      ? 'a curve in space'
      : counted(reading.inflections, 'inflection', 'inflections');
  });

  private readonly frame = computed(() => {
    const profile = this.readings.reading()?.profile;
    const [width, height] = this.size();
    return profile && width > 0 && height > 0 ? graphFrame(profile, width, height, UNIT[this.units()]) : null;
  });

  constructor() {
    effect(() => {
      const canvas = this.canvas()?.nativeElement;
      this.observer.disconnect();
      if (canvas) this.observer.observe(canvas);
    });
    effect(() => {
      const canvas = this.canvas()?.nativeElement;
      const frame = this.frame();
      const profile = this.readings.reading()?.profile;
      const cursor = this.readings.cursor();
      const context = canvas?.getContext('2d');
      if (!canvas || !context || !frame || !profile) return;
      const ratio = window.devicePixelRatio;
      const [width, height] = [Math.round(frame.width * ratio), Math.round(frame.height * ratio)];
      if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      drawGraph(context, frame, profile, cursor);
    });
    inject(DestroyRef).onDestroy(() => this.observer.disconnect());
  }

  protected hover(x: number): void {
    const frame = this.frame();
    if (frame) this.readings.cursor.set(lengthAtX(frame, x));
  }

  protected radius(kappa: number): string {
    return `R ${radiusInWords(radiusOf(kappa), this.units())}`;
  }
}
