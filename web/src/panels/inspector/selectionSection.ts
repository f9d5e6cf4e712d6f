import { Editing, ToolInHand } from '../../session';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { type SelectionAction, selectionActions } from '../../actions/selectionActions';
import { Icon } from '../../ui/icon';
import { TOOLS } from '../../tools/catalogue';
import { LinkButton, QuietButton } from '../../ui/buttons';

/** What can be done to what is selected as a whole: carry it, copy it, group it, let a mirror go. */
@Component({
  selector: 'pb-selection-section',
  imports: [LinkButton, QuietButton, Icon, Tooltip],
  template: `
    <h3>Carry</h3>
    <div class="tools" role="group" aria-label="Carry the selection">
      @for (tool of transforms; track tool.name) {
        <button
          pbQuiet
          [attr.aria-label]="tool.label"
          [pTooltip]="tool.label"
          tooltipPosition="bottom"
          (click)="hand.takeUp(tool.name)"
        >
          <pb-icon [paths]="tool.icon" />
        </button>
      }
    </div>
    <div class="links">
      @for (action of actions(); track action.label) {
        <button pbLink (click)="does(action)">{{ action.label }}</button>
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
      width: auto;
      padding: 5px 7px;
    }
    .links {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SelectionSection {
  protected readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  protected readonly transforms = TOOLS.filter(({ group }) => group === 'transform');
  protected readonly actions = computed(() => selectionActions(this.editing.project(), this.editing.selection()));

  protected does({ call, select }: SelectionAction): void {
    this.editing.attempt(() => {
      this.editing.do(call);
      if (select) this.editing.select(select);
    });
  }
}
