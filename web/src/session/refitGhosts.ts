import { computed, inject } from '@angular/core';
import { type Curve, distinctOf } from '@pencil-bend/core';
import type { StepTitle } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import { curveNormal } from '../view/curveNormal';
import { figuresTogether, type ShapeFigures } from '../work/figuresTogether';
import { shapeFigures } from '../work/shapeFigures';
import type { Changed, Gain } from './lossyPreview';
import type { Refitted } from './refitAsked';
import type { RefitTarget } from './refitTarget';

/** The figures of curves of more control points are not read while the pointer moves. */
const MOST_AT_ONCE = 60;

/** What is shown of curves that a refit is about to come to, or has come to so far. */
export class RefitGhosts {
  private readonly settings = inject<Store<BenchState>>(Store).selectSignal(selectReading);
  private readonly least = computed(() => this.settings().least);

  /** Curves that are not there yet, with their figures where they can be had at once. */
  of(changed: readonly Refitted[], target: RefitTarget) {
    const [{ project }] = changed;
    const names = changed.map(({ item }) => project.items[item].name);
    const title = {
      command: 'refit',
      how: target.kind,
      items: { names: names.slice(0, names.length > 2 ? 1 : 2), count: names.length },
      ...('tolerance' in target && { numbers: [target.tolerance] }),
    } satisfies StepTitle;
    const count = changed.reduce((sum, { curve }) => sum + distinctOf(curve), 0);
    const gain = count <= MOST_AT_ONCE ? this.gainOf(changed) : null;
    const curves = changed.map(({ item, curve: before, after }, i): Changed => ({
      item,
      name: names[i],
      before,
      after,
    }));
    return { title, curves, gain };
  }

  private gainOf(changed: readonly Refitted[]): Gain {
    const figures = changed.map(({ project, item, curve, after }) => {
      const readBy = { normal: curveNormal(project, project.items[item].plane, curve), least: this.least() };
      return { before: this.figuresOf(curve, readBy), after: shapeFigures(after, readBy) };
    });
    return {
      before: figuresTogether(figures.map(({ before }) => before)),
      after: figuresTogether(figures.map(({ after }) => after)),
    };
  }

  private readonly known = computed(() => {
    this.least();
    return new WeakMap<Curve, ShapeFigures>();
  });
  /** Read once while the tolerance is being chosen. */
  private figuresOf(curve: Curve, readBy: Parameters<typeof shapeFigures>[1]): ShapeFigures {
    let figures = this.known().get(curve);
    if (!figures) this.known().set(curve, (figures = shapeFigures(curve, readBy)));
    return figures;
  }
}
