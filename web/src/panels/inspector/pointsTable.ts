import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { type Id, pointOf } from '@pencil-bend/document';
import { Table, TableModule } from 'primeng/table';
import { Textarea } from 'primeng/textarea';
import { Editing, PointExport, ToolInHand } from '../../session';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { ListedPoints } from './listedPoints';
import { PointRow } from './pointRow';
import { readTable, writeTable } from './pointsText';
import { FramedButton, LinkButton } from '../../ui/buttons';

const KINDS: readonly ChoiceOption<'fit' | 'control'>[] = [
  { value: 'fit', label: 'Fit points' },
  { value: 'control', label: 'Control points' },
];
/** Of a row and of the heading, in pixels. */
const ROW_HEIGHT = 27;
/** So many rows are seen at once; the rest is scrolled to. */
const MOST_SEEN = 14;

/** A row of the table: its numbers are looked up by the id, so that a drag leaves the rows as they are. */
interface Row {
  readonly id: Id;
  readonly label: string;
}

/** The fit or control points of the selected curve as numbers: edited, copied and pasted as text. */
@Component({
  selector: 'pb-points-table',
  imports: [FramedButton, LinkButton, Choice, PointRow, TableModule, Textarea],
  providers: [ListedPoints],
  templateUrl: './pointsTable.html',
  styleUrl: './pointsTable.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointsTable {
  private readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  protected readonly saving = inject(PointExport);
  protected readonly listed = inject(ListedPoints);
  private readonly table = viewChild(Table);
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly kinds = KINDS;
  protected readonly rowHeight = ROW_HEIGHT;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  protected readonly rows = computed(
    (): Row[] => this.listed.all().map(({ id }, i) => ({ id, label: String(i + 1) })),
    {
      equal: (a, b) => a.length === b.length && a.every(({ id }, i) => id === b[i].id),
    },
  );
  protected readonly height = computed(() => `${(Math.min(MOST_SEEN, this.rows().length) + 1) * ROW_HEIGHT + 1}px`);
  /** What is wrong with the last number typed; gone with the next selection. */
  protected readonly mistake = linkedSignal<unknown, string | null>({
    source: () => [this.editing.selection().items[0], this.listed.which()],
    computation: () => null,
  });
  protected readonly pasting = linkedSignal<unknown, boolean>({
    source: () => this.editing.selection().items[0],
    computation: () => false,
  });
  protected readonly broken = signal<string | null>(null);
  protected readonly copied = signal(false);

  constructor() {
    // A point selected on the sheet comes into view here.
    effect(() => {
      const [handle] = this.editing.selection().handles;
      const table = this.table();
      const index = untracked(this.rows).findIndex(({ id }) => handle && id === pointOf(handle));
      if (table && index >= 0) untracked(() => this.bringIntoView(table, index));
    });
  }

  private bringIntoView(table: Table, index: number): void {
    const { first, last } = table.scroller?.getRenderedRange()?.viewport ?? {};
    if (typeof first === 'number' && typeof last === 'number' && (index < first || index >= last)) {
      table.scrollToVirtualIndex(Math.max(0, index - 3));
    }
  }

  protected rowId = (_: number, { id }: Row): Id => id;

  protected async copy(): Promise<void> {
    const rows = this.listed.all().map(({ at, weight }) => ({ at, ...(weight !== undefined && { weight }) }));
    try {
      await navigator.clipboard.writeText(writeTable(rows, this.units(), this.listed.which() === 'control'));
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
    const table = await readTable(text, this.units(), this.listed.which() === 'control');
    this.broken.set(table.ok ? null : `${table.why}. Nothing is changed.`);
    if (!table.ok || !item) return;
    this.pasting.set(false);
    this.editing.do({ command: 'setPoints', args: { item, which: this.listed.which(), rows: table.rows } });
  }

  protected startPasting(): void {
    this.broken.set(null);
    this.pasting.set(!this.pasting());
  }
}
