import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { ToggleButton } from 'primeng/togglebutton';
import { Tooltip } from 'primeng/tooltip';
import { keepShowing } from './keepShowing';
import { Icon } from './icon';

/** The lock beside a number: shut where the number is held, open where it follows. */
@Component({
  selector: 'pb-hold',
  imports: [Icon, ToggleButton, Tooltip],
  template: `
    <p-togglebutton
      size="small"
      [ariaLabel]="label()"
      [pTooltip]="held() ? 'Held: click to let it go' : label()"
      tooltipPosition="left"
      (onChange)="toggle($event.checked === true)"
    >
      <ng-template #content><pb-icon [name]="held() ? 'locked' : 'unlocked'" /></ng-template>
    </p-togglebutton>
  `,
  styles: `
    :host {
      display: inline-flex;
      --icon: 15px;
      --p-togglebutton-checked-background: var(--vermilion-wash);
      --p-togglebutton-content-checked-background: var(--vermilion-wash);
      --p-togglebutton-checked-border-color: var(--vermilion);
      --p-togglebutton-checked-color: var(--vermilion-deep);
      --p-togglebutton-content-sm-padding: 3px 5px;
      --p-togglebutton-color: var(--quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Hold {
  readonly held = input.required<boolean>();
  /** What a click on an open lock does, as 'Pin x'. */
  readonly label = input.required<string>();
  readonly toggled = output<boolean>();
  private readonly widget = viewChild.required(ToggleButton);
  private readonly settle = keepShowing(this.widget, this.held);

  protected toggle(held: boolean): void {
    this.toggled.emit(held);
    this.settle();
  }
}
