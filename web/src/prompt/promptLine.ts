import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { Bench } from '../bench/bench';
import { gridStep } from '../sheet/camera';
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
    <span class="number quiet">grid {{ grid() }} mm</span>
    <span class="number quiet">tol {{ bench.project()?.tolerance }} mm</span>
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
  protected readonly place = computed(() => {
    const at = this.bench.pointer();
    return at ? `x ${at[0].toFixed(2)} y ${at[1].toFixed(2)}` : '';
  });
  protected readonly grid = computed(() => {
    const { camera } = this.bench.view();
    return camera ? Number(gridStep(camera).toPrecision(1)) : 5;
  });

  protected read(): void {
    this.store.dispatch(benchActions.noticeRead());
  }
}
