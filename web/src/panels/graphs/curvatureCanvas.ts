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
import { Store } from '@ngrx/store';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { CurveMarks, Editing, LumpTour, MirrorCheck, Readings, ShownItems } from '../../session';
import { inflectionsInWords } from '../../ui/labels';
import { lengthInWords, UNIT } from '../../ui/length';
import { drawGraph, graphFrame, lengthAtX, type OtherProfile } from './curvatureGraph';

const GHOST = '#7d7970';
/** More curves over each other cannot be told apart. */
const MOST_OVERLAID = 6;

/** The graph of signed curvature over arc length, with the cursor that it shares with the sheet. */
@Component({
  selector: 'pb-curvature-canvas',
  template: `
    <canvas
      #canvas
      role="img"
      [attr.aria-label]="
        'Signed curvature over arc length, ' + inflections() + (limitLabel() ? ', ' + limitLabel() : '')
      "
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
  private readonly mirrorCheck = inject(MirrorCheck);
  private readonly shown = inject(ShownItems);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly reading = this.store.selectSignal(selectReading);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal<readonly [number, number]>([0, 0]);
  private readonly observer = new ResizeObserver(([entry]) =>
    this.size.set([entry.contentRect.width, entry.contentRect.height]),
  );
  protected readonly inflections = computed(() => inflectionsInWords(this.readings.reading()?.inflections ?? 0));

  /** How much of the curve is tighter than the limit allows. */
  protected readonly limitLabel = computed(() => {
    const { limit } = this.reading();
    if (limit === null) return '';
    const units = this.editing.project()?.units ?? 'mm';
    const length = this.marks.tooTight().reduce((sum, { start, end }) => sum + end - start, 0);
    const name = `limit R ${lengthInWords(limit, units, 2)}`;
    return `${name}: ${length > 0 ? `${lengthInWords(length, units, 2)} tighter` : 'nothing is tighter'}`;
  });

  /** The other selected curves, over the same axes. */
  private readonly others = computed(() => {
    const { items } = this.editing.selection();
    const curve = this.readings.curve();
    const ghost = this.mirrored();
    if (items.length < 2) return ghost;
    const colours = new Map(this.shown.all().map(({ id, item }) => [id, item.colour]));
    const selected = [...this.readings.of(items.slice(0, MOST_OVERLAID))]
      .filter(([, reading]) => reading.curve !== curve)
      .map(([id, { profile }]) => ({ profile, colour: colours.get(id) ?? '', offset: 0 }));
    return [...ghost, ...selected];
  });
  /** The other half of the read curve, where it goes on over the plane of a mirror check. */
  private readonly mirrored = computed((): readonly OtherProfile[] => {
    const [item] = this.editing.selection().items;
    const profile = this.mirrorCheck.ghosts().find(({ id }) => id === item)?.reading.profile;
    const own = this.readings.reading()?.profile.length ?? 0;
    const isBefore = this.mirrorCheck.meeting()?.end === 'start';
    return profile ? [{ profile, colour: GHOST, offset: isBefore ? -profile.length : own }] : [];
  });

  private readonly frame = computed(() => {
    const profile = this.readings.reading()?.profile;
    const [width, height] = this.size();
    if (!profile || width === 0 || height === 0) return null;
    return graphFrame(profile, this.others(), width, height, UNIT[this.editing.project()?.units ?? 'mm']);
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
    const lump = this.tour.current();
    const marked = {
      others: this.others(),
      marks: this.marks.shown(),
      current: lump && this.marks.rankOf(lump),
      limit: this.reading().limit,
      tooTight: this.marks.tooTight(),
      limitLabel: this.limitLabel(),
      cursor,
    };
    // Without a frame the canvas is not there yet, or has no size.
    if (!frame || !profile) return;
    const canvas = this.canvas().nativeElement;
    const context = canvas.getContext('2d');
    if (!context) return;
    const ratio = window.devicePixelRatio;
    const [width, height] = [Math.round(frame.width * ratio), Math.round(frame.height * ratio)];
    if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawGraph(context, frame, profile, marked);
  }

  protected hover(x: number): void {
    const frame = this.frame();
    if (frame) this.readings.cursor.set(lengthAtX(frame, x));
  }
}
