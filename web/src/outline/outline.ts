import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { type CurveItem, GRAPHITE, type Id, itemsOf, type Recipe } from '@pencil-bend/document';
import { ButtonDirective } from 'primeng/button';
import { Popover } from 'primeng/popover';
import { Bench } from '../bench/bench';
import { Icon } from '../parts/icon';
import { NameField } from '../parts/nameField';

/** Colours to choose from: none of them is one that means something on the bench. */
const COLOURS = [
  { name: 'Graphite', value: GRAPHITE },
  { name: 'Blue', value: '#2f5d8a' },
  { name: 'Umber', value: '#7a5230' },
  { name: 'Slate', value: '#6b7783' },
  { name: 'Rose', value: '#a34a6b' },
] as const;

const ROWS_AT_ONCE = 40;

/** The list of curves by layer: select, rename, hide, colour, delete. */
@Component({
  selector: 'pb-outline',
  imports: [ButtonDirective, Icon, NameField, Popover],
  templateUrl: './outline.html',
  styleUrl: './outline.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Outline {
  protected readonly bench = inject(Bench);
  protected readonly colours = COLOURS;
  protected readonly renaming = signal<Id | null>(null);
  protected readonly colouring = signal<Id | null>(null);

  /** A long list is laid in portions, so that the sheet can be used before its end is there. */
  private readonly rows = signal(ROWS_AT_ONCE);
  private readonly complete = computed(() => this.rows() >= (this.bench.project()?.itemOrder.length ?? 0));

  constructor() {
    effect((onCleanup) => {
      if (this.complete()) return;
      const frame = requestAnimationFrame(() => this.rows.set(this.rows() + ROWS_AT_ONCE));
      // Read, so that each portion asks for the next.
      this.rows();
      onCleanup(() => cancelAnimationFrame(frame));
    });
  }

  protected readonly layers = computed(() => {
    const project = this.bench.project();
    if (!project) return [];
    const items = itemsOf(project).slice(0, this.rows());
    return project.layerOrder.map((layer) => ({
      id: layer,
      name: project.layers[layer].name,
      items: items
        .filter(([, item]) => item.layer === layer)
        .map(([id, item]) => ({
          id,
          item,
          points: item.kind === 'curve' ? kindOf(item.recipe) : item.kind,
        })),
    }));
  });

  protected rename(id: Id, name: string): void {
    this.renaming.set(null);
    this.bench.do({ command: 'renameItem', args: { item: id, name } });
  }

  protected colour(colour: string): void {
    const item = this.colouring();
    if (item) this.bench.do({ command: 'colourItem', args: { item, colour } });
  }

  protected show(item: Id, visible: boolean): void {
    this.bench.do({ command: 'showItem', args: { item, visible } });
  }

  protected remove(item: Id): void {
    this.bench.do({ command: 'deleteItem', args: { item } });
  }
}

/** What a curve is told by in the list. */
const kindOf = (recipe: CurveItem['recipe']): string =>
  recipe.kind === 'mirror' ? 'mirror' : `${countOf(recipe)} pts`;

/** The points that a curve is drawn with: its fit points where it has any. */
const countOf = (recipe: Recipe): number =>
  recipe.kind === 'control' && recipe.fit ? recipe.fit.points.length : recipe.points.length;
