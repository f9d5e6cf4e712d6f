import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { Editing, PointExport } from '../../session';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Switch } from '../../ui/switch';

const DECIMALS: readonly ChoiceOption<'.' | ','>[] = [
  { value: '.', label: '1.5, 2', name: 'decimal points, between commas' },
  { value: ',', label: '1,5; 2', name: 'decimal commas, between semicolons' },
];

/** How points are saved as a table. */
@Component({
  selector: 'pb-save-points-dialog',
  imports: [ButtonDirective, Choice, Dialog, Switch],
  template: `
    <p-dialog
      header="Save points as a table"
      closeAriaLabel="Close"
      [modal]="true"
      [draggable]="false"
      [resizable]="false"
      [style]="{ width: '420px' }"
      [visible]="points.asked() !== null"
      (visibleChange)="close()"
    >
      <p>{{ words() }}</p>
      <div class="line">
        <span>Numbers as</span>
        <pb-choice label="Decimal sign" [options]="decimals" [value]="decimal()" (chosen)="decimal.set($event)" />
      </div>
      <div class="line">
        <span>Mark for spreadsheets</span>
        <pb-switch label="Byte order mark" [on]="mark()" (toggled)="mark.set($event)" />
        <span class="hint">a byte order mark, by which some know UTF-8</span>
      </div>
      <div class="buttons">
        <button pButton type="button" size="small" (click)="points.save({ decimal: decimal(), mark: mark() })">
          Save
        </button>
      </div>
    </p-dialog>
  `,
  styles: `
    p {
      margin: 0 0 12px;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
      align-items: center;
      margin-bottom: 10px;
    }
    .hint {
      color: var(--quiet);
      font-size: 12px;
    }
    .buttons {
      display: flex;
      justify-content: flex-end;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SavePointsDialog {
  private readonly editing = inject(Editing);
  protected readonly points = inject(PointExport);
  protected readonly decimals = DECIMALS;
  protected readonly decimal = signal<'.' | ','>('.');
  protected readonly mark = signal(false);
  protected readonly words = computed(() => {
    const asked = this.points.asked();
    if (!asked) return '';
    const columns = [...(asked.names ? ['name'] : []), 'x', 'y', 'z', ...(asked.weights ? ['weight'] : [])].join(' ');
    const count = (asked.points.length / 3).toLocaleString('en');
    return `${asked.name}: ${count} rows of ${columns}, in ${this.editing.project()?.units ?? 'mm'}.`;
  });

  protected close(): void {
    this.points.asked.set(null);
  }
}
