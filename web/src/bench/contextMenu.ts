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
import { BENCH_ACTIONS } from '../actions/benchActions';
import { ACTION_GROUPS, type BenchAction, type Workbench } from '../actions/workbench';
import { keysShown } from '../actions/shortcuts';

/** What can be done with what is selected, where it was asked for. */
@Component({
  selector: 'pb-context-menu',
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
export class BenchContextMenu {
  readonly workbench = input.required<Workbench>();
  /** Where it is asked for. */
  readonly at = input.required<MouseEvent>();
  readonly closed = output();
  protected readonly menu = viewChild.required(ContextMenu);
  /** As it was when the menu was asked for. */
  protected readonly items = computed((): MenuItem[] => {
    const bench = this.workbench();
    const line = (action: BenchAction): MenuItem => ({
      label: untracked(() => action.now?.(bench)) ?? action.label,
      data: keysShown(action.keys[0]),
      command: () => bench.editing.attempt(() => action.does(bench)),
    });
    const actionsOf = (group: BenchAction['group']) =>
      BENCH_ACTIONS.filter((action) => action.group === group && untracked(() => action.inMenu?.(bench)));
    // What the selection is about lies open, the rest one step deeper.
    const open = untracked(() => bench.editing.selection().handles.length > 0) ? 'point' : 'curve';
    const deeper = (['point', 'knots', 'curve', 'looking'] as const).filter((group) => group !== open);
    return [
      ...actionsOf('tools').map(line),
      { separator: true },
      ...actionsOf(open).map(line),
      { separator: true },
      ...deeper.flatMap((group): MenuItem[] => {
        const items = actionsOf(group).map(line);
        return items.length > 0 ? [{ label: ACTION_GROUPS[group], data: '›', items }] : [];
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
