import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Select } from 'primeng/select';
import { Tooltip } from 'primeng/tooltip';
import { type Stage, titleOf } from '@pencil-bend/document';
import { explain, ProjectsApi } from '../../api/projectsApi';
import type { ComparisonSettings, Reference } from '../../api/savedView';
import { Editing, ReadingKernel, Readings, ShownItems } from '../../session';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectProjectId, selectReading, selectStacks } from '../../state/selectors';
import { LinkButton } from '../../ui/buttons';
import { UNIT } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Toggle } from '../../ui/toggle';
import { curveChange, drawingChange } from '../../view/changes';
import { farthest } from '../../work/comparison';
import { comparisonInWords } from '../../view/comparisonWords';
import { isCurve } from '../../view/shownItem';
import { Comparison } from './comparison';
import { deviationCsv } from './deviationCsv';
import { Histogram } from './histogram';
import { type ChartShown, LineChart } from './lineChart';
import { StripGraph } from './stripGraph';

interface Entry {
  readonly label: string;
  readonly key: string;
  readonly reference: Reference;
}

/** So many of the last steps can be compared with: a stage remembers what was earlier. */
const LAST_STEPS = 6;

const keyOf = (reference: Reference): string => Object.values(reference).join(' ');
const entry = (label: string, reference: Reference): Entry => ({ label, key: keyOf(reference), reference });

/** How far the read curve lies from another, from points, from its mirror image, or from what it was. */
@Component({
  selector: 'pb-deviation-panel',
  providers: [Comparison],
  imports: [FormsModule, Histogram, LineChart, LinkButton, NumberField, Select, Toggle, Tooltip],
  templateUrl: './deviationPanel.html',
  styleUrl: './deviationPanel.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DeviationPanel {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly api = inject(ProjectsApi);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly strip = inject(StripGraph);
  protected readonly comparison = inject(Comparison);
  private readonly reading = this.store.selectSignal(selectReading);
  private readonly id = this.store.selectSignal(selectProjectId);
  private readonly stacks = this.store.selectSignal(selectStacks);
  protected readonly settings = computed(() => this.reading().comparison);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  /** The last steps, and the one that is compared with however many came after it. */
  private readonly lastSteps = computed(() => {
    const { reference } = this.settings();
    return this.stacks()
      .undo.filter(
        ({ id }, i, all) => i >= all.length - LAST_STEPS || (reference.kind === 'before' && reference.step === id),
      )
      .reverse();
  });
  private readonly stages = signal<readonly Stage[]>([]);
  protected readonly mistake = signal<string | null>(null);

  protected readonly choices = computed(() => {
    const project = this.editing.project();
    const [own] = this.editing.selection().items;
    const kept = this.shown.kept();
    const layers = new Set(kept.flatMap(({ at, pointSet, item }) => (at || pointSet ? [item.layer] : [])));
    const sets = kept.filter(({ pointSet }) => pointSet);
    const groups: { label: string; items: readonly Entry[] }[] = [
      {
        label: 'At hand',
        items: [entry('what else is selected', { kind: 'selected' }), entry('its mirror image', { kind: 'mirror' })],
      },
      {
        label: 'Then',
        items: [
          ...this.lastSteps().map(({ id, title }) => entry(`before: ${titleOf(title)}`, { kind: 'before', step: id })),
          ...this.stages().map((stage) => entry(stage.name, { kind: 'stage', stage: stage.id })),
        ],
      },
      {
        label: 'Points',
        items: [
          ...sets.map(({ id, item }) => entry(item.name, { kind: 'item', item: id })),
          ...[...layers].map((layer) => entry(`points of ${project?.layers[layer].name}`, { kind: 'points', layer })),
        ],
      },
      {
        label: 'Curves',
        items: kept
          .filter(isCurve)
          .filter(({ id }) => id !== own)
          .map(({ id, item }) => entry(item.name || 'a curve without a name', { kind: 'item', item: id })),
      },
    ];
    return groups.filter(({ items }) => items.length > 0).map((group) => ({ ...group, items: [...group.items] }));
  });
  protected readonly chosen = computed(() => keyOf(this.settings().reference));
  /** What can be mirrored first: a curve that is there for itself. */
  protected readonly canMirror = computed(
    () => this.settings().reference.kind !== 'mirror' && this.comparison.compared().kind === 'curve',
  );

  protected readonly why = computed(() => {
    const compared = this.comparison.compared();
    return compared.kind === 'nothing' ? compared.why : null;
  });

  /** What is read, in sentences; the card is quiet in a drag, this follows it. */
  protected readonly words = computed((): readonly string[] => {
    const figures = this.comparison.figures();
    const curve = this.readings.curve();
    if (!figures || !curve) return [];
    const said = comparisonInWords(figures, this.comparison.proven(), curve, this.comparison.tolerance(), this.units());
    const compared = this.comparison.compared();
    const all = compared.kind === 'points' ? compared.points.length / 3 : 0;
    const read = figures.away.length;
    return read < all ? [...said, `So far ${counted(read)} of ${counted(all)} points.`] : said;
  });

  /** What became of the curve, and of the drawing, since the stage. */
  protected readonly changes = computed((): readonly string[] => {
    const then = this.comparison.then();
    const now = this.editing.project();
    const curve = this.readings.curve();
    const reference = this.comparison.reference();
    const [item] = this.editing.selection().items;
    const lumps = this.kernel.functions()?.lumps;
    if (!then || !now || !curve || !reference || !lumps || !this.readings.isResting(curve)) return [];
    const options = { normal: this.readings.normal(), least: this.reading().least };
    const [before, after] = [reference, curve].map((each) => ({
      curve: each,
      lumps: lumps(each, options).lumps.length,
    }));
    const most = this.comparison.figures()?.most.distance ?? 0;
    return [curveChange(before, after, most, this.units()), drawingChange(then, now, item)].filter(
      (each) => each !== '',
    );
  });

  protected readonly chart = computed((): ChartShown | null => {
    const figures = this.comparison.figures();
    if (!figures) return null;
    const unit = UNIT[this.units()];
    const tolerance = this.comparison.tolerance() / unit;
    const places = figures.isOfPoints ? farthest(figures, MOST_DOTS) : [...figures.away.keys()];
    const values = places.map((i) => figures.away[i] / unit);
    const isSigned = values.some((value) => value < 0);
    return {
      axis: this.strip.seenOfOwn(),
      lines: [{ colour: '', isOwn: true, isDots: figures.isOfPoints, s: places.map((i) => figures.s[i]), values }],
      levels: isSigned || figures.most.distance === 0 ? [tolerance, -tolerance] : [tolerance],
      stretches: figures.beyond,
      places: [],
      // Where nothing is off, the tolerance gives the height its measure.
      least: isSigned ? null : figures.most.distance > 0 ? 0 : -1.5 * tolerance,
      most: figures.most.distance > 0 ? null : 1.5 * tolerance,
      isLogarithmic: false,
      unit,
    };
  });
  protected readonly bars = computed(() => {
    const figures = this.comparison.figures();
    const unit = UNIT[this.units()];
    return (
      figures && {
        bins: figures.bins,
        widest: figures.widest / unit,
        limit: this.comparison.tolerance() / unit,
      }
    );
  });

  constructor() {
    void this.listStages();
    const table = () => {
      const figures = this.comparison.figures();
      return figures && deviationCsv(figures, this.shown.selected()?.item.name ?? '', this.units());
    };
    this.strip.table.set(table);
    inject(DestroyRef).onDestroy(() => this.strip.table.set(null));
  }

  /** Stages may have been made meanwhile. */
  protected async listStages(): Promise<void> {
    const id = this.id();
    if (!id) return;
    try {
      this.stages.set(await firstValueFrom(this.api.stages(id)));
      this.mistake.set(null);
    } catch (error) {
      this.mistake.set(`Stages cannot be listed: ${explain(error).why}.`);
    }
  }

  protected choose(key: string): void {
    const found = this.choices()
      .flatMap(({ items }) => items)
      .find((each) => each.key === key);
    if (found) this.set({ reference: { ...found.reference } });
  }

  protected set(settings: Partial<ComparisonSettings>): void {
    this.store.dispatch(viewActions.comparisonSet({ settings }));
  }
}

/** More dots in a chart lie on each other. */
const MOST_DOTS = 2000;

const counted = (count: number): string => count.toLocaleString('en');
