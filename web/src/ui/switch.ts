import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { keepShowing } from './keepShowing';

/** Something that is on or off, with a word for the state beside it where there is one. */
@Component({
  selector: 'pb-switch',
  imports: [ToggleSwitch],
  template: `
    <!-- Not told, the library has each new switch ask for the focus. -->
    <p-toggleswitch
      [ariaLabel]="label()"
      [autofocus]="false"
      [disabled]="disabled()"
      (onChange)="toggle($event.checked)"
    />
    @if (states(); as states) {
      <span>{{ on() ? states[1] : states[0] }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 8px;
      min-height: 25px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Switch {
  readonly on = input.required<boolean>();
  readonly label = input.required<string>();
  /** Words for off and on. */
  readonly states = input<readonly [off: string, on: string] | null>(null);
  readonly disabled = input(false);
  readonly toggled = output<boolean>();
  private readonly widget = viewChild.required(ToggleSwitch);
  private readonly settle = keepShowing(this.widget, this.on);

  protected toggle(on: boolean): void {
    this.toggled.emit(on);
    this.settle();
  }
}
