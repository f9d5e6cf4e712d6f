import {
  AddedHandles,
  BringIn,
  Combs,
  DeviationShown,
  Editing,
  Ghosts,
  HandOver,
  IncomingFiles,
  Joints,
  LossyPreview,
  Measurements,
  Meetings,
  MirrorCheck,
  Opening,
  PointImport,
  Readings,
  ShownItems,
  Snaps,
  ToolInHand,
  ToolView,
  Tracing,
  Viewports,
  TryFits,
} from '../session';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { cross, directionBeyond, fromPlane, normalOf, scale, subtract, type Vector3 } from '@pencil-bend/core';
import { type End, handlesOn, keyOf, NOTHING, selectedHandles, selectionOf } from '@pencil-bend/document';
import type { Hit, PointerInput } from '../tools/contract';
import { samplesOf } from './penSamples';
import { type FreedomStem, freedomStems } from '../view/freedomStems';
import { panned, pinched, type Pixel, toPixel, toPoint, zoomed } from '../view/viewport';
import { combBreaks } from './combBreaks';
import { HandleLayer } from './handleLayer';
import { JointLayer } from './jointLayer';
import { chosenMarks, curvePath, type Handles, type HandlesAsked, handlesOf, pathOf } from './handleMarks';
import { linesShown } from '../view/grid';
import { DeviationLayer } from './deviationLayer';
import { LinkChoice } from './linkChoice';
import { LumpLabel } from './lumpLabel';
import { pick } from './picking';
import { ReadingLayer } from './readingLayer';
import { RoomMarks } from './roomMarks';
import { readingTag } from './readingTag';
import { StandInLayer } from './standInLayer';
import { isBlank, LiveDrawing, type LivePicture } from './liveDrawing';
import { RestingDrawing, type RestingPicture } from './restingDrawing';
import { FitLayer } from './fitLayer';
import { MeasurementLayer } from './measurementLayer';
import { NameLayer } from './nameLayer';
import { overlayOf } from './overlay';
import {
  hoveredStroke,
  curvesComing,
  liveStrokes,
  pointsComing,
  pointsShown,
  restingStrokes,
  samePoints,
} from './strokes';
import { PaneKeys } from './paneKeys';
import { rayThrough, closestUnder, awayFromRay, rayUnder } from '../view/sight';

/** The other half of what is selected, in a mirror check. */
const GHOST = '#96928a';
/** Stems of one joint stand so many pixels beside each other. */
const STEMS_APART = 14;
const NO_STEMS: readonly FreedomStem[] = [];
const NO_OFFSET: Vector3 = [0, 0, 0];

/** The drawing: curves and comb by WebGL, handles as SVG on top, and the pointer's way to the tool in hand. */
@Component({
  selector: 'pb-pane',
  imports: [
    DeviationLayer,
    HandleLayer,
    JointLayer,
    LinkChoice,
    LumpLabel,
    FitLayer,
    MeasurementLayer,
    NameLayer,
    ReadingLayer,
    RoomMarks,
    StandInLayer,
  ],
  templateUrl: './pane.html',
  styleUrls: ['./handles.css', './tag.css', './pane.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.panning]': 'panning()', '[class.pointed]': 'pointed()' },
})
export class Pane {
  protected readonly editing = inject(Editing);
  protected readonly toolView = inject(ToolView);
  protected readonly lossy = inject(LossyPreview);
  protected readonly hand = inject(ToolInHand);
  protected readonly shown = inject(ShownItems);
  protected readonly readings = inject(Readings);
  protected readonly viewports = inject(Viewports);
  protected readonly addedHandles = inject(AddedHandles);
  protected readonly opening = inject(Opening);
  protected readonly deviation = inject(DeviationShown).onSheet;
  protected readonly joints = inject(Joints);
  private readonly ghosts = inject(Ghosts);
  protected readonly measurements = inject(Measurements);
  protected readonly fits = inject(TryFits);
  private readonly handOver = inject(HandOver);
  private readonly combs = inject(Combs);
  private readonly meetings = inject(Meetings);
  private readonly mirrorCheck = inject(MirrorCheck);
  private readonly snaps = inject(Snaps);
  private readonly tracing = inject(Tracing);
  private readonly bringIn = inject(BringIn);
  private readonly files = inject(IncomingFiles);
  private readonly pointImport = inject(PointImport);
  private readonly restingCanvas = viewChild.required<ElementRef<HTMLCanvasElement>>('restingCanvas');
  private readonly liveCanvas = viewChild.required<ElementRef<HTMLCanvasElement>>('liveCanvas');
  private readonly overlay = viewChild.required<ElementRef<SVGSVGElement>>('overlay');
  protected readonly failure = signal<string | null>(null);

  protected readonly viewport = this.viewports.viewport;
  /** Where a pan was last, and whether the space bar is held for one. */
  protected readonly panning = signal<Pixel | null>(null);
  readonly spaceHeld = signal(false);
  private readonly touches = new Map<number, Pixel>();

  protected readonly handles = linkedSignal<HandlesAsked | null, Handles | null>({
    source: () => {
      const [shown, selection] = [this.shown.selected(), this.editing.selection()];
      if (!shown || this.toolView.reads() !== 'selection' || selection.items.length !== 1) return null;
      return { shown, viewport: this.viewport(), selection, added: this.addedHandles.keys(), stems: this.stems() };
    },
    computation: (asked, before) =>
      asked && handlesOf(asked, before?.source ? { asked: before.source, handles: before.value } : null),
  }).asReadonly();

  /** What is free at the joints in hand, or at the ends of a selected blend or corner. */
  private readonly stems = computed((): readonly FreedomStem[] => {
    const [selected, viewport] = [this.shown.selected(), this.viewport()];
    const item = selected && this.editing.project()?.items[selected.id];
    const inHand = this.editing
      .selection()
      .handles.flatMap((each) => (each.kind === 'joint' || each.kind === 'freedom' ? each.end : []));
    const isMade = item?.kind === 'curve' && (item.recipe.kind === 'blend' || item.recipe.kind === 'corner');
    const project = isMade || inHand.length > 0 ? this.shown.project() : null;
    if (!project || !selected?.curve) return NO_STEMS;
    const { id, curve } = selected;
    const across = (end: End) => cross(normalOf(viewport.plane), directionBeyond(curve, end));
    return freedomStems(project, id, curve, inHand, (end) => scale(across(end), STEMS_APART * viewport.scale));
  });

  /** The selected points of several curves. */
  protected readonly chosen = computed(() => {
    const selection = this.editing.selection();
    return selection.items.length > 1 && selection.handles.length > 0 && this.toolView.reads() === 'selection'
      ? chosenMarks(this.shown.all(), selection, this.viewport())
      : [];
  });

  /** Points of their own. */
  protected readonly points = computed(() => {
    const { items } = this.editing.selection();
    return this.shown.marks().flatMap(({ id, item, at, made }) => {
      if (!at) return [];
      const { x, y } = this.pixel(at);
      return [{ id, colour: item.colour, selected: made || items.includes(id), x, y }];
    });
  });
  protected readonly area = computed(() => {
    const { area } = this.toolView.preview();
    return area.length > 0 ? `${pathOf(area.map((at) => this.pixel(at)))}Z` : '';
  });
  /** The curves that a priced step, or a choice that is pointed at, would leave, and where one would be farthest from the present one. */
  protected readonly offered = computed(() => {
    const offer = this.lossy.offer();
    const ghosts = this.ghosts.curves();
    if (ghosts.length > 0) return { path: ghosts.map((curve) => curvePath(curve, this.viewport())).join(''), at: null };
    if (!offer) return null;
    const path = offer.curves.map(({ after }) => curvePath(after, this.viewport())).join('');
    return { path, at: offer.price && this.pixel(offer.price.at) };
  });
  /** Where more room would help a fairing that is offered. */
  protected readonly hasRoom = computed(() => (this.lossy.offer()?.notes.room?.length ?? 0) > 0);
  /** What stands for curves is looked at: in files, or as a step. */
  protected readonly hasStandIns = computed(
    () => this.handOver.isOpen() || this.lossy.offer()?.notes.standIn !== undefined,
  );
  /** An end may be joined then, and another point tied. */
  protected readonly hasOneHandle = computed(() => this.editing.selection().handles.length === 1);
  protected readonly hasTies = computed(() =>
    Object.values(this.editing.project()?.items ?? {}).some((item) => item.kind === 'curve' && item.ties !== undefined),
  );
  /** What is marked on curves comes once there is something to be marked. */
  protected readonly readsSomething = computed(() => this.readings.curve() !== null || this.meetings.isReported());
  /** While an end is over what it would be joined to: the level that it has there already. */
  protected readonly already = computed(() => {
    const { call } = this.toolView.preview();
    if (call?.command !== 'joinEnd') return null;
    const level = this.joints.at(call.args.item, call.args.end)?.figures?.level ?? -1;
    return level < 0 ? null : `G${level} already`;
  });
  protected readonly reading = computed(() => {
    const reading = this.readings.atCursor();
    return reading && readingTag(reading, this.viewport(), this.units());
  });

  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  /** What stands out as selected. */
  private readonly marked = computed(() => (this.toolView.marksSelection() ? this.editing.selection() : NOTHING));
  private readonly hovered = computed(() => this.toolView.preview().hover);
  private readonly resting = computed(() => [
    ...restingStrokes(this.shown.resting(), this.marked()),
    ...curvesComing(this.bringIn.curves()),
  ]);
  private readonly restingDrawing = signal<RestingDrawing | null>(null);
  private readonly liveDrawing = signal<LiveDrawing | null>(null);
  /** Where combs break: at a knot, or where two curves meet. */
  private readonly breaks = computed(() =>
    combBreaks([...this.combs.restingCombs(), ...this.combs.movingCombs()], this.meetings.all()),
  );
  private readonly pointSets = computed(
    () => [
      ...pointsShown(this.shown.marks(), this.marked(), this.hovered()),
      ...pointsComing(this.pointImport.shown() ?? this.bringIn.shownPoints()),
    ],
    { equal: samePoints },
  );
  private readonly selectedAtRest = computed(() => {
    const selected = new Set(this.marked().items);
    return selected.size > 0 ? this.shown.resting().filter(({ id }) => selected.has(id)) : [];
  });
  private readonly live = computed(() => {
    const selection = this.marked();
    const ghosts = this.mirrorCheck.ghosts().map(({ curve }) => ({ curve, colour: GHOST, width: 1.6 }));
    return [
      ...hoveredStroke(this.shown.resting(), selection, this.hovered()),
      ...ghosts,
      ...liveStrokes(
        [...this.selectedAtRest(), ...this.shown.inHand()],
        selection,
        this.toolView.reads() === 'preview',
      ),
    ];
  });
  /** The view, once it is known where it looks: what is drawn before would be drawn twice. */
  private readonly view = computed(() => {
    const viewport = this.viewport();
    return viewport.width > 0 && this.viewports.isLookedAt() ? viewport : null;
  });
  private readonly restingPicture = computed((): RestingPicture | null => {
    const viewport = this.view();
    return (
      viewport && {
        viewport,
        grid: linesShown(this.editing.project(), viewport),
        points: this.pointSets(),
        combs: this.combs.restingCombs(),
        strokes: this.resting(),
      }
    );
  });
  private readonly livePicture = computed((): LivePicture | null => {
    const viewport = this.view();
    return viewport && { viewport, combs: this.combs.movingCombs(), breaks: this.breaks(), strokes: this.live() };
  });
  /** Guides, places and handles of what is being drawn, and what was caught, in pixels. */
  protected readonly shapes = computed(() =>
    overlayOf(
      this.shown.marks(),
      this.toolView.preview(),
      this.snaps.caught(),
      this.editing.selection(),
      this.viewport(),
      this.viewports.reach(),
    ),
  );

  protected readonly keys = new PaneKeys(this.handles, this.chosen, (type, at, on) =>
    this.feedAt(type, at, on, {}, true),
  );
  protected readonly ring = computed(() => {
    const stop = this.keys.stop();
    return stop && this.toolView.accepts().drags ? this.pixel(stop.at) : null;
  });
  /** How far a soft drag reaches around what is selected. */
  protected readonly softly = computed(() => {
    const soft = this.toolView.accepts().drags?.soft ?? null;
    const at = this.toolView.preview().dragged?.from ?? this.keys.selected()?.at;
    return soft !== null && at ? { ...this.pixel(at), r: soft / this.viewport().scale } : null;
  });
  protected readonly activeHandle = computed(() => {
    const key = this.keys.stop()?.key ?? this.keys.selected()?.key;
    return key ? `handle-${key}` : null;
  });
  /** The pointer came last: whoever holds it knows where the focus is. */
  protected readonly pointed = signal(false);

  constructor() {
    const observer = new ResizeObserver(([{ contentRect }]) =>
      this.viewports.resize(contentRect.width, contentRect.height),
    );
    effect(() => {
      const canvas = this.restingCanvas().nativeElement;
      observer.observe(canvas);
      this.restingDrawing.set(this.drawnOn(canvas, RestingDrawing));
    });
    effect(() => {
      const picture = this.restingPicture();
      if (picture) this.restingDrawing()?.draw(picture);
    });
    effect(() => {
      // A second canvas on the graphics card takes its time: the bench opens without, where nothing is live yet.
      const isWanted = this.opening.isOver() || !isBlank(this.livePicture());
      if (!isWanted || untracked(this.liveDrawing)) return;
      this.liveDrawing.set(this.drawnOn(this.liveCanvas().nativeElement, LiveDrawing));
    });
    effect(() => {
      const picture = this.livePicture();
      if (picture) this.liveDrawing()?.draw(picture);
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
      this.restingDrawing()?.dispose();
      this.liveDrawing()?.dispose();
    });
  }

  private drawnOn<Drawing>(canvas: HTMLCanvasElement, kind: new (canvas: HTMLCanvasElement) => Drawing) {
    try {
      return new kind(canvas);
    } catch {
      this.failure.set('The sheet cannot be drawn: this browser gives no WebGL. The drawing itself is safe.');
      return null;
    }
  }

  /** Pictures to trace over, under everything: where each lies, as CSS. */
  protected readonly pictures = computed(() =>
    this.tracing.pictures().map((picture) => {
      const viewport = this.viewport();
      const { x, y } = this.pixel(fromPlane(viewport.plane, [picture.at[0], picture.at[1], 0]));
      const scale = picture.scale / viewport.scale;
      const transform = `translate(${x}px, ${y}px) rotate(${-picture.angle}deg) scale(${scale}) translate(-50%, -50%)`;
      return { ...picture, transform, address: this.tracing.addressOf(picture) };
    }),
  );

  protected drop(event: DragEvent): void {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    this.files.bring(file, toPoint(this.viewport(), this.pixelOf(event)));
  }

  /** Shows all that is drawn. */
  showAll(): void {
    this.viewports.bringIntoView(this.shown.all());
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    const perNotch = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 16 : 1;
    // A pinch on a touchpad arrives as a wheel with Ctrl, in smaller steps.
    const strength = event.ctrlKey ? 0.01 : 0.0015;
    const factor = Math.exp(event.deltaY * perNotch * strength);
    this.viewports.look(zoomed(this.viewport(), this.pixelOf(event), factor));
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
      this.viewports.look(panned(this.viewport(), from, at));
      this.panning.set(at);
    } else {
      this.viewports.pointer.set(toPoint(this.viewport(), at));
      this.feed('move', event);
      this.readAt(at);
    }
  }

  protected release(event: PointerEvent): void {
    this.touches.delete(event.pointerId);
    if (this.panning()) this.panning.set(null);
    else if (event.button === 0) this.feed('release', event);
    // What a drag was caught by goes with it.
    if (!this.toolView.accepts().places) this.snaps.letGo();
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
    this.hand.feed({ type: 'settle' });
  }

  protected blur(): void {
    this.settle();
    this.pointed.set(false);
    this.keys.leave();
  }

  /** Where a context menu asked for by keys opens, in the window: at the selected handle, or the middle. */
  menuPlace(): readonly [number, number] {
    const { left, top } = this.overlay().nativeElement.getBoundingClientRect();
    const { width, height } = this.viewport();
    const focused = this.keys.selected();
    const { x, y } = focused ? this.pixel(focused.at) : { x: width / 2, y: height / 2 };
    return [left + x, top + y];
  }

  /** What lies under the pointer is selected before its menu opens. */
  pressForMenu(event: MouseEvent): void {
    const at = toPoint(this.viewport(), this.pixelOf(event));
    const [hit] = this.pickAt(at);
    const [item] = this.editing.selection().items;
    if (hit?.kind === 'handle') {
      const { handle } = hit.located;
      const handles = selectedHandles(this.editing.selection(), hit.item);
      if (!handles.some((each) => keyOf(each) === keyOf(handle))) this.editing.select(handlesOn(hit.item, [handle]));
    } else if (hit && hit.item !== item) this.editing.select(selectionOf([hit.item]));
    else if (hit?.kind === 'curve') this.readings.pointAt(hit.u);
  }

  protected leave(): void {
    this.viewports.pointer.set(null);
    this.readings.cursor.set(null);
    this.snaps.letGo();
    this.hand.feed({ type: 'leave' });
  }

  private feed(type: PointerInput['type'], event: MouseEvent): void {
    this.hand.inTurn(() => this.feedEvent(type, event));
  }

  private feedEvent(type: PointerInput['type'], event: MouseEvent): void {
    this.viewports.byKeys.set(false);
    const at = toPoint(this.viewport(), this.pixelOf(event));
    const drawing = this.toolView.accepts().strokes && event instanceof PointerEvent;
    const samples = drawing ? samplesOf(event, (each) => toPoint(this.viewport(), this.pixelOf(each))) : undefined;
    this.feedAt(
      type,
      at,
      null,
      { shift: event.shiftKey, lasso: event.altKey, ...(samples && { samples }) },
      event.ctrlKey || event.metaKey,
    );
  }

  private feedAt(
    type: PointerInput['type'],
    at: Vector3,
    on: Hit | null = null,
    keys: Partial<PointerInput> = {},
    free = false,
  ): void {
    const reach = this.viewports.reach();
    const hits = on ? [on] : this.toolView.accepts().curves ? this.pickAt(at) : [];
    const caught = this.snaps.catch(at, reach, { free, straight: keys.shift === true });
    if (caught) this.viewports.pointer.set(caught.at);
    if (this.bringIn.isPlacing()) {
      if (type === 'press') this.bringIn.setDown(caught?.at ?? at);
      return;
    }
    // Of a drag what it carries was caught: the pointer is taken to be where it would be then.
    const offset = this.toolView.accepts().carries?.offset ?? NO_OFFSET;
    this.hand.feed({ type, ...(caught ? { at: subtract(caught.at, offset), caught } : { at }), hits, reach, ...keys });
  }

  /** What lies under a point, of the drawing as it is kept: what a tool would make of it cannot be picked. */
  private pickAt(at: Vector3): readonly Hit[] {
    const ray = rayThrough(this.viewport(), at);
    return pick(
      ray,
      {
        items: this.shown.kept(),
        selection: this.editing.selection(),
        handles: this.handles(),
        chosen: this.chosen(),
        joints: this.joints.all(),
      },
      this.viewports.reach(),
      this.viewport(),
    );
  }

  /** The shared cursor follows the pointer along the read curve while it is near. */
  private readAt(pixel: Pixel): void {
    const curve = this.readings.curve();
    const { drags, curves } = this.toolView.accepts();
    if (!curve || !drags || !curves) return this.readings.pointAt(null);
    const viewport = this.viewport();
    const { u, at } = closestUnder(viewport.plane, curve, toPoint(viewport, pixel));
    this.readings.pointAt(awayFromRay(rayUnder(viewport, pixel), at) <= 2 * this.viewports.reach() ? u : null);
  }

  private pinch(id: number, at: Pixel): void {
    const before = [...this.touches.values()];
    this.touches.set(id, at);
    this.viewports.look(pinched(this.viewport(), before, [...this.touches.values()]));
  }

  /** A project that was not looked at yet is shown whole. */
  private lookFirst(): void {
    const { width, height } = this.viewport();
    if (!this.editing.project() || width === 0 || height === 0 || this.viewports.isLookedAt()) return;
    untracked(() => this.showAll());
  }

  private pixelOf({ clientX, clientY }: MouseEvent): Pixel {
    const { left, top } = this.overlay().nativeElement.getBoundingClientRect();
    return [clientX - left, clientY - top];
  }

  private pixel(at: readonly [number, number, number]): { x: number; y: number } {
    const [x, y] = toPixel(this.viewport(), at);
    return { x, y };
  }
}
