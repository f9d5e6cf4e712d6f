import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { closestPoint, FRONT, type Vector3 } from '@pencil-bend/core';
import { FRONT_ID, handlesOn, keyOf, selectionOf } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { Bench } from '../session/bench';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { hoverOf } from '../tools/select/select';
import { frameOf } from '../tools/select/frame';
import { picksCurves } from '../tools/place/place';
import type { Hit, PointerInput } from '../tools/contract';
import { samplesOf } from './penSamples';
import { type Camera, fitted, panned, pinched, type Pixel, toPixel, toSheet, zoomed } from '../view/camera';
import { crossingPlaces } from './selfCrossingMarks';
import { flattened } from '../view/shownItem';
import { curvePath, handlesOf, pathOf } from './handleMarks';
import { linesShown } from '../view/grid';
import { pick } from './picking';
import { readingTag } from './readingTag';
import { SheetScene } from './scene';
import { Snaps } from '../session/snaps';
import { Tracing } from '../session/tracing';
import { shapesShown } from './overlay';
import { liveStrokes, restingStrokes } from './strokes';
import { SheetKeys } from './paneKeys';

/** How near to a handle or a curve a click may be, in pixels. */
const REACH = 9;
const CAMERA_RESTS_MS = 400;

/** The drawing: curves and comb by WebGL, handles as SVG on top, and the pointer's way to the tool in hand. */
@Component({
  selector: 'pb-sheet',
  templateUrl: './pane.html',
  styleUrl: './pane.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.panning]': 'panning()', '[class.pointed]': 'pointed()' },
})
export class Sheet {
  protected readonly bench = inject(Bench);
  private readonly snaps = inject(Snaps);
  private readonly tracing = inject(Tracing);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly overlay = viewChild.required<ElementRef<SVGSVGElement>>('overlay');
  private readonly scene = signal<SheetScene | null>(null);
  protected readonly failure = signal<string | null>(null);

  protected readonly camera = signal<Camera>({ plane: FRONT, x: 0, y: 0, scale: 0.25, width: 0, height: 0 });
  private readonly placed = signal<string | null>(null);
  /** Where a pan was last, and whether the space bar is held for one. */
  protected readonly panning = signal<Pixel | null>(null);
  readonly spaceHeld = signal(false);
  private restTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly touches = new Map<number, Pixel>();

  protected readonly handles = computed(() => {
    const selected = this.bench.selected();
    return selected && this.bench.selection().items.length === 1
      ? handlesOf(selected, this.camera(), this.bench.selection(), this.bench.added())
      : null;
  });

  protected readonly points = computed(() =>
    this.bench
      .drawn()
      .filter(({ at }) => at)
      .map(({ id, item, at }) => ({ id, colour: item.colour, ...this.pixel(at ?? [0, 0, 0]) })),
  );
  protected readonly area = computed(() => {
    const { area } = this.bench.preview();
    return area.length > 0 ? `${pathOf(area.map((at) => this.pixel(at)))}Z` : '';
  });
  /** The curve that a priced step would leave, and where it would be farthest from the present one. */
  protected readonly offered = computed(() => {
    const offer = this.bench.desk.offer();
    return offer && { path: curvePath(offer.after, this.camera()), at: offer.price && this.pixel(offer.price.at) };
  });
  /** Places where the selected curve crosses itself. */
  protected readonly crossed = computed(() => {
    const curve = this.bench.curve();
    return curve ? crossingPlaces(curve).map((at) => this.pixel(at)) : [];
  });
  protected readonly reading = computed(() => {
    const reading = this.bench.reading();
    return reading && readingTag(reading, this.camera(), this.bench.project()?.units ?? 'mm');
  });

  private readonly resting = computed(() =>
    restingStrokes(this.bench.resting(), this.bench.selection(), this.hovered()),
  );
  private readonly live = computed(() => {
    const ids = this.bench.selection().items;
    const selected = this.bench.drawn().flatMap(({ id, curve }) => (curve && ids.includes(id) ? [curve] : []));
    const following = this.bench.inHand().filter(({ id }) => !ids.includes(id));
    return liveStrokes(selected, following, this.bench.drawings());
  });
  private readonly frame = computed(() => (this.bench.isDrawing() ? null : frameOf(this.bench.project(), this.bench.selection()))); // prettier-ignore
  /** Guides, places and handles of what is being drawn, and what was caught, in pixels. */
  protected readonly shapes = computed(() =>
    shapesShown(
      this.bench.drawn(),
      this.bench.preview(),
      this.snaps.caught(),
      this.bench.selection(),
      this.camera(),
      this.frame(),
      REACH * this.camera().scale,
    ),
  );

  private readonly hovered = computed(() => {
    const tool = this.bench.tool();
    return tool.tool === 'bend' ? (hoverOf(tool)?.item ?? null) : null;
  });

  protected readonly keys = new SheetKeys(this.bench, this.camera, this.handles, (type, at, on) => this.feedAt(type, at, on, {}, true)); // prettier-ignore
  protected readonly ring = computed(() => {
    const spot = this.keys.spot();
    return spot && this.bench.tool().tool === 'bend' ? this.pixel(spot.at) : null;
  });
  /** How far a soft drag reaches around what is selected. */
  protected readonly softly = computed(() => {
    const tool = this.bench.tool();
    const soft = tool.tool === 'bend' ? tool.soft : null;
    const at = tool.tool === 'bend' && tool.drag ? tool.drag.from : this.keys.held()?.at;
    return soft !== null && at ? { ...this.pixel(at), r: soft / this.camera().scale } : null;
  });
  protected readonly activeHandle = computed(() => {
    const key = this.keys.spot()?.key ?? this.keys.held()?.key;
    return key ? `handle-${key}` : null;
  });
  /** The pointer came last: whoever holds it knows where the focus is. */
  protected readonly pointed = signal(false);

  constructor() {
    const observer = new ResizeObserver(([{ contentRect }]) => this.resize(contentRect.width, contentRect.height));
    effect(() => {
      const canvas = this.canvas().nativeElement;
      observer.observe(canvas);
      try {
        this.scene.set(new SheetScene(canvas));
      } catch {
        this.failure.set('The sheet cannot be drawn: this browser gives no WebGL. The drawing itself is safe.');
      }
    });
    effect(() => {
      const camera = this.camera();
      if (camera.width === 0) return;
      const [resting, live] = [this.resting(), this.live()];
      this.scene()?.draw({
        camera,
        grid: linesShown(this.bench.project(), camera),
        resting,
        live,
        comb: this.bench.comb(),
      });
    });
    // A listener of the template would have the whole page checked with every move; the signals tell what changed.
    effect((onCleanup) => {
      const svg = this.overlay().nativeElement;
      const moved = (event: PointerEvent) => this.move(event);
      svg.addEventListener('pointermove', moved);
      onCleanup(() => svg.removeEventListener('pointermove', moved));
    });
    effect(() => this.lookFirst());
    inject(DestroyRef).onDestroy(() => {
      observer.disconnect();
      clearTimeout(this.restTimer);
      this.scene()?.dispose();
    });
  }

  /** Pictures to trace over, under everything: where each lies, as CSS. */
  protected readonly pictures = computed(() =>
    this.bench.pictures().map((picture) => {
      const { x, y } = this.pixel([picture.at[0], picture.at[1], 0]);
      const scale = picture.scale / this.camera().scale;
      const transform = `translate(${x}px, ${y}px) rotate(${-picture.angle}deg) scale(${scale}) translate(-50%, -50%)`;
      return { ...picture, transform, address: this.tracing.addressOf(picture) };
    }),
  );

  /** Takes a picture file in, where it was dropped or in the middle. */
  bring(file: File, at: Pixel | null = null): void {
    const { width, height, scale } = this.camera();
    void this.tracing.bring(file, toSheet(this.camera(), at ?? [width / 2, height / 2]), width * scale);
  }

  protected drop(event: DragEvent): void {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    this.bring(file, this.pixelOf(event));
  }

  /** Shows all that is drawn. */
  showAll(): void {
    const shown = this.bench.drawn();
    const points = shown.flatMap(({ curve, at }) => (curve ? [...flattened(curve, 1).points] : (at ?? [])));
    this.look(fitted(this.camera(), Float64Array.from(points)));
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    const perNotch = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 16 : 1;
    // A pinch on a touchpad arrives as a wheel with Ctrl, in smaller steps.
    const strength = event.ctrlKey ? 0.01 : 0.0015;
    const factor = Math.exp(event.deltaY * perNotch * strength);
    this.look(zoomed(this.camera(), this.pixelOf(event), factor));
  }

  protected press(event: PointerEvent): void {
    const at = this.pixelOf(event);
    this.overlay().nativeElement.setPointerCapture(event.pointerId);
    this.pointed.set(true);
    this.overlay().nativeElement.focus({ preventScroll: true });
    if (event.pointerType === 'touch') this.touches.set(event.pointerId, at);
    if (event.button === 1 || (event.button === 0 && this.spaceHeld()) || this.touches.size === 2) {
      event.preventDefault();
      this.panning.set(at);
    } else if (event.button === 0) this.feed('press', event);
  }

  private move(event: PointerEvent): void {
    const at = this.pixelOf(event);
    const from = this.panning();
    if (this.touches.size === 2) this.pinch(event.pointerId, at);
    else if (from) {
      this.look(panned(this.camera(), from, at));
      this.panning.set(at);
    } else {
      this.bench.pointer.set(toSheet(this.camera(), at));
      this.feed('move', event);
      this.readAt(at);
    }
  }

  protected release(event: PointerEvent): void {
    this.touches.delete(event.pointerId);
    if (this.panning()) this.panning.set(null);
    else if (event.button === 0) this.feed('release', event);
  }

  protected double(event: MouseEvent): void {
    this.feed('double', event);
  }

  focus(): void {
    this.overlay().nativeElement.focus();
  }

  /** Arrow keys: between points, or the point in hand by the grid (with Shift by a tenth), or the place to draw at. */
  protected keyDown(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    this.pointed.set(false);
    if (this.keys.press(event)) {
      event.preventDefault();
      event.stopPropagation();
    }
  }

  /** A point moved by keys stays where it is when they are let go. */
  protected settle(): void {
    this.bench.feed({ type: 'settle' });
  }

  protected blur(): void {
    this.settle();
    this.pointed.set(false);
    this.keys.leave();
  }

  /** Where a context menu asked for by keys opens, in the window: at the selected handle, or the middle. */
  menuPlace(): readonly [number, number] {
    const { left, top } = this.overlay().nativeElement.getBoundingClientRect();
    const { width, height } = this.camera();
    const held = this.keys.held();
    const { x, y } = held ? this.pixel(held.at) : { x: width / 2, y: height / 2 };
    return [left + x, top + y];
  }

  /** What lies under the pointer is selected before its menu opens. */
  pressForMenu(event: MouseEvent): void {
    const at = toSheet(this.camera(), this.pixelOf(event));
    const camera = this.camera();
    const [hit] = pick(at, this.bench.drawn(), this.bench.selection(), this.handles(), REACH * camera.scale, camera);
    const {
      items: [item],
      handles,
    } = this.bench.selection();
    if (hit?.kind === 'handle') {
      const { handle } = hit.grip;
      if (!handles.some((each) => keyOf(each) === keyOf(handle))) this.bench.select(handlesOn(hit.item, [handle]));
    } else if (hit && hit.item !== item) this.bench.select(selectionOf([hit.item]));
    else if (hit?.kind === 'curve') this.bench.pointAt(hit.u);
  }

  protected leave(): void {
    this.bench.pointer.set(null);
    this.bench.cursor.set(null);
    this.snaps.letGo();
    // Nothing lies under the pointer any more.
    this.bench.feed({ type: 'way', under: [] });
  }

  private feed(type: PointerInput['type'], event: MouseEvent): void {
    this.keys.pointsByKeys = false;
    const at = toSheet(this.camera(), this.pixelOf(event));
    const drawing = this.bench.tool().tool === 'freehand' && event instanceof PointerEvent;
    const samples = drawing ? samplesOf(event, (each) => toSheet(this.camera(), this.pixelOf(each))) : undefined;
    this.feedAt(type, at, null, { shift: event.shiftKey, lasso: event.altKey, ...(samples && { samples }) }, event.ctrlKey || event.metaKey); // prettier-ignore
  }

  private feedAt(
    type: PointerInput['type'],
    at: Vector3,
    on: Hit | null = null,
    keys: Partial<PointerInput> = {},
    free = false,
  ): void {
    const camera = this.camera();
    const reach = REACH * camera.scale;
    const tool = this.bench.tool();
    // While a handle is dragged or a point placed, what lies under the pointer does not matter.
    const aims = tool.tool === 'insert' || picksCurves(tool) || (tool.tool === 'bend' && !tool.drag && !tool.area);
    const found = () => pick(at, this.bench.drawn(), this.bench.selection(), this.handles(), reach, camera);
    const caught = this.snaps.catch(at, reach, { free, straight: keys.shift === true });
    const place = caught ? { at: caught.at, caught } : { at };
    if (caught) this.bench.pointer.set(caught.at);
    this.bench.feed({ type, ...place, hits: on ? [on] : aims ? found() : [], reach, ...keys });
  }

  /** The shared cursor follows the pointer along the read curve while it is near. */
  private readAt(pixel: Pixel): void {
    const curve = this.bench.curve();
    const tool = this.bench.tool();
    if (!curve || tool.tool !== 'bend' || tool.drag || tool.area) return this.bench.pointAt(null);
    const camera = this.camera();
    const { u, distance } = closestPoint(curve, toSheet(camera, pixel));
    this.bench.pointAt(distance <= 2 * REACH * camera.scale ? u : null);
  }

  private pinch(id: number, at: Pixel): void {
    const before = [...this.touches.values()];
    this.touches.set(id, at);
    this.look(pinched(this.camera(), before, [...this.touches.values()]));
  }

  private look(camera: Camera): void {
    this.camera.set(camera);
    clearTimeout(this.restTimer);
    const { x, y, scale } = camera;
    this.restTimer = setTimeout(
      () => this.store.dispatch(viewActions.cameraRested({ camera: { x, y, scale } })),
      CAMERA_RESTS_MS,
    );
  }

  /** A project that was just opened is shown as it was left, or whole. */
  private lookFirst(): void {
    const project = this.bench.project();
    const { width } = this.camera();
    if (!project || width === 0 || this.placed() !== null) return;
    this.placed.set('done');
    const kept = this.bench.view().camera;
    if (kept) this.camera.update((camera) => ({ ...camera, ...kept }));
    else untracked(() => this.showAll());
  }

  private resize(width: number, height: number): void {
    const plane = this.bench.project()?.planes[FRONT_ID] ?? FRONT;
    this.camera.update((camera) => ({ ...camera, plane, width, height }));
  }

  private pixelOf({ clientX, clientY }: MouseEvent): Pixel {
    const { left, top } = this.overlay().nativeElement.getBoundingClientRect();
    return [clientX - left, clientY - top];
  }

  private pixel(at: readonly [number, number, number]): { x: number; y: number } {
    const [x, y] = toPixel(this.camera(), at);
    return { x, y };
  }
}
