import { ChangeDetectionStrategy, Component, output } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { LinkButton } from '../../ui/buttons';

/** Where a tangent can point at one click. A view of its own, for its buttons need not follow a drag. */
@Component({
  selector: 'pb-direction-links',
  imports: [LinkButton, Tooltip],
  template: `
    <button pbLink (click)="along.emit('x')">horizontal</button>
    <button pbLink (click)="along.emit('y')">vertical</button>
    <button
      pbLink
      pTooltip="Click a curve or a leg next: its direction is taken over (G)"
      tooltipPosition="bottom"
      (click)="asOf.emit()"
    >
      as of …
    </button>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 0;
      align-items: center;
      margin: 0 -10px 0 -3px;
    }
    button {
      padding: 2px 3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DirectionLinks {
  readonly along = output<'x' | 'y'>();
  readonly asOf = output();
}
