import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { controlPointsOf, radiusOf, type Vector3 } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { ButtonDirective } from 'primeng/button';
import { Bench } from '../bench/bench';
import { radiusInWords } from '../parts/words';
import { CombControls } from './combControls';
import { readCoordinate } from './readCoordinate';

const AXES = ['x', 'y', 'z'] as const;

interface Row {
  readonly id: Id | null;
  readonly label: string;
  readonly at: Vector3;
}

/** The panel of what is selected: its facts, its points as numbers, and how its comb is shown. */
@Component({
  selector: 'pb-card',
  imports: [ButtonDirective, CombControls],
  templateUrl: './card.html',
  styleUrl: './card.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Card {
  protected readonly bench = inject(Bench);
  protected readonly axes = AXES;

  /** What is wrong with the last number typed; gone with the next selection. */
  protected readonly mistake = linkedSignal<unknown, string | null>({
    source: () => this.bench.selection().item,
    computation: () => null,
  });

  protected readonly kind = computed(() => {
    const item = this.bench.selected()?.item;
    if (item?.kind !== 'curve') return 'A point of its own';
    const { recipe } = item;
    const closed = recipe.kind === 'fit' ? recipe.closed : recipe.closing !== 'open';
    return `${recipe.kind === 'fit' ? 'Through points' : 'By control points'}, ${closed ? 'closed' : 'open'}`;
  });

  protected readonly facts = computed(() => {
    const selected = this.bench.selected();
    const profile = this.bench.profile();
    if (!selected?.curve || !profile || selected.item.kind !== 'curve') return [];
    const { curve, item } = selected;
    const control = controlPointsOf(curve).length / 3;
    const { tightest, inflections, length } = profile;
    return [
      { name: 'Degree', value: String(curve.degree) },
      {
        name: 'Points',
        value:
          item.recipe.kind === 'fit' ? `${item.recipe.points.length} fit, ${control} control` : `${control} control`,
      },
      ...(item.recipe.kind === 'fit' ? [{ name: 'Spacing', value: 'live' }] : []),
      { name: 'Length', value: `${length.toFixed(2)} mm` },
      {
        name: 'Smallest radius',
        value: tightest ? `${radiusInWords(radiusOf(tightest.kappa))} at ${tightest.s.toFixed(1)} mm` : 'straight',
      },
      { name: 'Inflections', value: this.bench.normal() ? String(inflections.length) : 'a curve in space' },
    ];
  });

  protected readonly rows = computed((): readonly Row[] => {
    const item = this.bench.selected()?.item;
    if (!item) return [];
    if (item.kind === 'point') return [{ id: null, label: '1', at: item.at }];
    return item.recipe.points.map(({ id, at }, index) => ({ id, label: String(index + 1), at }));
  });

  protected readonly pointsTitle = computed(() => {
    const item = this.bench.selected()?.item;
    return item?.kind === 'curve' && item.recipe.kind === 'control' ? 'Control points, mm' : 'Points, mm';
  });

  protected readonly isFit = computed(() => {
    const item = this.bench.selected()?.item;
    return item?.kind === 'curve' && item.recipe.kind === 'fit';
  });

  protected choose(row: Row): void {
    const { item } = this.bench.selection();
    if (item) this.bench.select({ item, point: row.id });
  }

  /** Takes a typed coordinate; what is no number is said and the field shows the old one again. */
  protected type(row: Row, axis: number, field: HTMLInputElement): void {
    const { item } = this.bench.selection();
    const old = row.at[axis];
    if (!item || field.value === this.shown(old)) return;
    const value = readCoordinate(field.value);
    field.value = this.shown(old);
    if (value === null) {
      this.mistake.set(`Point ${row.label}, ${AXES[axis]}: a number in mm is needed.`);
      return;
    }
    this.mistake.set(null);
    const to = row.at.map((coordinate, i) => (i === axis ? value : coordinate)) as unknown as Vector3;
    this.bench.do({ command: 'movePoint', args: { item, point: row.id, to } });
  }

  /** Every digit that matters to a person; the full value stays in the drawing. */
  protected shown(value: number): string {
    return value.toFixed(3).replace(/^-(0\.0+)$/, '$1');
  }

  protected removePoint(): void {
    this.bench.feed({ type: 'key', key: 'Delete' });
  }
}
