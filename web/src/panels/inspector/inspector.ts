import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import { ButtonDirective } from 'primeng/button';
import { Bench } from '../../session/bench';
import { NumberField } from '../../ui/numberField';
import { PriceBox } from '../price/priceBox';
import { PointsTable } from './pointsTable';
import { fitPointsOf, isClosed } from '@pencil-bend/document';
import { CombControls } from './combControls';
import { CurveFacts } from './curveFacts';
import { DragWays } from './dragConstraints';
import { GuideCard } from './guideSection';
import { HandleCard } from './handleSection';
import { LayAnew } from './refitSection';
import { SelectionCard } from './selectionSection';
import { SetUp } from './setUpSection';
import { ToolCard } from './toolSection';
import { TraceCard } from './traceSection';

/** The panel of what is selected: its facts, the handle in hand, its points as numbers, and how its comb is shown. */
@Component({
  selector: 'pb-card',
  imports: [
    ButtonDirective,
    CombControls,
    CurveFacts,
    DragWays,
    GuideCard,
    HandleCard,
    LayAnew,
    NumberField,
    PointsTable,
    PriceBox,
    SelectionCard,
    SetUp,
    ToolCard,
    TraceCard,
  ],
  templateUrl: './inspector.html',
  styleUrl: './inspector.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Card {
  protected readonly bench = inject(Bench);
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly units = computed(() => this.bench.project()?.units ?? 'mm');
  protected readonly asked = computed(() => this.bench.desk.offer() !== null || this.bench.desk.busy() !== null);

  /** How many items are selected, when it is more than one. */
  protected readonly several = computed(() => {
    const count = this.bench.selection().items.length;
    return count > 1 ? count : null;
  });

  protected readonly kind = computed(() => {
    const item = this.bench.selected()?.item;
    if (item?.kind === 'guide') return item.guide.kind === 'circle' ? 'Gauge circle' : item.guide.symmetry ? 'Symmetry line' : 'Construction line'; // prettier-ignore
    if (item?.kind !== 'curve') return 'A point of its own';
    const drawn = fitPointsOf(item.recipe).length > 0 ? 'Through points' : 'By control points';
    const symmetric = item.recipe.kind === 'fit' && item.recipe.symmetry ? ', its own mirror' : '';
    const original = this.bench.originalOf(this.bench.selection().items[0] ?? '');
    return `${original ? `Mirror of ${original}: ` : ''}${drawn}, ${isClosed(item.recipe) ? 'closed' : 'open'}${symmetric}`;
  });

  /** The selected point of its own. */
  protected readonly point = computed(() => {
    const item = this.bench.selected()?.item;
    return item?.kind === 'point' ? item : null;
  });

  protected place(at: Vector3, axis: number, value: number): void {
    const [item] = this.bench.selection().items;
    const to = at.map((x, c) => (c === axis ? value : x)) as unknown as Vector3;
    if (item) this.bench.do({ command: 'placePoint', args: { item, to } });
  }
}
