import { booleanAttribute, Directive, ElementRef, inject, input, output } from '@angular/core';
import { Readings } from '../../session';
import { type AxisStretch, StripGraph } from './stripGraph';

/** Turning the wheel by one notch, or a key, shows so much less of the axis. */
const NOTCH = 1.2;
/** Pixels of the wheel that count as a notch. */
const WHEEL = 100;
/** The axis under the graph, in pixels. */
const AXIS = 20;
/** A drag by less is a click. */
const MOVED = 3;
/** A key moves by this share of what is seen. */
const STEP = 0.1;

/**
 * A graph over the strip's axis, under hand: the wheel zooms about the pointer, a drag moves what is zoomed in (where
 * stretches can be taken, by the axis; in the graph it takes one), a double click shows all again, and so do + and −, the
 * arrows and 0. The pointer brings the cursor along that the sheet shares.
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
    '(pointerup)': 'release($event)',
    '(pointercancel)': 'release($event)',
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
  /** Whether a drag takes a stretch of the curve. */
  readonly takesStretches = input(false, { transform: booleanAttribute });
  /** The stretch that is being taken; null for a click that takes none. */
  readonly stretched = output<AxisStretch | null>();
  /** Whether the graph itself is taken hold of at a pixel. */
  readonly pullsAt = input<(x: number, y: number) => boolean>(() => false);
  /** It is drawn from one pixel to another height; over once it is let go. */
  readonly pulled = output<{ readonly x: number; readonly dy: number; readonly isOver: boolean }>();
  private pulling: { readonly x: number; readonly y: number } | null = null;
  /** The length along the axis that was taken hold of, to move it or to begin a stretch. */
  protected grabbed: number | null = null;
  private begun: { readonly x: number; readonly at: number; isDrag: boolean } | null = null;

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
    const at = this.pbGraphGestures()(event.offsetX);
    if (event.button !== 0 || at === null) return;
    if (this.pullsAt()(event.offsetX, event.offsetY)) {
      this.pulling = { x: event.offsetX, y: event.offsetY };
      return this.canvas.setPointerCapture(event.pointerId);
    }
    const takes = this.takesStretches() && event.offsetY < this.canvas.clientHeight - AXIS;
    if (takes) this.begun = { x: event.offsetX, at, isDrag: false };
    else if (this.strip.isZoomed()) this.grabbed = at;
    else return;
    this.canvas.setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const at = this.pbGraphGestures()(event.offsetX);
    if (at === null) return;
    const { pulling } = this;
    if (pulling) return this.pulled.emit({ x: pulling.x, dy: event.offsetY - pulling.y, isOver: false });
    this.canvas.style.cursor = this.pullsAt()(event.offsetX, event.offsetY) ? 'ns-resize' : '';
    if (this.grabbed !== null) this.strip.pan(this.grabbed - at);
    const own = this.strip.own()?.reading.profile.length ?? 0;
    const inside = (s: number) => Math.min(own, Math.max(0, s));
    this.readings.cursor.set(inside(at));
    const { begun } = this;
    if (!begun) return;
    begun.isDrag ||= Math.abs(event.offsetX - begun.x) > MOVED;
    const [from, to] = [begun.at, at].map(inside).sort((a, b) => a - b);
    if (begun.isDrag && to > from) this.stretched.emit({ from, to });
  }

  protected release(event: PointerEvent): void {
    const { pulling } = this;
    this.pulling = null;
    if (pulling) return this.pulled.emit({ x: pulling.x, dy: event.offsetY - pulling.y, isOver: true });
    if (this.begun && !this.begun.isDrag && event.type === 'pointerup') this.stretched.emit(null);
    this.grabbed = null;
    this.begun = null;
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
