import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { type Curve, packCurve } from '@pencil-bend/core';
import { Store } from '@ngrx/store';
import { Editing, FairingChoice, LossyPreview, Readings, Refits } from '../../session';
import { ironOptions } from '../../session/fairOptions';
import { wholeCurve } from '../../session/lossyPreview';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { LinkButton } from '../../ui/buttons';
import { ReadingWorkService } from '../../work/readingWorkService';
import type { Suggestion } from '../../work/suggestions';
import { suggestionInWords } from './suggestionInWords';

/** The curve and the tolerance have come to rest when neither has changed for so long. */
const REST_MS = 500;

interface Found {
  readonly curve: Curve;
  readonly tolerance: number;
  readonly list: readonly Suggestion[];
}

/** What would make the selected curve fairer or lighter: each was run before it is named, and is done by one click. */
@Component({
  selector: 'pb-suggestions-list',
  imports: [LinkButton],
  template: `
    @if (rows(); as rows) {
      <h3>Suggestions</h3>
      <ul aria-label="Suggestions">
        @for (row of rows; track $index) {
          <li>
            <span>{{ row.words }}</span>
            <button pbLink [attr.aria-label]="row.words + ': do it'" (click)="do(row.suggestion)">do</button>
          </li>
        } @empty {
          <li class="quiet">{{ isComing() ? 'being tried …' : 'Nothing within this tolerance gains 5 % or more.' }}</li>
        }
      </ul>
    }
  `,
  styleUrl: './sections.css',
  styles: `
    :host {
      margin-top: 14px;
    }
    ul {
      display: grid;
      gap: 6px;
      margin: 0;
      padding: 0;
      list-style: none;
      line-height: 1.35;
    }
    li {
      display: flex;
      gap: 8px;
      align-items: baseline;
      justify-content: space-between;
    }
    button {
      flex: none;
      padding: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SuggestionsList {
  private readonly choice = inject(FairingChoice);
  private readonly editing = inject(Editing);
  private readonly lossy = inject(LossyPreview);
  private readonly readings = inject(Readings);
  private readonly refits = inject(Refits);
  private readonly settings = inject<Store<BenchState>>(Store).selectSignal(selectReading);
  private readonly worker = inject(ReadingWorkService);
  private readonly found = signal<Found | null>(null);

  /** The selected curve as it is kept, while nothing is asked about it. */
  private readonly curve = computed((): Curve | null => {
    const { items } = this.editing.selection();
    const project = this.editing.project();
    return project && items.length === 1 ? wholeCurve(project, items[0]) : null;
  });

  protected readonly isComing = computed(() => {
    const found = this.found();
    return found?.curve !== this.curve() || found?.tolerance !== this.choice.tolerance();
  });
  protected readonly rows = computed(() => {
    // While something is asked about the curve there is no other question.
    if (!this.curve() || this.lossy.how() !== null) return null;
    const units = this.editing.project()?.units ?? 'mm';
    const list = this.isComing() ? [] : (this.found()?.list ?? []);
    return list.map((suggestion) => ({ suggestion, words: suggestionInWords(suggestion, units) }));
  });

  constructor() {
    effect((onCleanup) => {
      const [curve, tolerance] = [this.curve(), this.choice.tolerance()];
      const isResting = this.readings.curve() !== null && this.lossy.how() === null;
      if (!curve || !isResting || !this.isComing()) return;
      const timer = setTimeout(() => void this.find(curve, tolerance), REST_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  protected do({ does }: Suggestion): void {
    const [item] = this.editing.selection().items;
    if (!item) return;
    const { tolerance } = this.choice.target();
    this.refits.refitAtOnce(
      item,
      does.kind === 'fair' ? { ...this.choice.target(), stretch: null } : { tolerance, ...does },
    );
  }

  private async find(curve: Curve, tolerance: number): Promise<void> {
    const project = this.editing.project();
    const [item] = this.editing.selection().items;
    if (!project || !item) return;
    const { start, end } = this.choice.levels();
    const asked = () => ({
      curve: packCurve(curve),
      tolerance,
      least: this.settings().least,
      options: ironOptions(project, item, curve, start, end),
    });
    const isWanted = () => this.curve() === curve && this.choice.tolerance() === tolerance;
    try {
      const outcome = await this.worker.ask('suggestions', asked, { rank: 4, isWanted });
      if (outcome.kind === 'answered') this.found.set({ curve, tolerance, list: outcome.answer });
    } catch {
      // What cannot be tried is not suggested.
      this.found.set({ curve, tolerance, list: [] });
    }
  }
}
