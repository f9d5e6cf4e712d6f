import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, linkedSignal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Lump } from '@pencil-bend/core/reading';
import { radiusOf } from '@pencil-bend/core';
import { Tooltip } from 'primeng/tooltip';
import { MARK_KINDS, type MarkKind } from '../../api/savedView';
import { Editing, Fairness, LumpTour, Readings, ShownItems, SlowFigures } from '../../session';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { LinkButton } from '../../ui/buttons';
import { counted } from '../../ui/labels';
import { lengthInWords, lengthShown } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';
import { Toggle } from '../../ui/toggle';
import { lumpInWords } from '../../view/lumpWords';
import { MARK_LOOKS } from '../../view/markKinds';

/** How fair the selected curve is: one line, its lumps in words, and what is marked on it. */
@Component({
  selector: 'pb-reading-section',
  imports: [LinkButton, NumberField, Switch, Toggle, Tooltip],
  template: `
    <p class="fairness" data-testid="fairness">{{ fairness() }}</p>
    <ol aria-label="Lumps">
      @for (each of lumps(); track each.rank) {
        <li [class.current]="each.current">
          <button
            type="button"
            class="rank"
            [attr.aria-label]="'Go to lump ' + each.rank"
            [attr.aria-pressed]="each.current"
            [pTooltip]="'Brings it into view (> and < step through the lumps)'"
            tooltipPosition="left"
            (click)="tour.goTo(each.lump)"
          >
            {{ each.rank }}
          </button>
          <span class="words">{{ each.words }}</span>
          <span class="number quiet" [pTooltip]="each.tip" tooltipPosition="left">{{ each.figures }}</span>
          <button
            pbLink
            [attr.aria-label]="'Lump ' + each.rank + ' is meant so'"
            pTooltip="It is meant so, and not listed until it moves or grows"
            tooltipPosition="left"
            (click)="intend(each.lump)"
          >
            meant so
          </button>
        </li>
      }
    </ol>
    @if (intended(); as count) {
      <p class="quiet row">
        {{ count }} meant so
        <button pbLink (click)="forget()">list {{ count === 1 ? 'it' : 'them' }} again</button>
      </p>
    }
    <dl>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="Lumps whose curvature differs by less, as a share of what the curve's curvature comes to at most, are not listed"
      >
        Lumps from
      </dt>
      <dd class="row short">
        <pb-number
          label="Lumps are listed from"
          unit=" %"
          [value]="percent()"
          [digits]="1"
          [least]="2"
          [most]="100"
          (given)="list($event)"
        />
      </dd>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="The smallest radius that a cutter, or whoever builds it, can make: what is tighter is marked on sheet and strip"
      >
        Smallest R
      </dt>
      <dd class="row short">
        <pb-number
          label="Smallest radius allowed"
          none="no limit"
          [value]="limit()"
          [units]="units()"
          [least]="1e-3"
          (given)="setLimit($event)"
        />
        @if (limit() !== null) {
          <button pbLink (click)="setLimit(null)">no limit</button>
        }
      </dd>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="The circle that bends as the curve does where the pointer is, while it is near the curve"
      >
        Circle
      </dt>
      <dd>
        <pb-switch
          label="Circle of curvature at the pointer"
          [states]="['hidden', 'at the pointer']"
          [on]="circle()"
          (toggled)="showCircle($event)"
        />
      </dd>
    </dl>
    <div class="marks" role="group" aria-label="What is marked">
      @for (mark of marks(); track mark.kind) {
        <pb-toggle [label]="mark.label" [tip]="mark.tip" [on]="mark.on" (toggled)="setMark(mark.kind, $event)" />
      }
    </div>
  `,
  styleUrls: ['./sections.css', './readingSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingSection {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly of = inject(Fairness);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly slow = inject(SlowFigures);
  protected readonly tour = inject(LumpTour);
  private readonly settings = this.store.selectSignal(selectReading);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  /** The card stays as it is while the curve is dragged: what it says follows on release. */
  private readonly rested = linkedSignal<
    { readonly isResting: boolean; readonly lumps: ReturnType<Fairness['lumps']> },
    ReturnType<Fairness['lumps']>
  >({
    source: () => {
      const curve = this.readings.curve();
      return { isResting: !curve || this.readings.isResting(curve), lumps: this.of.lumps() };
    },
    computation: ({ isResting, lumps }, before) => (isResting || !before ? lumps : before.value),
  });

  protected readonly lumps = computed(() =>
    (this.rested()?.listed ?? []).map((lump, i) => ({
      lump,
      rank: i + 1,
      words: lumpInWords(lump, this.units()),
      figures: `R ${lengthShown(radiusOf(lump.kappa), this.units(), 2)}, ${this.ironed(lump)}`,
      tip: 'How tight the curve is there, and how far ironing the lump would move it',
      current: this.tour.current() === lump,
    })),
  );
  protected readonly intended = computed(() => this.rested()?.meant.length ?? 0);
  protected readonly limit = computed(() => this.settings().limit);
  protected readonly circle = computed(() => this.settings().circle);
  protected readonly percent = computed(() => 100 * this.settings().least);

  /** Pieces, largest lump, roughness, lightness, and what lightening would leave, in one line. */
  protected readonly fairness = computed(() => {
    const rested = this.rested();
    const shown = this.shown.selected();
    if (!rested || !shown) return 'Lumps are being looked for.';
    const [largest] = rested.listed;
    const count = rested.listed.length;
    const share = largest ? `, largest ${Math.round(100 * largest.share)} %` : '';
    const said = [count === 0 ? 'No lump' : `${counted(count, 'lump', 'lumps')}${share}`];
    const lightness = this.of.of(shown)?.lightness;
    if (lightness) {
      said.push(
        counted(lightness.monotonePieces, 'monotone piece', 'monotone pieces'),
        counted(lightness.controlPoints, 'control point', 'control points'),
      );
    }
    const [roughness, fewest] = [this.slow.roughness(), this.slow.fewest()];
    if (roughness === undefined) said.push('roughness is coming');
    else if (roughness !== null) said.push(`roughness ${roughness.toPrecision(2)}`);
    if (typeof fewest === 'number') {
      const tolerance = lengthInWords(this.editing.project()?.tolerance ?? 0, this.units());
      said.push(`${fewest} would do within ${tolerance}`);
    }
    return `${said.join('; ')}.`;
  });

  protected readonly marks = computed(() => {
    const on = new Set(this.settings().marks);
    return MARK_KINDS.map((kind) => {
      const { many, tip } = MARK_LOOKS[kind];
      return { kind, label: many, tip, on: on.has(kind) };
    });
  });

  constructor() {
    this.slow.lookers.update((count) => count + 1);
    inject(DestroyRef).onDestroy(() => this.slow.lookers.update((count) => count - 1));
  }

  protected intend(lump: Lump): void {
    const [curve] = this.editing.selection().items;
    const report = this.of.report();
    if (!curve || !report) return;
    const at = lump.s / report.length;
    this.store.dispatch(viewActions.lumpIntended({ lump: { curve, at, size: lump.prominence } }));
  }

  protected forget(): void {
    const [curve] = this.editing.selection().items;
    if (curve) this.store.dispatch(viewActions.intendedForgotten({ curve }));
  }

  protected list(percent: number): void {
    this.store.dispatch(viewActions.lumpsListed({ least: percent / 100 }));
  }

  protected setLimit(limit: number | null): void {
    this.store.dispatch(viewActions.radiusLimited({ limit }));
  }

  protected showCircle(shown: boolean): void {
    this.store.dispatch(viewActions.circleShown({ shown }));
  }

  protected setMark(kind: MarkKind, on: boolean): void {
    this.store.dispatch(viewActions.markSet({ kind, on }));
  }

  private ironed(lump: Lump): string {
    const moves = this.slow.ironing(lump);
    if (moves === undefined) return 'moves …';
    return moves === null ? 'cannot be ironed' : `moves ${lengthInWords(moves, this.units(), 1)}`;
  }
}
