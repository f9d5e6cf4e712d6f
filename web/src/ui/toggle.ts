import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { ToggleButton } from 'primeng/togglebutton';
import { Tooltip } from 'primeng/tooltip';
import { keepShowing } from './keepShowing';

/** One of several things that are chosen or not, side by side. */
@Component({
  selector: 'pb-toggle',
  imports: [ToggleButton, Tooltip],
  template: `
    <p-togglebutton
      size="small"
      [onLabel]="label()"
      [offLabel]="label()"
      [pTooltip]="tip()"
      tooltipPosition="bottom"
      (onChange)="toggle($event.checked === true)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Toggle {
  readonly on = input.required<boolean>();
  readonly label = input.required<string>();
  readonly tip = input.required<string>();
  readonly toggled = output<boolean>();
  private readonly widget = viewChild.required(ToggleButton);
  private readonly settle = keepShowing(this.widget, this.on);

  protected toggle(on: boolean): void {
    this.toggled.emit(on);
    this.settle();
  }
}
