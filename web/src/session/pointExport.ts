import { inject, Injectable, signal } from '@angular/core';
import { packVectors } from '@pencil-bend/core';
import { pointsOf } from '@pencil-bend/document';
import type { WritePointsOptions } from '@pencil-bend/exchange';
import { saveFile } from '../ui/saveFile';
import { placesOf } from '../view/pointSets';
import { ReadingWorkService } from '../work/readingWorkService';
import { Editing } from './editing';
import { ShownItems } from './shownItems';

/** Points that are about to be saved as a table. */
export interface SavedPoints {
  /** What they are of. */
  readonly name: string;
  /** Packed x y z, in mm. */
  readonly points: Float64Array;
  readonly names?: readonly string[];
  /** Of control points that have weights. */
  readonly weights?: readonly number[];
}

/** Saves points as a table in a file: those of a measured set, of a curve, or points themselves. */
@Injectable()
export class PointExport {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);
  private readonly work = inject(ReadingWorkService);

  /** What is to be saved, until it is said how; null while nothing is. */
  readonly asked = signal<SavedPoints | null>(null);

  /** Asks how what is selected is to be saved, of a curve the points named or those it goes through; what has none is told. */
  ask(which?: 'fit' | 'control'): void {
    const points = this.selectedPoints(which);
    if (typeof points === 'string') return this.editing.notify(points);
    this.asked.set(points);
  }

  /** Saves them so; the browser has the file then. */
  async save(options: Pick<WritePointsOptions, 'decimal' | 'mark'>): Promise<void> {
    const asked = this.asked();
    if (!asked) return;
    const { name, points, names, weights } = asked;
    const unit = this.editing.project()?.units ?? 'mm';
    const own = { ...(names && { names }), ...(weights && { weights }) };
    try {
      const outcome = await this.work.ask('write-points', () => ({
        points: points.slice(),
        options: { ...options, ...own, unit },
      }));
      if (outcome.kind !== 'answered') return;
      saveFile(new Blob([outcome.answer], { type: 'text/csv;charset=utf-8' }), `${name} points.csv`);
      this.asked.set(null);
    } catch {
      this.editing.notify('the table could not be made now');
    }
  }

  private selectedPoints(which?: 'fit' | 'control'): SavedPoints | string {
    const { items } = this.editing.selection();
    const project = this.editing.project();
    if (!project || items.length === 0) return 'select a curve, points, or a measured set first';
    const chosen = items.map((id) => project.items[id]);
    const own = chosen.flatMap((item) => (item.kind === 'point' ? [item] : []));
    if (own.length === chosen.length) {
      const name = own.length === 1 ? own[0].name : project.name;
      return { name, points: packVectors(own.map(({ at }) => at)), names: own.map((item) => item.name) };
    }
    const [{ name }] = chosen;
    if (chosen.length > 1) return 'the points of one curve or measured set are saved at a time: select it alone';
    const shown = this.shown.selected();
    if (shown?.pointSet) {
      return shown.points
        ? { name, points: placesOf(shown.pointSet, shown.points) }
        : `the points of ${name} are not here yet`;
    }
    const recipe = shown?.item.kind === 'curve' ? shown.item.recipe : null;
    const points = recipe && pointsOf(recipe);
    if (!points) return `${name} has no points of its own`;
    const { fit, control } = points;
    if (fit.length > 0 && which !== 'control') return { name, points: packVectors(fit.map(({ at }) => at)) };
    const weights = control.map(({ weight = 1 }) => weight);
    return {
      name,
      points: packVectors(control.map(({ at }) => at)),
      ...(weights.some((weight) => weight !== 1) && { weights }),
    };
  }
}
