import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  untracked,
  viewChild,
} from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { ContextMenu } from 'primeng/contextmenu';
import { type Deed, DEEDS, type Stage } from '../actions/benchActions';
import { keysShown } from '../actions/shortcuts';

/** What can be done with what is selected, where it was asked for. */
@Component({
  selector: 'pb-sheet-menu',
  imports: [ContextMenu],
  template: `
    <p-contextmenu #menu [model]="items()" appendTo="body" (onShow)="focus()" (onHide)="closed.emit()">
      <ng-template #item let-item>
        <a class="p-contextmenu-item-link line">
          <span>{{ item.label }}</span>
          @if (item.items) {
            <span aria-hidden="true">{{ item.data }}</span>
          } @else {
            <kbd>{{ item.data }}</kbd>
          }
        </a>
      </ng-template>
    </p-contextmenu>
  `,
  styles: `
    .line {
      display: flex;
      gap: 24px;
      justify-content: space-between;
      padding: 2px 10px;
      font-size: 13px;
      cursor: pointer;
    }
  `,
  host: { '(window:keydown.escape)': 'menu().hide()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetMenu {
  readonly stage = input.required<Stage>();
  /** Where it is asked for. */
  readonly at = input.required<MouseEvent>();
  readonly closed = output();
  protected readonly menu = viewChild.required(ContextMenu);
  /** As it was when the menu was asked for. */
  protected readonly items = computed((): MenuItem[] => {
    const stage = this.stage();
    const line = (deed: Deed): MenuItem => ({
      label: deed.words,
      data: keysShown(deed.keys[0]),
      command: () => stage.bench.attempt(() => deed.does(stage)),
    });
    const deedsOf = (group: Deed['group']) =>
      DEEDS.filter((deed) => deed.group === group && untracked(() => deed.inMenu?.(stage.bench)));
    // What the selection is about lies open, the rest one step deeper.
    const open = untracked(() => stage.bench.selection().handles.length > 0) ? 'Selected point' : 'Curve';
    const deeper = (['Selected point', 'Knots', 'Curve', 'Looking'] as const).filter((group) => group !== open);
    return [
      ...deedsOf('Tools').map(line),
      { separator: true },
      ...deedsOf(open).map(line),
      { separator: true },
      ...deeper.flatMap((group): MenuItem[] => {
        const items = deedsOf(group).map(line);
        return items.length > 0 ? [{ label: group, data: '›', items }] : [];
      }),
    ];
  });

  constructor() {
    afterNextRender(() => this.menu().show(this.at()));
  }

  /** Arrows go through the menu from the start, however it was opened. */
  protected focus(): void {
    document.querySelector<HTMLElement>('.p-contextmenu-root-list')?.focus();
  }
}
