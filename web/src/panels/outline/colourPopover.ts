import { afterNextRender, ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { Popover } from 'primeng/popover';
import { ColourChoice } from '../../ui/colourChoice';

/** The colours, beside the sign that asked for them. */
@Component({
  selector: 'pb-colour-popover',
  imports: [ColourChoice, Popover],
  template: `
    <p-popover #popover ariaLabel="Colours" (onHide)="closed.emit()">
      <pb-colour-choice label="Colours" [value]="value()" (chosen)="chosen.emit($event); popover.hide()" />
    </p-popover>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourPopover {
  readonly value = input.required<string>();
  /** The click that asked. */
  readonly at = input.required<Event>();
  readonly chosen = output<string>();
  readonly closed = output();
  private readonly popover = viewChild.required(Popover);
  /** Where it was asked for: an event forgets its element when it has been heard. */
  constructor() {
    afterNextRender(() => this.popover().show(this.at(), this.at().target));
  }
}
