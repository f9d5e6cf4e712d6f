import { ChangeDetectionStrategy, Component, computed, input, output, viewChild } from '@angular/core';
import { Slider } from 'primeng/slider';
import { keepShowing } from './keepShowing';

/** A value between two bounds that is slid; on a logarithmic scale where it spans several powers of ten. */
@Component({
  selector: 'pb-slide',
  imports: [Slider],
  template: `
    <p-slider
      [min]="position(least())"
      [max]="position(most())"
      [step]="logarithmic() ? 0.1 : step()"
      [ariaLabel]="label()"
      [autofocus]="false"
      [disabled]="disabled()"
      [pt]="spoken()"
      (onChange)="slide($event.value ?? 0)"
    />
  `,
  styles: `
    :host {
      display: block;
      flex: 1;
      min-width: 0;
      padding: 9px 8px;
    }
  `,
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
  readonly slid = output<number>();
  private readonly widget = viewChild.required(Slider);
  private readonly settle = keepShowing(this.widget, () => this.position(this.value()));
  protected readonly spoken = computed(() => ({
    handle: { 'aria-valuetext': this.meaning() ?? String(this.value()) },
  }));

  /** Where on the slider a value lies. */
  protected position(value: number): number {
    return this.logarithmic() ? (value > 0 ? Math.log2(value) : 0) : value;
  }

  protected slide(position: number): void {
    this.slid.emit(this.logarithmic() ? Number((2 ** position).toPrecision(3)) : position);
    this.settle();
  }
}
