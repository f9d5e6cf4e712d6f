import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { controlPointsOf, evaluate, type Vector3, vectorAt } from '@pencil-bend/core';
import type { Lump } from '@pencil-bend/core/reading';
import { fitPointsOf, type Id, resolveRecipe, selectionOf } from '@pencil-bend/document';
import { lumpInWords, radiusThere } from '../view/lumpWords';
import { Editing } from './editing';
import { Fairness, type LumpOf } from './fairness';
import { ReadingKernel } from './readingKernel';
import { Readings } from './readings';
import { Remarks } from './remarks';
import { ShownItems } from './shownItems';
import { Viewports } from './viewports';

/** A lump that is gone to, by where it was: an edit moves it a little. */
interface Stop {
  readonly item: Id;
  readonly s: number;
  /** The curves that the tour goes through; null for all. */
  readonly through: readonly Id[] | null;
}

/** A lump is still the one that was gone to within this share of the curve's length. */
const SAME = 0.05;

/** Goes from lump to lump, the largest first: of the selected curves, or of all. */
@Injectable()
export class LumpTour {
  private readonly editing = inject(Editing);
  private readonly fairness = inject(Fairness);
  private readonly kernel = inject(ReadingKernel);
  private readonly readings = inject(Readings);
  private readonly remarks = inject(Remarks);
  private readonly shown = inject(ShownItems);
  private readonly viewports = inject(Viewports);
  private readonly stop = signal<Stop | null>(null);
  /** A step that was asked for before all curves were read. */
  private readonly waiting = signal<1 | -1 | null>(null);

  /** The lump that was gone to, as it is now; null once something else is selected, or it is gone. */
  readonly current = computed((): Lump | null => {
    const stop = this.stop();
    const lumps = this.fairness.lumps();
    const report = this.fairness.report();
    if (!stop || !lumps || !report || this.editing.selection().items.join() !== stop.item) return null;
    const apart = (lump: Lump) => Math.abs(lump.s - stop.s);
    const [nearest] = [...lumps.listed].sort((a, b) => apart(a) - apart(b));
    return nearest && apart(nearest) <= SAME * report.length ? nearest : null;
  });

  /** The points that cause it: the control point to blame, and the fit points of its stretch. */
  readonly causes = computed((): readonly Vector3[] => {
    const lump = this.current();
    const curve = this.readings.curve();
    if (!lump || !curve || !this.readings.isResting(curve)) return [];
    const culprits = this.kernel.functions()?.culprits ?? (() => []);
    const [culprit] = culprits(curve, { normal: this.readings.normal(), stretch: lump });
    const control = culprit ? [vectorAt(controlPointsOf(curve), culprit.index)] : [];
    return [...control, ...this.fitPointsIn(lump)];
  });

  constructor() {
    effect(() => {
      const by = this.waiting();
      if (by === null || !this.fairness.isComplete()) return;
      untracked(() => {
        this.waiting.set(null);
        this.step(by);
      });
    });
  }

  /** To the next lump, or the one before; says what it is. */
  step(by: 1 | -1): void {
    const { items } = this.editing.selection();
    const before = this.stop();
    const goesOn = before !== null && items.join() === before.item;
    const through = goesOn ? before.through : items.length > 0 ? items : null;
    const alone = through?.length === 1 && items.join() === through[0] && this.fairness.lumps();
    if (!alone && !this.fairness.isComplete()) {
      this.fairness.hurry();
      this.waiting.set(by);
      return this.remarks.say('The curves are being read for lumps');
    }
    const list = alone
      ? this.ofRead(through[0])
      : this.fairness.ranked().filter(({ item }) => through?.includes(item) ?? true);
    if (list.length === 0) return this.editing.notify(this.nothingIn(through));
    const at = goesOn ? nearestIn(list, before) : -1;
    const next = at < 0 ? (by > 0 ? 0 : list.length - 1) : (at + by + list.length) % list.length;
    this.visit(list[next], through, `Lump ${next + 1} of ${list.length}`);
  }

  /** To one lump of the read curve. */
  goTo(lump: Lump): void {
    const [item] = this.editing.selection().items;
    const report = this.fairness.report();
    if (item && report) this.visit({ item, lump, length: report.length }, [item], 'Lump');
  }

  private visit({ item, lump }: LumpOf, through: readonly Id[] | null, which: string): void {
    const curve = this.shown.kept().find(({ id }) => id === item)?.curve;
    const project = this.editing.project();
    if (!curve || !project) return;
    if (this.editing.selection().items.join() !== item) this.editing.select(selectionOf([item]));
    this.stop.set({ item, s: lump.s, through });
    const stretch = [lump.from, lump.u, lump.to].map((u) => evaluate(curve, u));
    this.viewports.goTo(stretch);
    const { units } = project;
    const what = `${project.items[item].name} ${lumpInWords(lump, units)}: ${radiusThere(lump, units)}`;
    this.remarks.say(`${which}: ${what}`);
  }

  private ofRead(item: Id): readonly LumpOf[] {
    const report = this.fairness.report();
    return (this.fairness.lumps()?.listed ?? []).map((lump) => ({ item, lump, length: report?.length ?? 0 }));
  }

  private nothingIn(through: readonly Id[] | null): string {
    const [first, ...more] = through ?? [];
    const where = !first
      ? 'any curve'
      : more.length > 0
        ? 'what is selected'
        : this.editing.project()?.items[first].name;
    return `there is no lump in ${where}, as lumps are listed now`;
  }

  private fitPointsIn({ u, from, to }: Lump): readonly Vector3[] {
    const item = this.shown.selected()?.item;
    if (item?.kind !== 'curve') return [];
    const resolved = resolveRecipe(item.recipe);
    const points = fitPointsOf(item.recipe);
    if (!resolved.ok || points.length === 0) return [];
    const parameters = [...resolved.value.fitParameters];
    const inside = parameters.flatMap((at, i) => (at >= from && at <= to && points[i] ? [i] : []));
    const nearest = parameters.reduce(
      (best, at, i) => (Math.abs(at - u) < Math.abs(parameters[best] - u) ? i : best),
      0,
    );
    const chosen = inside.length > 0 ? inside : [nearest];
    return chosen.flatMap((i) => (points[i] ? [points[i].at] : []));
  }
}

/** The lump of a list that a stop was at, by its number; -1 where it is gone. */
function nearestIn(list: readonly LumpOf[], stop: Stop): number {
  let best = -1;
  list.forEach(({ item, lump, length }, i) => {
    const apart = Math.abs(lump.s - stop.s);
    if (item !== stop.item || apart > SAME * length) return;
    if (best < 0 || apart < Math.abs(list[best].lump.s - stop.s)) best = i;
  });
  return best;
}
