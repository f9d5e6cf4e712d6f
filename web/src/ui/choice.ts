import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  viewChild,
} from '@angular/core';
import { SelectButton } from 'primeng/selectbutton';
import { Tooltip } from 'primeng/tooltip';
import { keepShowing } from './keepShowing';

/** One of the values that can be chosen. */
export interface ChoiceOption<Value> {
  readonly value: Value;
  readonly label: string;
  /** What the label stands for, where it is a sign. */
  readonly name?: string;
  /** What it means, where a word needs more of them. */
  readonly tip?: string;
}

/** One value of a few, all in sight. It shows what holds: a choice that is refused springs back. */
@Component({
  selector: 'pb-choice',
  imports: [SelectButton, Tooltip],
  template: `
    <p-selectbutton
      size="small"
      optionLabel="label"
      optionValue="value"
      [class.tall]="tall()"
      [attr.aria-label]="label()"
      [allowEmpty]="false"
      [disabled]="disabled()"
      [options]="shown()"
      (onChange)="choose($event.value)"
    >
      <ng-template #item let-each>
        @if (each.name) {
          <span
            role="img"
            [attr.aria-label]="each.name"
            [pTooltip]="each.name"
            tooltipPosition="bottom"
            (pointerenter)="pointed.emit(each.value)"
            (pointerleave)="pointed.emit(null)"
            >{{ each.label }}</span
          >
        } @else {
          <span
            [pTooltip]="each.tip"
            tooltipPosition="bottom"
            (pointerenter)="pointed.emit(each.value)"
            (pointerleave)="pointed.emit(null)"
            >{{ each.label }}</span
          >
        }
      </ng-template>
    </p-selectbutton>
  `,
  styles: `
    :host {
      display: inline-flex;
      min-width: 0;
    }
    .tall {
      flex: 1;
      flex-direction: column;
      gap: 3px;
    }
    .tall ::ng-deep .p-togglebutton {
      border-width: 1px;
      border-radius: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choice<Value> {
  readonly options = input.required<readonly ChoiceOption<Value>[]>();
  readonly value = input.required<Value>();
  readonly label = input.required<string>();
  /** Below each other, where they do not fit beside each other. */
  readonly tall = input(false, { transform: booleanAttribute });
  readonly disabled = input(false);
  readonly chosen = output<Value>();
  /** The value that the pointer is over; null when it has left. */
  readonly pointed = output<Value | null>();
  private readonly widget = viewChild.required(SelectButton);
  private readonly settle = keepShowing(this.widget, this.value);
  protected readonly shown = computed(() => [...this.options()]);

  protected choose(value: Value): void {
    this.chosen.emit(value);
    this.settle();
  }
}
