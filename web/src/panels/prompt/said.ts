import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Popover } from 'primeng/popover';
import { Tooltip } from 'primeng/tooltip';
import { Remarks } from '../../session';
import { LinkButton } from '../../ui/buttons';

/** What was refused or remarked, to be read again. */
@Component({
  selector: 'pb-said',
  imports: [LinkButton, DatePipe, Popover, Tooltip],
  template: `
    <button pbLink pTooltip="Read again what was said" (click)="said.toggle($event)">said</button>
    <p-popover #said ariaLabel="What was said">
      <ul class="log">
        @for (each of remarks.log(); track each.time) {
          <li>
            <time class="number quiet">{{ each.time | date: 'HH:mm' }}</time>
            <span [class.notice]="each.refused">{{ each.refused ? 'Not done: ' : '' }}{{ each.message }}.</span>
          </li>
        }
      </ul>
    </p-popover>
  `,
  styles: `
    .log {
      display: grid;
      gap: 6px;
      max-width: 520px;
      max-height: 300px;
      overflow-y: auto;
      font-size: 12.5px;
    }
    .log li {
      display: grid;
      grid-template-columns: 48px 1fr;
      align-items: baseline;
    }
    .notice {
      color: var(--ochre);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Said {
  protected readonly remarks = inject(Remarks);
}
