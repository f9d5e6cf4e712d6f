import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type Vector3, withCoordinate } from '@pencil-bend/core';
import { type Handle, handlesOn, type Id, sameHandle } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing } from '../../session';
import { Icon } from '../../ui/icon';
import { NumberField } from '../../ui/numberField';
import { ListedPoints } from './listedPoints';

interface Row {
  readonly at: Vector3;
  /** Of a control point. */
  readonly weight: number | null;
  /** What is held, in words. */
  readonly held: string | null;
  readonly kind: Handle['kind'];
  readonly selected: boolean;
}

function isSameRow(a: Row | null, b: Row | null): boolean {
  if (!a || !b) return a === b;
  const isSame = a.weight === b.weight && a.held === b.held && a.kind === b.kind && a.selected === b.selected;
  return isSame && a.at.every((x, c) => x === b.at[c]);
}

/** A point of the table as numbers. Of a drag only the rows of points that move take notice. */
@Component({
  selector: 'tr[pbPointRow]',
  imports: [Icon, NumberField, Tooltip],
  template: `
    @if (row(); as row) {
      <th scope="row" [class.held]="row.held !== null">
        {{ label() }}
        @if (row.held; as held) {
          <pb-icon name="locked" [pTooltip]="'Held: ' + held" tooltipPosition="left" />
        }
      </th>
      @for (axis of axes; track axis; let i = $index) {
        <td>
          <pb-number
            class="cell"
            [label]="name(row) + ' ' + axis"
            [value]="row.at[i]"
            [units]="units()"
            [quiet]="true"
            (entered)="choose()"
            (mistaken)="tell(axis, $event)"
            (given)="move(i, $event)"
          />
        </td>
      }
      @if (row.weight !== null) {
        <td>
          <pb-number
            class="cell"
            [label]="name(row) + ' weight'"
            [value]="row.weight"
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
  /** In one piece, for every row asks for its own with every move of a drag. */
  protected readonly row = computed(
    (): Row | null => {
      const id = this.id();
      const point = this.points.byId(id);
      if (!point) return null;
      const handle = this.points.handleOf(id);
      const selected = this.editing.selection().handles.some((each) => sameHandle(each, handle));
      return { at: point.at, weight: point.weight ?? null, held: this.points.heldAt(id), kind: handle.kind, selected };
    },
    { equal: isSameRow },
  );

  /** By itself: the table around it need not follow what else changes. */
  protected readonly isSelected = computed(() => this.row()?.selected ?? false);

  protected name({ kind }: Row): string {
    return `${kind === 'fit' ? 'Point' : 'Control point'} ${this.label()}`;
  }

  protected choose(): void {
    const [item] = this.editing.selection().items;
    if (item && !this.isSelected()) this.editing.select(handlesOn(item, [this.points.handleOf(this.id())]));
  }

  protected tell(column: string, mistake: string | null): void {
    this.mistaken.emit(mistake && `Point ${this.label()}, ${column}: ${mistake}`);
  }

  protected move(axis: number, value: number): void {
    const at = this.row()?.at;
    if (!at) return;
    this.editing.doToSelected('movePoints', { moves: [{ point: this.id(), to: withCoordinate(at, axis, value) }] });
  }

  protected weigh(weight: number): void {
    this.editing.doToSelected('setWeights', { weights: [{ point: this.id(), weight }] });
  }
}
