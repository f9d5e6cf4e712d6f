import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { Measurements, ToolView } from '../../session';
import { QuietButton } from '../../ui/buttons';
import { Icon } from '../../ui/icon';

/** The measurements that stand on the sheet: kept with the project's view, not with the drawing. */
@Component({
  selector: 'pb-measured-section',
  imports: [Icon, QuietButton, Tooltip],
  template: `
    <h3>{{ toolView.measures() ? toolView.label() : 'Measured' }}</h3>
    <ul aria-label="Measurements">
      @for (each of measurements.standing(); track each.id) {
        <li>
          <b class="number">{{ each.value }}</b>
          <span class="of">{{ each.of }}</span>
          @if (each.details) {
            <span class="number quiet details">{{ each.details }}</span>
          }
          <button
            pbQuiet
            pTooltip="Takes it away"
            tooltipPosition="left"
            [attr.aria-label]="'Take away ' + each.value + ', ' + each.of"
            (click)="measurements.remove(each.id)"
          >
            <pb-icon name="remove" />
          </button>
        </li>
      } @empty {
        <li class="quiet">Nothing is measured yet. What is measured stays on the sheet and follows the drawing.</li>
      }
    </ul>
  `,
  styleUrl: './sections.css',
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 1fr auto;
      padding: 4px 0;
      border-top: 1px solid var(--hairline);
    }
    li:first-child {
      border-top: 0;
    }
    .of,
    .details {
      grid-column: 1;
      font-size: 12.5px;
    }
    button {
      grid-row: 1 / span 2;
      grid-column: 2;
      align-self: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasuredSection {
  protected readonly measurements = inject(Measurements);
  protected readonly toolView = inject(ToolView);
}
