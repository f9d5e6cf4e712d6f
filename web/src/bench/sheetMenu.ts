import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { ContextMenu } from 'primeng/contextmenu';
import { type Deed, DEEDS, GROUPS, type Stage } from './deeds';
import { keysShown } from './shortcuts';

/** What can be done with what is selected, where it was asked for. */
@Component({
  selector: 'pb-sheet-menu',
  imports: [ContextMenu],
  template: `
    <p-contextmenu #menu [model]="items" appendTo="body" (onHide)="closed.emit()">
      <ng-template #item let-item>
        <a class="p-contextmenu-item-link line">
          <span>{{ item.label }}</span>
          <kbd>{{ item.data }}</kbd>
        </a>
      </ng-template>
    </p-contextmenu>
  `,
  styles: `
    .line {
      display: flex;
      gap: 24px;
      justify-content: space-between;
      padding: 4px 10px;
      font-size: 13px;
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetMenu {
  readonly stage = input.required<Stage>();
  /** Where it is asked for. */
  readonly at = input.required<MouseEvent>();
  readonly closed = output();
  private readonly menu = viewChild.required(ContextMenu);
  protected items: MenuItem[] = [];

  constructor() {
    queueMicrotask(() => this.open());
  }

  private open(): void {
    const stage = this.stage();
    const line = (deed: Deed): MenuItem => ({
      label: deed.words,
      data: keysShown(deed.keys[0]),
      command: () => deed.does(stage),
    });
    const groups = GROUPS.map((group) => DEEDS.filter((deed) => deed.group === group && deed.inMenu?.(stage.bench)));
    this.items = groups
      .filter((deeds) => deeds.length > 0)
      .flatMap((deeds, i) => [...(i > 0 ? [{ separator: true }] : []), ...deeds.map(line)]);
    this.menu().show(this.at());
  }
}
