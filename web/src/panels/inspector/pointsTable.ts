import { Editing } from '../../session/editing';
import { ToolInHand } from '../../session/toolInHand';
import { ShownItems } from '../../session/shownItems';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import { type Id, type Handle, pointOf, pointsOf, sameHandle, handlesOn } from '@pencil-bend/document';
import { lengthShown, UNIT, LARGEST } from '../../ui/length';
import { readNumber } from '../../ui/readNumber';
import { readTable, writeTable } from './pointsText';

const AXES = ['x', 'y', 'z'] as const;
/** More rows than these would all have to follow a drag; the table shows so many at a time. */
const AT_ONCE = 30;

interface Row {
  readonly id: Id;
  readonly label: string;
  readonly at: Vector3;
  readonly weight: number | null;
}

/** The fit or control points of the selected curve as numbers: edited, copied and pasted as text. */
@Component({
  selector: 'pb-points-table',
  templateUrl: './pointsTable.html',
  styleUrl: './pointsTable.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointsTable {
  protected readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  protected readonly shown = inject(ShownItems);
  protected readonly axes = AXES;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  private readonly points = computed(() => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' ? pointsOf(item.recipe) : null;
  });
  protected readonly hasFit = computed(() => (this.points()?.fit.length ?? 0) > 0);
  /** Which points are listed: what was selected last tells. */
  protected readonly which = linkedSignal<'fit' | 'control', 'fit' | 'control'>({
    source: () => {
      const [handle] = this.editing.selection().handles;
      if (!this.hasFit() || handle?.kind === 'control' || handle?.kind === 'weight') return 'control';
      return 'fit';
    },
    computation: (which) => which,
  });
  private readonly all = computed((): readonly Row[] => {
    const points = this.points();
    if (!points) return [];
    return this.which() === 'fit'
      ? points.fit.map(({ id, at }, i) => ({ id, label: String(i + 1), at, weight: null }))
      : points.control.map(({ id, at, weight }, i) => ({ id, label: String(i + 1), at, weight }));
  });
  protected readonly pages = computed(() => Math.ceil(this.all().length / AT_ONCE));
  /** The page with the selected point. */
  protected readonly page = linkedSignal(() => {
    const [handle] = this.editing.selection().handles;
    const point = handle ? pointOf(handle) : null;
    return Math.max(0, Math.floor(this.all().findIndex(({ id }) => id === point) / AT_ONCE));
  });
  protected readonly rows = computed(() => this.all().slice(this.page() * AT_ONCE, (this.page() + 1) * AT_ONCE));
  protected readonly range = computed(() => {
    const from = this.page() * AT_ONCE;
    return `${from + 1} to ${Math.min(this.all().length, from + AT_ONCE)} of ${this.all().length}`;
  });

  /** What is wrong with the last number typed, and in which row; gone with the next selection. */
  protected readonly mistake = linkedSignal<unknown, { readonly id: Id; readonly message: string } | null>({
    source: () => [this.editing.selection().items[0], this.which()],
    computation: () => null,
  });
  protected readonly pasting = linkedSignal<unknown, boolean>({
    source: () => this.editing.selection().items[0],
    computation: () => false,
  });
  protected readonly broken = signal<string | null>(null);
  protected readonly copied = signal(false);

  protected isSelected({ id }: Row): boolean {
    return this.editing.selection().handles.some((handle) => sameHandle(handle, this.handleOf(id)));
  }

  protected choose({ id }: Row): void {
    const [item] = this.editing.selection().items;
    if (item && !this.isSelected({ id } as Row)) this.editing.select(handlesOn(item, [this.handleOf(id)]));
  }

  protected text = (mm: number): string => lengthShown(mm, this.units());
  protected weightShown = (weight: number): string => String(Number(weight.toPrecision(6)));

  /** Takes a typed number; what is none is said under its row and the field shows the old one again. */
  protected type(row: Row, column: number, field: HTMLInputElement): void {
    delete field.dataset['typed'];
    const [item] = this.editing.selection().items;
    const old = column === 3 ? this.weightShown(row.weight ?? 1) : this.text(row.at[column]);
    if (!item || field.value === old) return;
    const typed = readNumber(field.value, column === 3 ? null : UNIT[this.units()]);
    field.value = old;
    const wrong = !typed.ok
      ? typed.why
      : column === 3 && !(typed.value >= 1e-9 && typed.value <= 1e9)
        ? `A weight above 0 is needed, not ${typed.value}`
        : Math.abs(typed.value) > LARGEST
          ? 'That is larger than a drawing can be'
          : null;
    this.mistake.set(wrong ? { id: row.id, message: `${wrong}.` } : null);
    if (wrong || !typed.ok) return;
    const { value } = typed;
    if (column === 3) {
      this.editing.do({ command: 'setWeights', args: { item, weights: [{ point: row.id, weight: value }] } });
      return;
    }
    const to = row.at.map((x, c) => (c === column ? value : x)) as unknown as Vector3;
    this.editing.do({ command: 'movePoints', args: { item, moves: [{ point: row.id, to }] } });
  }

  protected async copy(): Promise<void> {
    const rows = this.all().map(({ at, weight }) => ({ at, ...(weight !== null && { weight }) }));
    try {
      await navigator.clipboard.writeText(writeTable(rows, this.units(), this.which() === 'control'));
    } catch {
      this.pasting.set(true);
      this.broken.set('The browser does not let this page write to the clipboard.');
      return;
    }
    this.copied.set(true);
    setTimeout(() => this.copied.set(false), 2000);
  }

  protected async paste(text: string): Promise<void> {
    const [item] = this.editing.selection().items;
    const table = await readTable(text, this.units(), this.which() === 'control');
    this.broken.set(table.ok ? null : `${table.why}. Nothing is changed.`);
    if (!table.ok || !item) return;
    this.pasting.set(false);
    this.editing.do({ command: 'setPoints', args: { item, which: this.which(), rows: table.rows } });
  }

  protected startPasting(): void {
    this.broken.set(null);
    this.pasting.set(!this.pasting());
  }

  private handleOf(id: Id): Handle {
    return { kind: this.which(), id };
  }
}
