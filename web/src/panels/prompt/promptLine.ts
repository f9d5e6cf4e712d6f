import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  viewChild,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { Bench } from '../../session/bench';
import { lengthShown, UNIT } from '../../ui/length';
import { benchActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectNotice } from '../../state/selectors';

/** The line at the bottom: what the next click or key does, what was refused, and where the pointer is. */
@Component({
  selector: 'pb-prompt-line',
  template: `
    <div class="says" role="status">
      @if (bench.typing() !== null) {
        <label class="typing">
          <strong>{{ asks() }}</strong>
          <input
            #place
            class="number"
            autocomplete="off"
            aria-label="Next place"
            [value]="bench.typing()"
            [attr.aria-invalid]="bench.mistyped() !== null"
            (input)="bench.typing.set(place.value)"
            (keydown.enter)="give(place.value)"
            (keydown.escape)="bench.typing.set(null); toSheet()"
          />
        </label>
        @if (bench.mistyped(); as words) {
          <span class="notice" role="alert">{{ words }}.</span>
        } @else {
          <span class="key">x, y · +x, y from the last place · 20 at 30 for length and angle</span>
        }
      } @else if (notice(); as words) {
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
    .typing {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .typing input {
      width: 150px;
      height: 22px;
      padding: 0 6px;
      border: 1px solid var(--ink);
      border-radius: 4px;
      background: var(--paper);
      color: var(--ink);
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
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('place');
  protected readonly asks = computed(
    () => this.bench.meaning()?.words ?? (this.bench.hasPlaced() ? 'Length or place' : 'Place'),
  );

  constructor() {
    // A field that opens takes what is typed next behind the key that opened it.
    effect(() => {
      const field = this.field()?.nativeElement;
      field?.focus();
      field?.setSelectionRange(field.value.length, field.value.length);
    });
  }

  /** Enter on a place gives it; what is wrong with it is said, and it stays to be mended. */
  protected give(text: string): void {
    this.bench.typePlace(text);
    if (this.bench.typing() === null) this.toSheet();
  }

  protected toSheet(): void {
    document.getElementById('sheet')?.focus();
  }

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
