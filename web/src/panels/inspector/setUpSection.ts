import { Editing } from '../../session/editing';
import { Target } from '../../session/target';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { Units } from '../../ui/length';
import { NumberField } from '../../ui/numberField';

const UNITS: readonly { readonly value: Units; readonly label: string }[] = [
  { value: 'mm', label: 'mm' },
  { value: 'cm', label: 'cm' },
  { value: 'm', label: 'm' },
  { value: 'in', label: 'inch' },
];

/** Units, tolerance and grid of the sheet: kept with the project. */
@Component({
  selector: 'pb-set-up-section',
  imports: [NumberField],
  template: `
    @if (editing.project(); as project) {
      <h3>Set up</h3>
      <dl>
        <dt>Units</dt>
        <dd>
          <span class="choice" role="group" aria-label="Units">
            @for (unit of all; track unit.value) {
              <button
                type="button"
                [attr.aria-pressed]="project.units === unit.value"
                (click)="set({ units: unit.value })"
              >
                {{ unit.label }}
              </button>
            }
          </span>
        </dd>
        <dt>Tolerance</dt>
        <dd>
          <pb-number
            label="Tolerance of the sheet"
            [value]="project.tolerance"
            [units]="project.units"
            [least]="1e-6"
            (given)="set({ tolerance: $event })"
          />
        </dd>
        <dt>Grid</dt>
        <dd class="row">
          <pb-number
            label="Distance of the grid"
            [value]="target.grid()"
            [units]="project.units"
            [least]="1e-6"
            (given)="set({ grid: $event })"
          />
          <button
            type="button"
            class="pin"
            [attr.aria-pressed]="project.grid === null"
            (click)="set({ grid: project.grid === null ? target.grid() : null })"
          >
            by zoom
          </button>
        </dd>
      </dl>
    }
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetUpSection {
  protected readonly editing = inject(Editing);
  protected readonly target = inject(Target);
  protected readonly all = UNITS;

  protected set(args: { units?: Units; tolerance?: number; grid?: number | null }): void {
    this.editing.do({ command: 'setUp', args });
  }
}
