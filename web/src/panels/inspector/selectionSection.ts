import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { Bench } from '../../session/bench';
import { type SelectionDeed, selectionDeeds } from '../../actions/selectionActions';
import { Icon } from '../../ui/icon';
import { TOOLS } from '../../tools/palette';

/** What can be done to what is selected as a whole: carry it, copy it, group it, let a mirror go. */
@Component({
  selector: 'pb-selection-card',
  imports: [Icon, Tooltip],
  template: `
    <h3>Carry</h3>
    <div class="tools" role="group" aria-label="Carry the selection">
      @for (tool of carries; track tool.name) {
        <button
          type="button"
          [attr.aria-label]="tool.words"
          [pTooltip]="tool.words"
          tooltipPosition="bottom"
          (click)="bench.takeUp(tool.name)"
        >
          <pb-icon [tool]="tool.name" />
        </button>
      }
    </div>
    <div class="links">
      @for (deed of deeds(); track deed.words) {
        <button type="button" class="link" (click)="does(deed)">{{ deed.words }}</button>
      }
    </div>
  `,
  styleUrl: './sections.css',
  styles: `
    .tools {
      display: flex;
      gap: 2px;
      margin: 0 -6px 4px;
    }
    .tools button {
      display: inline-flex;
      padding: 5px 7px;
      border-radius: 6px;
    }
    .tools button:hover {
      background: var(--sheet);
    }
    .links {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SelectionCard {
  protected readonly bench = inject(Bench);
  protected readonly carries = TOOLS.filter(({ group }) => group === 'Carry');
  protected readonly deeds = computed(() => selectionDeeds(this.bench.project(), this.bench.selection()));

  protected does({ order, select }: SelectionDeed): void {
    this.bench.attempt(() => {
      this.bench.do(order);
      if (select) this.bench.select(select);
    });
  }
}
