import { Editing, Target, Viewports } from '../../session';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { Units } from '../../ui/length';
import { Choice } from '../../ui/choice';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';

const UNITS: readonly { readonly value: Units; readonly label: string }[] = [
  { value: 'mm', label: 'mm' },
  { value: 'cm', label: 'cm' },
  { value: 'm', label: 'm' },
  { value: 'in', label: 'inch' },
];

/** Units, tolerance and grid of the sheet, and whether names stand on it: kept with the project. */
@Component({
  selector: 'pb-set-up-section',
  imports: [Choice, NumberField, Switch],
  template: `
    @if (editing.project(); as project) {
      <h3>Set up</h3>
      <dl>
        <dt>Units</dt>
        <dd>
          <pb-choice label="Units" [options]="all" [value]="project.units" (chosen)="set({ units: $event })" />
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
          <pb-switch
            label="The grid follows the zoom"
            [states]="['fixed', 'by zoom']"
            [on]="project.grid === null"
            (toggled)="set({ grid: $event ? null : target.grid() })"
          />
        </dd>
        <dt>Names</dt>
        <dd>
          <pb-switch
            label="Names on the sheet (:)"
            [states]="['hidden', 'on the sheet']"
            [on]="viewports.names()"
            (toggled)="viewports.showNames($event)"
          />
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
  protected readonly viewports = inject(Viewports);
  protected readonly all = UNITS;

  protected set(args: { units?: Units; tolerance?: number; grid?: number | null }): void {
    this.editing.do({ command: 'setUp', args });
  }
}
