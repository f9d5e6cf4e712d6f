import { Editing } from '../../session/editing';
import { Target } from '../../session/target';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import {
  type CurveItem,
  GRAPHITE,
  type Id,
  type Item,
  itemsOf,
  type Layer,
  clicked,
  selectionOf,
  toggled,
} from '@pencil-bend/document';
import { ButtonDirective } from 'primeng/button';
import { Draggable, Droppable } from 'primeng/dragdrop';
import { Popover } from 'primeng/popover';
import { Icon } from '../../ui/icon';
import { NameField } from '../../ui/nameField';
import { newId } from '../../state/ids';

/** Colours to choose from: none of them is one that means something on the bench. */
const COLOURS = [
  { name: 'Graphite', value: GRAPHITE },
  { name: 'Blue', value: '#2f5d8a' },
  { name: 'Umber', value: '#7a5230' },
  { name: 'Slate', value: '#6b7783' },
  { name: 'Rose', value: '#a34a6b' },
] as const;

const ROWS_AT_ONCE = 40;

/** The list of curves by layer, and of groups: select, rename, hide, lock, colour, reorder, delete. */
@Component({
  selector: 'pb-outline',
  imports: [ButtonDirective, Draggable, Droppable, Icon, NameField, Popover],
  templateUrl: './outline.html',
  styleUrl: './outline.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Outline {
  protected readonly editing = inject(Editing);
  protected readonly target = inject(Target);
  protected readonly colours = COLOURS;
  protected readonly renaming = signal<Id | null>(null);
  /** The item, or the layer, whose colour is chosen. */
  protected readonly colouring = signal<{ readonly item?: Id; readonly layer?: Id }>({});
  /** What is being dragged in the list. */
  protected readonly dragged = signal<{ readonly item?: Id; readonly layer?: Id } | null>(null);
  protected readonly graphite = GRAPHITE;

  /** A long list is put up in portions, so that the sheet can be used before its end is there. */
  private readonly rows = signal(ROWS_AT_ONCE);
  private readonly complete = computed(() => this.rows() >= (this.editing.project()?.itemOrder.length ?? 0));

  constructor() {
    effect((onCleanup) => {
      if (this.complete()) return;
      const frame = requestAnimationFrame(() => this.rows.set(this.rows() + ROWS_AT_ONCE));
      // Read, so that each portion asks for the next.
      this.rows();
      onCleanup(() => cancelAnimationFrame(frame));
    });
  }

  private readonly selected = computed(() => new Set(this.editing.selection().items));

  protected readonly layers = computed(() => {
    const project = this.editing.project();
    if (!project) return [];
    const items = itemsOf(project).slice(0, this.rows());
    return project.layerOrder.map((id) => ({
      id,
      layer: project.layers[id],
      items: items
        .filter(([, item]) => item.layer === id)
        .map(([item, it]) => ({
          id: item,
          item: it,
          told: kindOf(it),
          group: it.group !== undefined ? project.groups[it.group].name : null,
        })),
    }));
  });

  protected readonly groups = computed(() => {
    const project = this.editing.project();
    if (!project) return [];
    return Object.entries(project.groups).map(([id, { name }]) => {
      const items = project.itemOrder.filter((item) => project.items[item].group === id);
      return { id, name, items };
    });
  });

  protected isSelected(id: Id): boolean {
    return this.selected().has(id);
  }

  /** With Shift or Ctrl the selection gets one more, or one less. */
  protected select(id: Id, { shiftKey, ctrlKey, metaKey }: MouseEvent): void {
    const { project, selection } = this.editing;
    const adds = (shiftKey || ctrlKey || metaKey) && selection().items.length > 0;
    this.editing.select(adds ? toggled(project(), selection(), id) : clicked(project(), selection(), id));
  }

  protected selectGroup(items: readonly Id[]): void {
    this.editing.select(selectionOf(items));
  }

  protected rename(id: Id, name: string): void {
    this.renaming.set(null);
    this.editing.do({ command: 'renameItem', args: { item: id, name } });
  }

  protected renameLayer(layer: Id, name: string): void {
    this.renaming.set(null);
    this.editing.do({ command: 'setLayer', args: { layer, name } });
  }

  protected renameGroup(group: Id, name: string): void {
    this.renaming.set(null);
    this.editing.do({ command: 'renameGroup', args: { group, name } });
  }

  protected colour(colour: string): void {
    const { item, layer } = this.colouring();
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
    this.renaming.set(id);
  }

  protected deleteLayer(layer: Id): void {
    this.editing.do({ command: 'deleteLayer', args: { layer } });
  }

  /** Drawn on from now on; nothing is drawn on a layer that is locked or a reference. */
  protected choose(layer: Id): void {
    this.target.chosenLayer.set(this.target.chosenLayer() === layer ? null : layer);
  }

  /** A layer one place up or down, by Alt and an arrow. */
  protected shift(event: Event, layer: Id, by: 1 | -1): void {
    event.preventDefault();
    event.stopPropagation();
    const index = this.editing.project()?.layerOrder.indexOf(layer) ?? -1;
    if (index >= 0) this.moveLayer(layer, index + by);
  }

  private moveLayer(layer: Id, to: number): void {
    const last = (this.editing.project()?.layerOrder.length ?? 1) - 1;
    if (to >= 0 && to <= last) this.editing.do({ command: 'moveLayer', args: { layer, to } });
  }

  /** A layer dropped on another takes its place; an item dropped on a layer goes to its end. */
  protected dropOnLayer(layer: Id): void {
    const { item, layer: moved } = this.dragged() ?? {};
    this.dragged.set(null);
    if (item) this.editing.do({ command: 'arrange', args: { items: this.along(item), layer, before: null } });
    else if (moved && moved !== layer) this.moveLayer(moved, this.editing.project()?.layerOrder.indexOf(layer) ?? 0);
  }

  /** An item dropped on another one comes before it, on its layer. */
  protected dropOnItem(before: Id, layer: Id): void {
    const { item } = this.dragged() ?? {};
    this.dragged.set(null);
    if (!item) return;
    const items = this.along(item).filter((id) => id !== before);
    if (items.length > 0) this.editing.do({ command: 'arrange', args: { items, layer, before } });
  }

  /** What is selected goes along with a dragged one of it. */
  private along(item: Id): readonly Id[] {
    return this.isSelected(item) ? this.editing.selection().items : [item];
  }

  protected ungroup(group: Id): void {
    this.editing.do({ command: 'ungroup', args: { group } });
  }
}

/** What an item is told by in the list: the points that a curve is drawn with. */
function kindOf(item: Item): string {
  if (item.kind === 'point') return 'point';
  if (item.kind === 'guide') return item.guide.kind === 'circle' ? 'gauge' : item.guide.symmetry ? 'symmetry' : 'guide';
  return kindOfRecipe(item.recipe);
}

function kindOfRecipe(recipe: CurveItem['recipe']): string {
  if (recipe.kind === 'mirror') return 'mirror';
  const count = recipe.kind === 'control' && recipe.fit ? recipe.fit.points.length : recipe.points.length;
  return recipe.kind === 'fit' && recipe.symmetry ? `${count} sym` : `${count} pts`;
}
