import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { SelectButton } from 'primeng/selectbutton';
import { Tooltip } from 'primeng/tooltip';
import { keepShowing } from './keepShowing';
import { COLOURS } from './colours';

/** The colours that can be chosen, as chips. */
@Component({
  selector: 'pb-colour-choice',
  imports: [SelectButton, Tooltip],
  template: `
    <p-selectbutton
      size="small"
      optionLabel="name"
      optionValue="value"
      [attr.aria-label]="label()"
      [allowEmpty]="false"
      [options]="colours"
      (onChange)="choose($event.value)"
    >
      <ng-template #item let-each>
        <span
          class="chip"
          role="img"
          [attr.aria-label]="each.name"
          [pTooltip]="each.name"
          tooltipPosition="bottom"
          [style.background]="each.value"
        ></span>
      </ng-template>
    </p-selectbutton>
  `,
  styles: `
    :host {
      --p-togglebutton-content-sm-padding: 3px 6px;
    }
    .chip {
      display: block;
      width: 18px;
      height: 14px;
      border: 1px solid var(--paper);
      border-radius: 3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourChoice {
  readonly value = input.required<string | null>();
  readonly label = input.required<string>();
  readonly chosen = output<string>();
  protected readonly colours = [...COLOURS];
  private readonly widget = viewChild.required(SelectButton);
  private readonly settle = keepShowing(this.widget, this.value);

  protected choose(colour: string): void {
    this.chosen.emit(colour);
    this.settle();
  }
}
