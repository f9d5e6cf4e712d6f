import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { Bench } from '../bench/bench';
import { lengthShown, UNIT } from '../numbers/length';
import { benchActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectNotice } from '../state/selectors';

/** The line at the bottom: what the next click or key does, what was refused, and where the pointer is. */
@Component({
  selector: 'pb-prompt-line',
  template: `
    <div class="says" role="status">
      @if (notice(); as words) {
        <span class="notice">Not done: {{ words }}.</span>
        <button type="button" (click)="read()">Understood</button>
      } @else {
        <strong>{{ bench.prompt().text }}</strong>
        @for (key of bench.prompt().keys; track key.key) {
          <span class="key"
            ><kbd>{{ key.key }}</kbd> {{ key.does }}</span
          >
        }
      }
    </div>
    <span class="number quiet" data-testid="pointer">{{ place() }}</span>
    <span class="number quiet">grid {{ grid() }}</span>
    <span class="number quiet">tol {{ tolerance() }}</span>
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 18px;
      height: 26px;
      padding: 0 14px;
      font-size: 12.5px;
      white-space: nowrap;
      overflow: hidden;
    }
    .says {
      display: flex;
      flex: 1;
      gap: 16px;
      min-width: 0;
      overflow: hidden;
    }
    strong {
      font-weight: 600;
    }
    .notice {
      color: var(--ochre);
      font-weight: 600;
    }
    button {
      border: 0;
      padding: 0;
      background: none;
      color: var(--ink);
      font-size: inherit;
      text-decoration: underline;
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PromptLine {
  protected readonly bench = inject(Bench);
  private readonly store: Store<BenchState> = inject(Store);
  protected readonly notice = this.store.selectSignal(selectNotice);
  private readonly units = computed(() => this.bench.project()?.units ?? 'mm');
  protected readonly place = computed(() => {
    const at = this.bench.pointer();
    const units = this.units();
    return at ? `x ${lengthShown(at[0], units, 1)} y ${lengthShown(at[1], units, 1)}` : '';
  });
  protected readonly grid = computed(() => this.short(this.bench.grid()));
  protected readonly tolerance = computed(() => this.short(this.bench.project()?.tolerance ?? 0));

  /** Without zeros behind the point. */
  private short(mm: number): string {
    const units = this.units();
    return `${Number((mm / UNIT[units]).toPrecision(4))} ${units}`;
  }

  protected read(): void {
    this.store.dispatch(benchActions.noticeRead());
  }
}
