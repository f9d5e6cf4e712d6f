import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { withCoordinate } from '@pencil-bend/core';
import { handlesOn, type Id, sameHandle } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing } from '../../session/editing';
import { Icon } from '../../ui/icon';
import { NumberField } from '../../ui/numberField';
import { ListedPoints } from './listedPoints';

/** A point of the table as numbers. Of a drag only the rows of points that move take notice. */
@Component({
  selector: 'tr[pbPointRow]',
  imports: [Icon, NumberField, Tooltip],
  template: `
    @if (at(); as at) {
      <th scope="row" [class.held]="held() !== null">
        {{ label() }}
        @if (held(); as held) {
          <pb-icon name="locked" [pTooltip]="'Held: ' + held" tooltipPosition="left" />
        }
      </th>
      @for (axis of axes; track axis; let i = $index) {
        <td>
          <pb-number
            class="cell"
            [label]="name() + ' ' + axis"
            [value]="at[i]"
            [units]="units()"
            [quiet]="true"
            (entered)="choose()"
            (mistaken)="tell(axis, $event)"
            (given)="move(i, $event)"
          />
        </td>
      }
      @if (weight() !== null) {
        <td>
          <pb-number
            class="cell"
            [label]="name() + ' weight'"
            [value]="weight()"
            [digits]="4"
            [least]="1e-9"
            [most]="1e9"
            [quiet]="true"
            (entered)="choose()"
            (mistaken)="tell('weight', $event)"
            (given)="weigh($event)"
          />
        </td>
      }
    }
  `,
  styleUrl: './pointRow.css',
  host: { '[class.selected]': 'isSelected()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointRow {
  readonly id = input.required<Id>({ alias: 'pbPointRow' });
  readonly label = input.required<string>();
  /** What is wrong with the number typed last, with the number it is about. */
  readonly mistaken = output<string | null>();
  private readonly editing = inject(Editing);
  private readonly points = inject(ListedPoints);
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly name = computed(
    () => `${this.points.which() === 'fit' ? 'Point' : 'Control point'} ${this.label()}`,
  );
  protected readonly at = computed(() => this.points.byId(this.id())?.at ?? null, {
    equal: (a, b) => a === b || (a !== null && b !== null && a.every((x, c) => x === b[c])),
  });
  protected readonly weight = computed(() => this.points.byId(this.id())?.weight ?? null);
  protected readonly held = computed(() => this.points.heldAt(this.id()));
  private readonly handle = computed(() => this.points.handleOf(this.id()));
  protected readonly isSelected = computed(() =>
    this.editing.selection().handles.some((handle) => sameHandle(handle, this.handle())),
  );

  protected choose(): void {
    const [item] = this.editing.selection().items;
    if (item && !this.isSelected()) this.editing.select(handlesOn(item, [this.handle()]));
  }

  protected tell(column: string, mistake: string | null): void {
    this.mistaken.emit(mistake && `Point ${this.label()}, ${column}: ${mistake}`);
  }

  protected move(axis: number, value: number): void {
    const at = this.at();
    if (!at) return;
    this.editing.doToSelected('movePoints', { moves: [{ point: this.id(), to: withCoordinate(at, axis, value) }] });
  }

  protected weigh(weight: number): void {
    this.editing.doToSelected('setWeights', { weights: [{ point: this.id(), weight }] });
  }
}
