import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { Dialog } from 'primeng/dialog';
import { BENCH_ACTIONS } from '../../actions/benchActions';
import { ACTION_GROUPS } from '../../actions/workbench';
import { keysShown } from '../../actions/shortcuts';

const ON_THE_SHEET = [
  { keys: ['Arrows'], label: 'Go through curves and handles, or move what is taken by the grid' },
  { keys: ['Shift+Arrows'], label: 'Move it by a tenth of the grid' },
  { keys: ['Shift+drag'], label: 'Along one axis; of a tangent its direction alone' },
  { keys: ['Ctrl+drag'], label: 'Freely, past every snap' },
  { keys: ['Drag'], label: 'On the empty sheet a box around points; with Alt a lasso, with Shift added' },
  { keys: ['Shift+click'], label: 'Add a point to the selection' },
  { keys: ['Double-click'], label: 'Add a point to the selected curve' },
  { keys: ['Wheel'], label: 'Zoom about the pointer' },
  { keys: ['Middle drag'], label: 'Pan' },
];

/** Every shortcut, read from the table that binds them. */
@Component({
  selector: 'pb-shortcuts-panel',
  imports: [Dialog],
  template: `
    <p-dialog
      header="Shortcuts"
      closeAriaLabel="Close"
      position="top"
      [modal]="false"
      [draggable]="false"
      [resizable]="false"
      [pt]="{ content: { tabindex: '0' } }"
      [style]="{ width: '1120px', maxWidth: 'calc(100vw - 80px)', marginTop: '64px' }"
      [visible]="shown()"
      (visibleChange)="shown.set($event)"
      (onHide)="closed.emit()"
    >
      <div class="groups">
        @for (group of groups; track group.name) {
          <div>
            <h3>{{ group.name }}</h3>
            <dl>
              @for (action of group.actions; track action.label) {
                <dt>
                  @for (keys of action.keys; track keys) {
                    <kbd>{{ printed(keys) }}</kbd>
                  }
                </dt>
                <dd>{{ action.label }}</dd>
              }
            </dl>
          </div>
        }
      </div>
    </p-dialog>
  `,
  styles: `
    h3 {
      margin-bottom: 6px;
      font-size: 12.5px;
      font-weight: 600;
      color: var(--quiet);
    }
    .groups {
      columns: 3 300px;
      column-gap: 30px;
    }
    .groups > div {
      break-inside: avoid;
      padding-bottom: 14px;
    }
    dl {
      display: grid;
      grid-template-columns: 104px 1fr;
      gap: 4px 8px;
      margin: 0;
      align-items: baseline;
      font-size: 13px;
    }
    dd {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShortcutsPanel {
  readonly closed = output();
  protected readonly shown = signal(true);
  protected readonly printed = keysShown;
  protected readonly groups = [
    ...Object.entries(ACTION_GROUPS).map(([its, name]) => ({
      name: name as string,
      actions: BENCH_ACTIONS.filter(({ group }) => group === its),
    })),
    { name: 'On the sheet', actions: ON_THE_SHEET },
  ];
}
