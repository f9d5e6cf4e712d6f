import { Directive, ElementRef, inject, input } from '@angular/core';
import { Readings } from '../../session';
import { StripGraph } from './stripGraph';

/** Turning the wheel by one notch, or a key, shows so much less of the axis. */
const NOTCH = 1.2;
/** Pixels of the wheel that count as a notch. */
const WHEEL = 100;
/** A key moves by this share of what is seen. */
const STEP = 0.1;

/**
 * A graph over the strip's axis, under hand: the wheel zooms about the pointer, a drag moves what is zoomed in, a double
 * click shows all again, and so do + and −, the arrows and 0. The pointer brings the cursor along that the sheet shares.
 */
@Directive({
  selector: 'canvas[pbGraphGestures]',
  host: {
    tabindex: '0',
    'aria-keyshortcuts': '+ - 0 ArrowLeft ArrowRight',
    '[class.zoomed]': 'strip.isZoomed()',
    '(wheel)': 'wheel($event)',
    '(pointerdown)': 'press($event)',
    '(pointermove)': 'move($event)',
    '(pointerup)': 'grabbed = null',
    '(pointercancel)': 'grabbed = null',
    '(pointerleave)': 'readings.cursor.set(null)',
    '(dblclick)': 'strip.showWhole()',
    '(keydown)': 'key($event)',
  },
})
export class GraphGestures {
  protected readonly strip = inject(StripGraph);
  protected readonly readings = inject(Readings);
  private readonly canvas: HTMLCanvasElement = inject<ElementRef<HTMLCanvasElement>>(ElementRef).nativeElement;
  /** The length along the axis under a pixel of the canvas; null while nothing is drawn. */
  readonly pbGraphGestures = input.required<(x: number) => number | null>();
  /** The length along the axis that was taken hold of. */
  protected grabbed: number | null = null;

  protected wheel(event: WheelEvent): void {
    const at = this.pbGraphGestures()(event.offsetX);
    if (at === null) return;
    event.preventDefault();
    if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
      const by = this.pbGraphGestures()(event.offsetX + (event.deltaX || event.deltaY));
      if (by !== null) this.strip.pan(by - at);
    } else this.strip.zoom(at, NOTCH ** (event.deltaY / WHEEL));
  }

  protected press(event: PointerEvent): void {
    if (event.button !== 0 || !this.strip.isZoomed()) return;
    this.grabbed = this.pbGraphGestures()(event.offsetX);
    this.canvas.setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const at = this.pbGraphGestures()(event.offsetX);
    if (at === null) return;
    if (this.grabbed !== null) this.strip.pan(this.grabbed - at);
    const own = this.strip.own()?.reading.profile.length ?? 0;
    this.readings.cursor.set(Math.min(own, Math.max(0, at)));
  }

  protected key(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const { from, to } = this.strip.seen();
    const [middle, step] = [(from + to) / 2, STEP * (to - from)];
    const keys: Record<string, () => void> = {
      '+': () => this.strip.zoom(middle, 1 / NOTCH),
      '-': () => this.strip.zoom(middle, NOTCH),
      '0': () => this.strip.showWhole(),
      ArrowLeft: () => this.strip.pan(-step),
      ArrowRight: () => this.strip.pan(step),
    };
    if (!Object.hasOwn(keys, event.key)) return;
    keys[event.key]();
    event.preventDefault();
    event.stopPropagation();
  }
}
