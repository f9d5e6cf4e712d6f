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
import { type Vector3, withCoordinate } from '@pencil-bend/core';
import { type Handle, handlesOn, type Id, pointOf, pointsOf, sameHandle } from '@pencil-bend/document';
import { ButtonDirective } from 'primeng/button';
import { Table, TableModule } from 'primeng/table';
import { Textarea } from 'primeng/textarea';
import { Tooltip } from 'primeng/tooltip';
import { Editing } from '../../session/editing';
import { ShownItems } from '../../session/shownItems';
import { ToolInHand } from '../../session/toolInHand';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Icon } from '../../ui/icon';
import { NumberField } from '../../ui/numberField';
import { heldPoints } from './held';
import { readTable, writeTable } from './pointsText';

const AXES = ['x', 'y', 'z'] as const;
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
  imports: [ButtonDirective, Choice, Icon, NumberField, TableModule, Textarea, Tooltip],
  templateUrl: './pointsTable.html',
  styleUrl: './pointsTable.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointsTable {
  private readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  private readonly shown = inject(ShownItems);
  private readonly table = viewChild(Table);
  protected readonly axes = AXES;
  protected readonly kinds = KINDS;
  protected readonly rowHeight = ROW_HEIGHT;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  private readonly recipe = computed(() => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' ? item.recipe : null;
  });
  private readonly all = computed(() => {
    const recipe = this.recipe();
    return recipe && pointsOf(recipe);
  });
  protected readonly hasFit = computed(() => (this.all()?.fit.length ?? 0) > 0);
  /** Which points are listed: what was selected last tells. */
  protected readonly which = linkedSignal<'fit' | 'control', 'fit' | 'control'>({
    source: () => {
      const [handle] = this.editing.selection().handles;
      if (!this.hasFit() || handle?.kind === 'control' || handle?.kind === 'weight') return 'control';
      return 'fit';
    },
    computation: (which) => which,
  });
  private readonly listed = computed(
    (): readonly { readonly id: Id; readonly at: Vector3; readonly weight?: number }[] => {
      const all = this.all();
      return all ? all[this.which()] : [];
    },
  );
  protected readonly points = computed(
    () => new Map(this.listed().map(({ id, at, weight = null }) => [id, { at, weight }])),
  );
  protected readonly rows = computed((): Row[] => this.listed().map(({ id }, i) => ({ id, label: String(i + 1) })), {
    equal: (a, b) => a.length === b.length && a.every(({ id }, i) => id === b[i].id),
  });
  protected readonly height = computed(() => `${(Math.min(MOST_SEEN, this.rows().length) + 1) * ROW_HEIGHT + 1}px`);
  protected readonly held = computed(() => {
    const recipe = this.recipe();
    return recipe ? heldPoints(recipe) : new Map<Id, string>();
  });

  /** What is wrong with the last number typed; gone with the next selection. */
  protected readonly mistake = linkedSignal<unknown, string | null>({
    source: () => [this.editing.selection().items[0], this.which()],
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

  protected isSelected(id: Id): boolean {
    return this.editing.selection().handles.some((handle) => sameHandle(handle, this.handleOf(id)));
  }

  protected tip(id: Id): string {
    const held = this.held().get(id);
    return held === undefined ? '' : `Held: ${held}`;
  }

  protected choose(id: Id): void {
    const [item] = this.editing.selection().items;
    if (item && !this.isSelected(id)) this.editing.select(handlesOn(item, [this.handleOf(id)]));
  }

  /** What is wrong is said below the table, with the number it is about. */
  protected note(label: string, column: string, mistake: string | null): void {
    this.mistake.set(mistake && `Point ${label}, ${column}: ${mistake}`);
  }

  protected move(point: Id, axis: number, value: number): void {
    const at = this.points().get(point)?.at;
    if (at) this.editing.doToSelected('movePoints', { moves: [{ point, to: withCoordinate(at, axis, value) }] });
  }

  protected weigh(point: Id, weight: number): void {
    this.editing.doToSelected('setWeights', { weights: [{ point, weight }] });
  }

  protected async copy(): Promise<void> {
    const rows = this.listed().map(({ at, weight }) => ({ at, ...(weight !== undefined && { weight }) }));
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
