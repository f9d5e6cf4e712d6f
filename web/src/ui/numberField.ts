import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { LARGEST, lengthShown, UNIT, type Units } from './length';
import { readNumber } from './readNumber';
import { TextField } from './textField';

/** A decimal as the field itself shows it: nothing has to be said about how it is understood. */
const PLAIN = /^\s*[-−]?\d+(\.\d*)?\s*$/;

/**
 * A number that can be typed, with arithmetic, fractions and units; what is understood is said beside it. Enter or
 * leaving the field gives it, Escape puts the old one back; what is no number stays to be mended, with what is wrong
 * with it, and nothing changes. (The library's number field takes no arithmetic, fraction or unit; its text field does.)
 */
@Component({
  selector: 'pb-number',
  imports: [TextField],
  template: `
    <pb-text-field
      [label]="label()"
      [invalid]="mistake() !== null"
      [disabled]="disabled()"
      (input)="note()"
      (focusin)="box().select(); entered.emit()"
      (keydown.enter)="take(); box().select()"
      (keydown.escape)="putBack(); box().blur()"
      (focusout)="take()"
    />
    @if (mistake(); as words) {
      @if (!quiet()) {
        <span class="mistake" role="alert">{{ words }}</span>
      }
    } @else if (understood(); as words) {
      <span class="understood number" role="status">= {{ words }}</span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      min-width: 0;
    }
    .mistake {
      display: block;
      margin-top: 3px;
      color: var(--ochre);
      font: 12px/1.3 var(--sans);
      white-space: normal;
    }
    .understood {
      position: absolute;
      z-index: 2;
      top: calc(100% + 2px);
      right: 0;
      padding: 1px 6px;
      border: 1px solid var(--hairline);
      border-radius: 4px;
      background: var(--paper);
      color: var(--quiet);
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberField {
  /** Null where there is none: then the field shows the word for that. */
  readonly value = input.required<number | null>();
  readonly label = input.required<string>();
  /** The sheet's unit for a length in mm; null for a plain number. */
  readonly units = input<Units | null>(null);
  /** What stands behind a plain number, as '°'. */
  readonly unit = input('');
  readonly none = input('');
  /** Digits behind the point of a plain number. */
  readonly digits = input(3);
  readonly least = input(-LARGEST);
  readonly most = input(LARGEST);
  readonly whole = input(false);
  readonly disabled = input(false);
  /** What is wrong is said elsewhere. */
  readonly quiet = input(false);
  readonly given = output<number>();
  readonly entered = output();
  readonly mistaken = output<string | null>();

  private readonly field = viewChild.required(TextField);
  protected readonly box = computed(() => this.field().element);
  protected readonly shown = computed(() => {
    const value = this.value();
    return value === null ? this.none() : this.text(value);
  });
  /** What was typed since the field showed its value. */
  private readonly typed = signal<string | null>(null);
  /** What is wrong with it; gone when the value changes. */
  protected readonly mistake = linkedSignal<unknown, string | null>({
    source: () => [this.value(), this.label()],
    computation: () => null,
  });
  protected readonly understood = computed(() => {
    const text = this.typed();
    if (text === null || PLAIN.test(text)) return null;
    const read = readNumber(this.withoutUnit(text), this.perUnit());
    return read.ok ? `${this.text(read.value)}${this.units() ? ` ${this.units()}` : ''}` : null;
  });

  constructor() {
    afterRenderEffect({ write: () => void (this.box().value = this.shown()) });
  }

  protected note(): void {
    this.box().dataset['typed'] = '';
    this.typed.set(this.box().value);
    this.tell(null);
  }

  protected take(): void {
    const text = this.box().value;
    if (text === this.shown()) return this.putBack();
    const read = readNumber(this.withoutUnit(text), this.perUnit());
    const wrong = read.ok ? this.wrong(read.value) : read.why;
    if (!read.ok || wrong) return this.tell(`${wrong}.`);
    this.putBack();
    this.given.emit(read.value);
  }

  protected putBack(): void {
    const input = this.box();
    input.value = this.shown();
    delete input.dataset['typed'];
    this.typed.set(null);
    this.tell(null);
  }

  private tell(mistake: string | null): void {
    if (this.mistake() === mistake) return;
    this.mistake.set(mistake);
    this.mistaken.emit(mistake);
  }

  private text(value: number): string {
    const units = this.units();
    return units ? lengthShown(value, units) : `${Number(value.toFixed(this.digits()))}${this.unit()}`;
  }

  private perUnit(): number | null {
    const units = this.units();
    return units && UNIT[units];
  }

  private withoutUnit(text: string): string {
    const unit = this.unit();
    return unit && text.trimEnd().endsWith(unit) ? text.trimEnd().slice(0, -unit.length) : text;
  }

  private wrong(value: number): string | null {
    const units = this.units();
    const inWords = (bound: number) => (units ? `${lengthShown(bound, units)} ${units}` : `${bound}${this.unit()}`);
    if (this.whole() && !Number.isInteger(value)) return `A whole number is needed, not ${value}`;
    if (Math.abs(value) > LARGEST) return 'That is larger than a drawing can be (1000 km)';
    if (value < this.least()) {
      return this.least() > 0 && this.least() <= 1e-6
        ? 'More than 0 is needed'
        : `At least ${inWords(this.least())} is needed`;
    }
    if (value > this.most()) return `At most ${inWords(this.most())} is possible`;
    return null;
  }
}
