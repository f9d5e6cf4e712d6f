import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import { LARGEST, lengthShown, UNIT, type Units } from './length';
import { readNumber } from './readNumber';

/**
 * A number that can be typed, with arithmetic, fractions and units. Enter or leaving the field gives it, Escape puts
 * the old one back; what is no number is said beside the field, and nothing changes.
 */
@Component({
  selector: 'pb-number',
  template: `
    <input
      #field
      class="number"
      inputmode="decimal"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="mistake() !== null"
      [disabled]="disabled()"
      [value]="shown()"
      (input)="field.dataset['typed'] = ''"
      (focus)="field.select(); entered.emit()"
      (keydown.enter)="take(); field.select()"
      (keydown.escape)="putBack(); field.blur()"
      (blur)="take()"
    />
    @if (mistake(); as words) {
      <span class="mistake" role="alert">{{ words }}</span>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    input {
      width: 100%;
      padding: 3px 6px;
      border: 1px solid var(--hairline);
      border-radius: 4px;
      background: var(--paper);
      color: inherit;
      text-align: right;
    }
    input:disabled {
      background: var(--sheet);
      color: var(--quiet);
    }
    input:focus {
      border-color: var(--ink);
    }
    .mistake {
      display: block;
      margin-top: 3px;
      color: var(--ochre);
      font: 12px/1.3 var(--sans);
      white-space: normal;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberField {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  /** The sheet's unit for a length in mm; null for a plain number. */
  readonly units = input<Units | null>(null);
  /** Digits behind the point of a plain number. */
  readonly digits = input(3);
  readonly least = input(-LARGEST);
  readonly most = input(LARGEST);
  readonly whole = input(false);
  readonly disabled = input(false);
  readonly given = output<number>();
  readonly entered = output();

  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly shown = computed(() => {
    const units = this.units();
    return units ? lengthShown(this.value(), units) : String(Number(this.value().toFixed(this.digits())));
  });
  /** What is wrong with what was typed; gone when the value changes. */
  protected readonly mistake = linkedSignal<unknown, string | null>({
    source: () => [this.value(), this.label()],
    computation: () => null,
  });

  protected take(): void {
    const input = this.field().nativeElement;
    delete input.dataset['typed'];
    if (input.value === this.shown()) return this.mistake.set(null);
    const units = this.units();
    const typed = readNumber(input.value, units && UNIT[units]);
    const wrong = typed.ok ? this.wrong(typed.value) : typed.why;
    this.putBack();
    this.mistake.set(wrong && `${wrong}.`);
    if (typed.ok && !wrong) this.given.emit(typed.value);
  }

  protected putBack(): void {
    const input = this.field().nativeElement;
    input.value = this.shown();
    delete input.dataset['typed'];
    this.mistake.set(null);
  }

  private wrong(value: number): string | null {
    const units = this.units();
    const inWords = (bound: number) => (units ? `${lengthShown(bound, units)} ${units}` : String(bound));
    if (this.whole() && !Number.isInteger(value)) return `A whole number is needed, not ${value}`;
    if (value < this.least()) return `At least ${inWords(this.least())} is needed`;
    if (value > this.most()) return `At most ${inWords(this.most())} is possible`;
    return null;
  }
}
