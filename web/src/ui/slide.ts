import { ChangeDetectionStrategy, Component, computed, input, inputBinding, outputBinding } from '@angular/core';
import { Slider, type SliderChangeEvent } from 'primeng/slider';
import { keepShowing } from './keepShowing';
import { ownView } from './ownView';

/** A value between two bounds that is slid; on a logarithmic scale where it spans several powers of ten. */
@Component({
  selector: 'pb-slide',
  template: '',
  styles: `
    :host {
      display: block;
      flex: 1;
      min-width: 0;
      padding: 9px 8px;
    }
  `,
  host: { '(keyup)': 'done()()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Slide {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly least = input.required<number>();
  readonly most = input.required<number>();
  readonly step = input(1);
  readonly logarithmic = input(false);
  readonly disabled = input(false);
  /** The value as it is read out. */
  readonly meaning = input<string | null>(null);
  /** What is done with each move. An output would have all around it checked with each. */
  readonly slid = input.required<(value: number) => void>();
  /** What is done when it is let go, by pointer or keys. */
  readonly done = input<() => void>(() => undefined);
  private readonly spoken = computed(() => ({
    handle: { 'aria-valuetext': this.meaning() ?? String(this.value()) },
  }));
  private readonly widget = ownView(Slider, 'p-slider', [
    inputBinding('min', () => this.position(this.least())),
    inputBinding('max', () => this.position(this.most())),
    inputBinding('step', () => (this.logarithmic() ? 0.1 : this.step())),
    inputBinding('ariaLabel', this.label),
    inputBinding('autofocus', () => false),
    inputBinding('disabled', this.disabled),
    inputBinding('pt', this.spoken),
    outputBinding('onSlideEnd', () => this.done()()),
    outputBinding<SliderChangeEvent>('onChange', ({ value }) => this.slide(value ?? 0)),
  ]);
  private readonly settle = keepShowing(
    () => this.widget,
    () => this.position(this.value()),
  );

  /** Where on the slider a value lies. */
  private position(value: number): number {
    return this.logarithmic() ? (value > 0 ? Math.log2(value) : 0) : value;
  }

  private slide(position: number): void {
    this.slid()(this.logarithmic() ? Number((2 ** position).toPrecision(3)) : position);
    this.settle();
  }
}
