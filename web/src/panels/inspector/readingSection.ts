import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Lump } from '@pencil-bend/core/reading';
import { radiusOf } from '@pencil-bend/core';
import { Tooltip } from 'primeng/tooltip';
import { Editing, Fairness, LossyPreview, LumpTour, MOST_LISTED, Refits, ShownItems, SlowFigures } from '../../session';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { LinkButton } from '../../ui/buttons';
import { counted } from '../../ui/labels';
import { lengthInWords, lengthShown } from '../../ui/length';
import { lumpInWords } from '../../view/lumpWords';
import { PriceBox } from '../price/priceBox';

/** How fair the selected curve is: one line, and its lumps in words. */
@Component({
  selector: 'pb-reading-section',
  imports: [LinkButton, PriceBox, Tooltip],
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
          <button
            pbLink
            [attr.aria-label]="'Iron lump ' + each.rank"
            pTooltip="Takes it out within the tolerance of Fairing, moving as few control points as it can; its price comes first (!)"
            tooltipPosition="left"
            (click)="refits.iron(each.lump)"
          >
            iron
          </button>
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
    @if (more(); as count) {
      <p class="quiet">and {{ count }} smaller: <kbd>&gt;</kbd> goes through them, Fairing takes them out together.</p>
    }
    @if (lossy.how() === 'iron') {
      <pb-price-box class="inside" />
    }
    @if (intended(); as count) {
      <p class="quiet row">
        {{ count }} meant so
        <button pbLink (click)="forget()">list {{ count === 1 ? 'it' : 'them' }} again</button>
      </p>
    }
  `,
  styleUrls: ['./sections.css', './readingSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingSection {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly of = inject(Fairness);
  private readonly shown = inject(ShownItems);
  private readonly slow = inject(SlowFigures);
  protected readonly refits = inject(Refits);
  protected readonly lossy = inject(LossyPreview);
  protected readonly tour = inject(LumpTour);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  protected readonly lumps = computed(() =>
    (this.of.lumps()?.listed ?? []).slice(0, MOST_LISTED).map((lump, i) => ({
      lump,
      rank: i + 1,
      words: lumpInWords(lump, this.units()),
      figures: `R ${lengthShown(radiusOf(lump.kappa), this.units(), 2)}, ${this.ironed(lump)}`,
      tip: 'How tight the curve is there, and how far ironing the lump would move it',
      current: this.tour.current() === lump,
    })),
  );
  protected readonly more = computed(() => Math.max(0, (this.of.lumps()?.listed.length ?? 0) - MOST_LISTED));
  protected readonly intended = computed(() => this.of.lumps()?.meant.length ?? 0);
  /** Pieces, largest lump, roughness, lightness, and what lightening would leave, in one line. */
  protected readonly fairness = computed(() => {
    const lumps = this.of.lumps();
    const shown = this.shown.selected();
    if (!lumps || !shown) return 'Lumps are being looked for.';
    const [largest] = lumps.listed;
    const count = lumps.listed.length;
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

  private ironed(lump: Lump): string {
    const moves = this.slow.ironing(lump);
    if (moves === undefined) return 'moves …';
    return moves === null ? 'cannot be ironed' : `moves ${lengthInWords(moves, this.units(), 1)}`;
  }
}
