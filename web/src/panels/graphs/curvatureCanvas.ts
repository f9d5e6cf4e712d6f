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
import { CurveMarks, Editing, FairingChoice, LossyPreview, LumpTour, Readings, Refits } from '../../session';
import { arcLength, lengthAt, parameterAt } from '@pencil-bend/core';
import { Tooltip } from 'primeng/tooltip';
import { LinkButton } from '../../ui/buttons';
import { Icon } from '../../ui/icon';
import { type AxisStretch, StripGraph } from './stripGraph';
import { inflectionsInWords } from '../../ui/labels';
import { lengthInWords, UNIT } from '../../ui/length';
import { drawGraph, graphFrame, type GraphMarks, kappaOver, lengthAtX, xOf, yOf } from './curvatureGraph';
import { GraphGestures } from './graphGestures';

/** As wide as what stands above a stretch, in pixels. */
const TOOLS = 220;
/** So near the line it is taken hold of, in pixels. */
const REACH = 9;
/** What is drawn reaches this share of the stretch to both sides. */
const WIDTH = 0.25;

/** The graph of signed curvature over arc length, with the cursor that it shares with the sheet. */
@Component({
  selector: 'pb-curvature-canvas',
  imports: [GraphGestures, Icon, LinkButton, Tooltip],
  template: `
    <canvas
      #canvas
      role="img"
      [attr.aria-label]="
        'Signed curvature over arc length, ' + inflections() + (limitLabel() ? ', ' + limitLabel() : '')
      "
      [pbGraphGestures]="lengthAt"
      [takesStretches]="true"
      [pullsAt]="pullsAt"
      (stretched)="take($event)"
      (pulled)="pull($event)"
    ></canvas>
    @if (tools(); as tools) {
      <div
        class="tools"
        [class.below]="tools.isBelow"
        [style.left.px]="tools.x"
        role="group"
        [attr.aria-label]="tools.label"
      >
        <button pbLink pTooltip="Takes the lump out within the tolerance; its price comes first (!)" (click)="iron()">
          iron
        </button>
        @if (tools.isStretch) {
          <button
            pbLink
            pTooltip="Makes the curvature the same all along it"
            (click)="refits.pull({ kind: 'level' }, true)"
          >
            level
          </button>
          <button
            pbLink
            pTooltip="Lets the curvature run straight from one end of it to the other"
            (click)="refits.pull({ kind: 'straight' }, true)"
          >
            straight
          </button>
          <button pbLink pTooltip="Fairs this stretch alone; its price comes first (%)" (click)="refits.fair()">
            fair
          </button>
          <button pbLink aria-label="Let the stretch go" (click)="choice.stretch.set(null)">
            <pb-icon name="close" />
          </button>
        }
      </div>
    }
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
      touch-action: none;
    }
    .tools {
      --icon: 13px;
      position: absolute;
      top: 8px;
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 2px 8px;
      border: 1px solid var(--hairline);
      border-radius: 6px;
      background: var(--paper);
      font-size: 12px;
      transform: translateX(-50%);
    }
    .tools.below {
      top: auto;
      bottom: 28px;
    }
    .tools button {
      padding: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurvatureCanvas {
  private readonly editing = inject(Editing);
  protected readonly readings = inject(Readings);
  private readonly lossy = inject(LossyPreview);
  private readonly marks = inject(CurveMarks);
  private readonly tour = inject(LumpTour);
  protected readonly refits = inject(Refits);
  protected readonly choice = inject(FairingChoice);
  private readonly strip = inject(StripGraph);
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

  private readonly frame = computed(() => {
    const own = this.strip.own();
    const [width, height] = this.size();
    if (!own || width === 0 || height === 0) return null;
    const unit = UNIT[this.editing.project()?.units ?? 'mm'];
    return graphFrame(
      [own, ...this.strip.others()],
      this.strip.seen(),
      [width, height],
      unit,
      this.strip.isLogarithmic(),
    );
  });
  protected readonly lengthAt = (x: number): number | null => {
    const frame = this.frame();
    return frame && lengthAtX(frame, x);
  };

  /** The stretch in hand, in lengths; over the seam of a closed curve it ends before it begins. */
  private readonly stretch = computed((): readonly [number, number] | null => {
    const stretch = this.choice.stretch();
    const curve = this.readings.curve();
    if (!stretch || !curve) return null;
    const measured = arcLength(curve);
    return [lengthAt(measured, stretch.from), lengthAt(measured, stretch.to)];
  });

  /** What can be done to the stretch in hand, or to the lump that was gone to, above the middle of it. */
  protected readonly tools = computed(() => {
    const frame = this.frame();
    const stretch = this.stretch();
    const lump = this.tour.current();
    if (!frame || (!stretch && !lump)) return null;
    const s = stretch ? (stretch[0] + stretch[1]) / 2 : (lump?.s ?? 0);
    const x = Math.min(frame.width - TOOLS / 2, Math.max(TOOLS / 2, xOf(frame, s)));
    // On the side where the curve is not.
    const { s: places, kappa } = this.readings.reading()?.profile ?? { s: [], kappa: [] };
    const isBelow = (kappa[places.findIndex((each) => each >= s)] ?? 0) >= 0;
    return {
      x,
      isBelow,
      isStretch: stretch !== null,
      label: stretch ? 'The stretch in hand' : 'The lump that was gone to',
    };
  });

  protected take(stretch: AxisStretch | null): void {
    const curve = this.readings.keptCurve();
    if (!curve || !stretch) return this.choice.stretch.set(null);
    const measured = arcLength(curve);
    this.choice.stretch.set({ from: parameterAt(measured, stretch.from), to: parameterAt(measured, stretch.to) });
  }

  /** The curvature that is wished for, as far as what stays allows it. */
  private readonly wish = computed(() => {
    const profile = this.lossy.offer()?.notes.pulled?.profile;
    return profile ? { s: profile.s, kappa: profile.compatible } : null;
  });

  /** Near the line, in the stretch in hand, it is drawn up and down. */
  protected readonly pullsAt = (x: number, y: number): boolean => {
    const [frame, stretch] = [this.frame(), this.stretch()];
    const kappa = frame && this.kappaAt(lengthAtX(frame, x));
    if (!frame || !stretch || kappa === null || frame.least !== null || this.readings.normal() === null) return false;
    const s = lengthAtX(frame, x);
    return s > stretch[0] && s < stretch[1] && Math.abs(yOf(frame, kappa) - y) <= REACH;
  };

  protected pull({ x, dy, isOver }: { readonly x: number; readonly dy: number; readonly isOver: boolean }): void {
    const [frame, stretch, curve] = [this.frame(), this.stretch(), this.readings.keptCurve()];
    if (!frame || !stretch || !curve) return;
    const u = parameterAt(arcLength(curve), lengthAtX(frame, x));
    const by = kappaOver(frame, dy);
    if (by === 0) return;
    this.refits.pull({ kind: 'drag', u, by, width: WIDTH * (stretch[1] - stretch[0]) }, isOver);
  }

  /** The curvature of the read curve at a length; null beyond it. */
  private kappaAt(s: number): number | null {
    const profile = this.readings.reading()?.profile;
    const i = profile?.s.findIndex((each) => each >= s) ?? -1;
    if (!profile || i < 0) return null;
    const before = Math.max(0, i - 1);
    const step = profile.s[i] - profile.s[before];
    const share = step > 0 ? (s - profile.s[before]) / step : 0;
    return profile.kappa[before] + share * (profile.kappa[i] - profile.kappa[before]);
  }

  protected iron(): void {
    const stretch = this.choice.stretch() ?? this.tour.current();
    if (stretch) this.refits.iron(stretch);
  }

  constructor() {
    afterNextRender(() => this.observer.observe(this.canvas().nativeElement));
    // An effect of the application, which comes before the views: text on a canvas asks for every style of the page,
    // and that is dear once the views have changed it.
    const drawn = effect(() => this.draw(), { injector: inject(EnvironmentInjector) });
    const picture = () => this.svg();
    this.strip.picture.set(picture);
    inject(DestroyRef).onDestroy(() => {
      this.strip.picture.update((shown) => (shown === picture ? null : shown));
      this.observer.disconnect();
      drawn.destroy();
    });
  }

  /** What is marked in the graph now. */
  private marked(): GraphMarks {
    return {
      others: this.strip.others(),
      meetings: this.strip.meetings(),
      marks: this.marks.shown(),
      current: this.marks.current(),
      limit: this.reading().limit,
      tooTight: this.marks.tooTight(),
      limitLabel: this.limitLabel(),
      cursor: this.readings.cursor(),
      stretch: this.stretch(),
      wish: this.wish(),
    };
  }

  private draw(): void {
    const frame = this.frame();
    const profile = this.readings.reading()?.profile;
    const marked = this.marked();
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

  private async svg(): Promise<string | null> {
    const frame = this.frame();
    const profile = this.readings.reading()?.profile;
    if (!frame || !profile) return null;
    const { graphAsSvg } = await import('./graphSvg');
    return graphAsSvg(frame, profile, this.marked());
  }
}
