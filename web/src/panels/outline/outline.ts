import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import type { Curve } from '@pencil-bend/core';
import { clicked, GRAPHITE, type Id, type Layer, selectionOf, toggled } from '@pencil-bend/document';
import { PrimeTemplate, TreeDragDropService } from 'primeng/api';
import { Tooltip } from 'primeng/tooltip';
import { Tree, type TreeNodeDropEvent } from 'primeng/tree';
import { Editing, Fairness, Joints, Opening, ShownItems, SlowFigures, Target, Viewports } from '../../session';
import { newId } from '../../state/ids';
import { Icon } from '../../ui/icon';
import { counted } from '../../ui/labels';
import { NameField } from '../../ui/nameField';
import { ColourPopover } from './colourPopover';
import { JointList } from './jointList';
import { itemsInSight, type OutlineNode, type OutlineRow, outlineRows } from './outlineRows';
import { QuietButton } from '../../ui/buttons';

/** The item, or the layer, whose colour is asked for, and the click that did. */
interface Colouring {
  readonly item?: Id;
  readonly layer?: Id;
  readonly colour: string;
  readonly at: Event;
}

/** Of a row, in pixels. */
const ROW_HEIGHT = 28;

/** The list of curves by layer, and of groups: select, rename, hide, lock, colour, reorder, delete. */
@Component({
  selector: 'pb-outline',
  imports: [QuietButton, ColourPopover, Icon, JointList, NameField, PrimeTemplate, Tooltip, Tree],
  providers: [TreeDragDropService],
  templateUrl: './outline.html',
  styleUrl: './outline.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Outline {
  protected readonly editing = inject(Editing);
  protected readonly opening = inject(Opening);
  protected readonly joints = inject(Joints);
  protected readonly target = inject(Target);
  private readonly fairness = inject(Fairness);
  private readonly shown = inject(ShownItems);
  private readonly slow = inject(SlowFigures);
  private readonly viewports = inject(Viewports);
  protected readonly graphite = GRAPHITE;
  protected readonly rowHeight = ROW_HEIGHT;
  /** The row that is renamed, by its key. */
  protected readonly renaming = signal<string | null>(null);
  /** The item, or the layer, whose colour is chosen. */
  protected readonly colouring = signal<Colouring | null>(null);
  private readonly collapsed = signal<ReadonlySet<string>>(new Set());

  private readonly selected = computed(() => new Set(this.editing.selection().items));
  protected readonly rows = computed((): OutlineNode[] => {
    const project = this.editing.project();
    return project ? outlineRows(project, this.collapsed()) : [];
  });
  private readonly keptById = computed(() => new Map(this.shown.kept().map((shown) => [shown.id, shown])));
  protected readonly isEmpty = computed(() => this.editing.project()?.itemOrder.length === 0);
  protected readonly key = (_: number, { node, key }: { node?: OutlineNode; key?: string }): string | undefined =>
    node?.key ?? key;

  /** The rows that are drawn; at first about as many as there is room for. */
  protected readonly drawn = signal<{ readonly first: number; readonly last: number }>({ first: 0, last: 30 });

  constructor() {
    effect(() => this.slow.inSight.set(itemsInSight(this.rows(), this.drawn().first, this.drawn().last)));
  }

  /** What was read of a curve as it rests: its lumps, and the rest for those who stay on the row. */
  protected readOf(id: Id): { readonly lumps: string; readonly title: string } | null {
    const shown = this.keptById().get(id);
    const listed = shown && this.fairness.listedOf(shown);
    const lightness = shown && this.fairness.of(shown)?.lightness;
    if (!listed || !lightness) return null;
    const lumps = listed.length > 0 ? counted(listed.length, 'lump', 'lumps') : '';
    const largest = listed.length > 0 ? `${lumps}, largest ${Math.round(100 * listed[0].share)} %` : 'No lump';
    const pieces = counted(lightness.monotonePieces, 'monotone piece', 'monotone pieces');
    const points = counted(lightness.controlPoints, 'control point', 'control points');
    return { lumps, title: [largest, pieces, points, ...this.slowly(shown.curve)].join('; ') };
  }

  /** What comes from the worker a moment later. */
  private slowly(curve: Curve | null): string[] {
    const roughness = curve && this.slow.roughnessOf(curve);
    const fewest = curve && this.slow.fewestOf(curve);
    return [
      ...(typeof roughness === 'number' ? [`roughness ${roughness.toPrecision(2)}`] : []),
      ...(typeof fewest === 'number' ? [`${fewest} would do`] : []),
    ];
  }

  protected isSelected(id: Id): boolean {
    return this.selected().has(id);
  }

  protected fold({ key }: OutlineNode, folded: boolean): void {
    const collapsed = new Set(this.collapsed());
    if (folded) collapsed.add(key ?? '');
    else collapsed.delete(key ?? '');
    this.collapsed.set(collapsed);
  }

  /** With Shift or Ctrl the selection gets one more, or one less. After a click the keys are those of the sheet. */
  protected select(id: Id, { shiftKey, ctrlKey, metaKey, detail }: MouseEvent): void {
    const { project, selection } = this.editing;
    const adds = (shiftKey || ctrlKey || metaKey) && selection().items.length > 0;
    this.editing.select(adds ? toggled(project(), selection(), id) : clicked(project(), selection(), id));
    if (detail > 0) document.getElementById('sheet')?.focus();
  }

  protected selectGroup(items: readonly Id[]): void {
    this.editing.select(selectionOf(items));
  }

  /** A double-click: what lies off the sheet comes into view. */
  protected bringIntoView(id: Id): void {
    this.viewports.bringIntoView(this.shown.all().filter((item) => item.id === id));
  }

  /** Keys of the row in focus: F2 renames, Enter takes it, Alt and arrows put a layer elsewhere. */
  protected rowKey(event: KeyboardEvent): void {
    const row = (event.target as Element).closest<HTMLElement>('[role=treeitem]');
    const key = row?.dataset['id'];
    if (!row || !key) return;
    if (event.key === 'F2') this.renaming.set(key);
    else if (event.key === 'Enter' && event.target === row) row.querySelector<HTMLElement>('.name')?.click();
    else if (event.altKey && event.key.startsWith('Arrow') && key.startsWith('layer-')) {
      this.shift(key.slice('layer-'.length), event.key === 'ArrowUp' ? -1 : 1);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }

  protected rename(row: OutlineRow, name: string): void {
    this.renaming.set(null);
    if (row.kind === 'item') this.editing.do({ command: 'renameItem', args: { item: row.id, name } });
    if (row.kind === 'layer') this.editing.do({ command: 'setLayer', args: { layer: row.id, name } });
    if (row.kind === 'group') this.editing.do({ command: 'renameGroup', args: { group: row.id, name } });
  }

  protected colour(colour: string): void {
    const { item = null, layer = null } = this.colouring() ?? {};
    if (item) this.editing.do({ command: 'colourItem', args: { item, colour } });
    if (layer) this.editing.do({ command: 'setLayer', args: { layer, colour: colour === GRAPHITE ? null : colour } });
  }

  protected show(item: Id, visible: boolean): void {
    this.editing.do({ command: 'showItem', args: { item, visible } });
  }

  protected remove(item: Id): void {
    this.editing.do({ command: 'deleteItem', args: { item } });
  }

  protected setLayer(layer: Id, set: Partial<Layer>): void {
    this.editing.do({ command: 'setLayer', args: { layer, ...set } });
  }

  protected addLayer(): void {
    const project = this.editing.project();
    const names = Object.values(project?.layers ?? {}).map(({ name }) => name);
    let number = 1;
    while (names.includes(`Layer ${number}`)) number++;
    const id = newId();
    this.editing.do({ command: 'addLayer', args: { id, name: `Layer ${number}` } });
    this.target.chosenLayer.set(id);
    this.renaming.set(`layer-${id}`);
  }

  protected deleteLayer(layer: Id): void {
    this.editing.do({ command: 'deleteLayer', args: { layer } });
  }

  /** Drawn on from now on; nothing is drawn on a layer that is locked or a reference. */
  protected choose(layer: Id): void {
    this.target.chosenLayer.set(this.target.chosenLayer() === layer ? null : layer);
  }

  protected ungroup(group: Id): void {
    this.editing.do({ command: 'ungroup', args: { group } });
  }

  /** A layer dropped on another takes its place; items go to the end of a layer, or before or behind another item. */
  protected drop({ dragNode, dropNode, originalEvent }: TreeNodeDropEvent): void {
    const [moved, onto] = [dragNode?.data as OutlineRow | undefined, dropNode?.data as OutlineRow | undefined];
    if (!moved || !onto) return;
    if (moved.kind === 'layer' && (onto.kind === 'layer' || onto.kind === 'item')) {
      const layer = onto.kind === 'layer' ? onto.id : onto.layer;
      this.moveLayer(moved.id, this.editing.project()?.layerOrder.indexOf(layer) ?? 0);
    }
    if (moved.kind !== 'item') return;
    if (onto.kind === 'layer') this.arrange(moved.id, onto.id, null);
    if (onto.kind === 'item')
      this.arrange(moved.id, onto.layer, isLowerHalf(originalEvent) ? this.after(onto) : onto.id);
  }

  /** What is selected goes along with a dragged one of it. */
  private arrange(dragged: Id, layer: Id, before: Id | null): void {
    const all = this.isSelected(dragged) ? this.editing.selection().items : [dragged];
    const items = all.filter((id) => id !== before);
    if (items.length > 0) this.editing.do({ command: 'arrange', args: { items, layer, before } });
  }

  /** The item that comes behind one on its layer; null for the last. */
  private after({ id, layer }: { readonly id: Id; readonly layer: Id }): Id | null {
    const project = this.editing.project();
    const ids = project?.itemOrder.filter((each) => project.items[each].layer === layer) ?? [];
    return ids[ids.indexOf(id) + 1] ?? null;
  }

  private shift(layer: Id, by: 1 | -1): void {
    const index = this.editing.project()?.layerOrder.indexOf(layer) ?? -1;
    if (index >= 0) this.moveLayer(layer, index + by);
  }

  private moveLayer(layer: Id, to: number): void {
    const order = this.editing.project()?.layerOrder ?? [];
    if (to >= 0 && to < order.length && order[to] !== layer) {
      this.editing.do({ command: 'moveLayer', args: { layer, to } });
    }
  }
}

function isLowerHalf(event: Event | undefined): boolean {
  if (!(event instanceof MouseEvent) || !(event.currentTarget instanceof Element)) return false;
  const { top, height } = event.currentTarget.getBoundingClientRect();
  return event.clientY > top + height / 2;
}
