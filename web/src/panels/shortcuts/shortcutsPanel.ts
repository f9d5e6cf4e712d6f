import { afterNextRender, ChangeDetectionStrategy, Component, type ElementRef, output, viewChild } from '@angular/core';
import { Icon } from '../../ui/icon';
import { ACTION_GROUPS, BENCH_ACTIONS } from '../../actions/benchActions';
import { keysShown } from '../../actions/shortcuts';

const ON_THE_SHEET = [
  { keys: ['Arrows'], label: 'Go through curves and handles, or move what is taken by the grid' },
  { keys: ['Shift+Arrows'], label: 'Move it by a tenth of the grid' },
  { keys: ['Shift+drag'], label: 'Along one axis; of a tangent its direction alone' },
  { keys: ['Drag'], label: 'On the empty sheet a box around points; with Alt a lasso, with Shift added' },
  { keys: ['Shift+click'], label: 'Add a point to the selection' },
  { keys: ['Double-click'], label: 'Add a point to the selected curve' },
  { keys: ['Wheel'], label: 'Zoom about the pointer' },
  { keys: ['Middle drag'], label: 'Pan' },
];

/** Every shortcut, read from the table that binds them. */
@Component({
  selector: 'pb-shortcuts-panel',
  imports: [Icon],
  template: `
    <section role="dialog" aria-modal="false" aria-labelledby="shortcuts-title" (keydown.escape)="closed.emit()">
      <header>
        <h2 id="shortcuts-title">Shortcuts</h2>
        <button #close type="button" aria-label="Close" (click)="closed.emit()"><pb-icon name="close" /></button>
      </header>
      <div class="groups">
        @for (group of groups; track group.name) {
          <div>
            <h3>{{ group.name }}</h3>
            <dl>
              @for (action of group.actions; track action.label) {
                <dt>
                  @for (keys of action.keys; track keys) {
                    <kbd>{{ shown(keys) }}</kbd>
                  }
                </dt>
                <dd>{{ action.label }}</dd>
              }
            </dl>
          </div>
        }
      </div>
    </section>
  `,
  styles: `
    section {
      position: fixed;
      z-index: 5;
      inset: 64px 40px auto;
      max-width: 1120px;
      max-height: calc(100dvh - 110px);
      margin: 0 auto;
      overflow-y: auto;
      border: 1px solid var(--hairline);
      border-radius: 10px;
      background: var(--paper);
      box-shadow: 0 8px 30px rgb(35 37 43 / 0.14);
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
      padding: 14px 22px 4px;
    }
    h2 {
      font-size: 16px;
      font-weight: 600;
    }
    h3 {
      margin-bottom: 6px;
      font-size: 12.5px;
      font-weight: 600;
      color: var(--quiet);
    }
    header button {
      border: 0;
      background: none;
      cursor: pointer;
    }
    .groups {
      columns: 3 300px;
      column-gap: 30px;
      padding: 8px 22px 20px;
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
  private readonly close = viewChild.required<ElementRef<HTMLButtonElement>>('close');
  protected readonly shown = keysShown;
  protected readonly groups = [
    ...Object.entries(ACTION_GROUPS).map(([its, name]) => ({
      name: name as string,
      actions: BENCH_ACTIONS.filter(({ group }) => group === its),
    })),
    { name: 'On the sheet', actions: ON_THE_SHEET },
  ];

  constructor() {
    afterNextRender(() => this.close().nativeElement.focus());
  }
}
