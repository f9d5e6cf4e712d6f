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
import { Bench } from '../bench/bench';
import { curvatureInWords, radiusInWords } from '../parts/words';
import { drawStrip, lengthAtX, stripFrame } from './stripDrawing';

/** The graph under the sheet: signed curvature over arc length, with the cursor it shares with the sheet. */
@Component({
  selector: 'pb-strip',
  template: `
    <header>
      <h2>Curvature</h2>
      @if (bench.profile(); as profile) {
        @if (bench.reading(); as reading) {
          <span class="number" data-testid="reading">
            <b>{{ reading.s.toFixed(1) }} mm</b> κ {{ curvature(reading.kappa) }} {{ radius(reading.kappa) }}
          </span>
        } @else {
          <span class="number quiet">κ in 1/mm over length in mm</span>
        }
        <span class="number quiet">{{ count() }}</span>
      }
    </header>
    @if (bench.profile()) {
      <div class="graph" #box>
        <canvas
          #canvas
          role="img"
          [attr.aria-label]="'Signed curvature over arc length, ' + count()"
          (pointermove)="hover($event.offsetX)"
          (pointerleave)="bench.cursor.set(null)"
        ></canvas>
      </div>
    } @else {
      <p class="quiet">Select a curve to read its curvature along its length.</p>
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
    h2 {
      font-size: 13px;
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
export class Strip {
  protected readonly bench = inject(Bench);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal<readonly [number, number]>([0, 0]);
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set([entry.contentRect.width, entry.contentRect.height]),
  );
  protected readonly curvature = curvatureInWords;

  protected readonly count = computed(() => {
    const profile = this.bench.profile();
    if (!profile) return '';
    if (!this.bench.normal()) return 'a curve in space';
    const { length } = profile.inflections;
    return length === 1 ? '1 inflection' : `${length} inflections`;
  });

  private readonly frame = computed(() => {
    const profile = this.bench.profile();
    const [width, height] = this.size();
    return profile && width > 0 && height > 0 ? stripFrame(profile, width, height) : null;
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
      const profile = this.bench.profile();
      const cursor = this.bench.cursor();
      const context = canvas?.getContext('2d');
      if (!canvas || !context || !frame || !profile) return;
      const ratio = window.devicePixelRatio;
      const [width, height] = [Math.round(frame.width * ratio), Math.round(frame.height * ratio)];
      if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      drawStrip(context, frame, profile, cursor);
    });
    inject(DestroyRef).onDestroy(() => this.observer.disconnect());
  }

  protected hover(x: number): void {
    const frame = this.frame();
    if (frame) this.bench.cursor.set(lengthAtX(frame, x));
  }

  protected radius(kappa: number): string {
    return `R ${radiusInWords(radiusOf(kappa))}`;
  }
}
