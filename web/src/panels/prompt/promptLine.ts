import { Editing, LossyPreview, Opening, Remarks, StepHistory, ToolView, TypedPlace, Viewports } from '../../session';
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
import { InputText } from 'primeng/inputtext';
import type { BenchState } from '../../state/reducers';
import { selectNotice } from '../../state/selectors';
import type { Prompt } from '../../tools/contract';
import { forKeys } from './forKeys';
import { PointerPlace } from './pointerPlace';
import { Said } from './said';

/** While a price is offered. */
const OFFERED: Prompt = {
  text: 'The price of this step is on the card, its result is drawn in dashes.',
  keys: [
    { key: 'Enter', does: 'applies it' },
    { key: 'Esc', does: 'leaves it' },
  ],
};
/** While a stage is viewed. */
const VIEWED: Prompt = {
  text: 'A stage is shown as it was: click its curves to read them.',
  keys: [{ key: 'Esc', does: 'goes back to the drawing' }],
};

/** The line at the bottom: what the next click or key does, what was refused, and where the pointer is. */
@Component({
  selector: 'pb-prompt-line',
  imports: [InputText, PointerPlace, Said],
  template: `
    <div class="says" role="status">
      @if (typed.text() !== null) {
        <label class="typing">
          <strong>{{ asks() }}</strong>
          <input
            #place
            class="number"
            autocomplete="off"
            aria-label="Next place"
            pInputText
            pSize="small"
            [value]="typed.text()"
            [attr.aria-invalid]="typed.mistake() !== null"
            (input)="typed.text.set(place.value)"
            (keydown.enter)="give(place.value)"
            (keydown.escape)="typed.text.set(null); toSheet()"
          />
        </label>
        @if (typed.mistake(); as words) {
          <span class="notice" role="alert">{{ words }}.</span>
        } @else if (typed.understood(); as words) {
          <span class="number" role="status">= {{ words }}</span>
        } @else {
          <span class="key">x, y · +x, y from the last place · 20 at 30 for length and angle</span>
        }
      } @else if (notice(); as words) {
        <span class="notice">Not done: {{ words }}.</span>
      } @else if (remarks.aside(); as words) {
        <span class="notice">{{ words }}.</span>
      } @else {
        <strong>{{ prompt().text }}</strong>
        @for (key of prompt().keys; track key.key) {
          <span class="key"
            ><kbd>{{ key.key }}</kbd> {{ key.does }}</span
          >
        }
      }
    </div>
    @defer (when remarks.log().length > 0; prefetch when opening.isOver()) {
      <pb-said />
    } @error {}
    <pb-pointer-place />
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
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PromptLine {
  protected readonly editing = inject(Editing);
  protected readonly opening = inject(Opening);
  protected readonly stepHistory = inject(StepHistory);
  protected readonly toolView = inject(ToolView);
  protected readonly viewports = inject(Viewports);
  protected readonly typed = inject(TypedPlace);
  private readonly lossy = inject(LossyPreview);
  protected readonly remarks = inject(Remarks);
  private readonly store: Store<BenchState> = inject(Store);
  protected readonly notice = this.store.selectSignal(selectNotice);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('place');
  protected readonly prompt = computed(() =>
    this.editing.isOnlyViewing() ? VIEWED : this.lossy.offer() ? OFFERED : this.ofTool(),
  );
  private readonly ofTool = computed(() => {
    const prompt = this.toolView.prompt();
    return this.viewports.byKeys() ? forKeys(prompt, this.toolView.accepts().drags ? 'Enter' : 'Space') : prompt;
  });
  protected readonly asks = computed(
    () => this.typed.meaning()?.label ?? (this.stepHistory.canUndo() ? 'Length or place' : 'Place'),
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
    this.typed.give(text);
    if (this.typed.text() === null) this.toSheet();
  }

  protected toSheet(): void {
    document.getElementById('sheet')?.focus();
  }
}
