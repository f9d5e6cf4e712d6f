import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { failed, type Result } from '@pencil-bend/core';
import {
  cornersOf,
  LARGEST_POINT_SET,
  nameProblem,
  newPointSet,
  type Project,
  selectionOf,
} from '@pencil-bend/document';
import type { PointTable } from '@pencil-bend/exchange';
import { firstValueFrom } from 'rxjs';
import { explain, ProjectsApi } from '../api/projectsApi';
import { newId } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectDrawing } from '../state/selectors';
import { ReadingWorkService } from '../work/readingWorkService';
import { Editing } from './editing';
import { PointSets } from './pointSets';
import { Remarks } from './remarks';
import { Target } from './target';
import { Viewports } from './viewports';

/** Lighter than curves, which are drawn over them: the palette's slate. */
const SLATE = '#6b7783';

/** The largest file that is read: of the most points there may be, each with every digit. */
const LARGEST_FILE = 60 * LARGEST_POINT_SET.count;

/** Brings measured points in: as a table in a file, as text, or with items of another project. */
@Injectable()
export class PointImport {
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly work = inject(ReadingWorkService);
  private readonly editing = inject(Editing);
  private readonly pointSets = inject(PointSets);
  private readonly remarks = inject(Remarks);
  private readonly target = inject(Target);
  private readonly viewports = inject(Viewports);
  private readonly drawing = this.store.selectSignal(selectDrawing);

  /** Takes a table of points in as a measured set; what cannot be read or kept is said, and nothing changes. */
  async bring(file: File): Promise<void> {
    const { id: project } = this.drawing();
    const units = this.editing.project()?.units;
    if (!project || !units) return;
    if (file.size > LARGEST_FILE) {
      const [size, most] = [file.size, LARGEST_FILE].map((bytes) => `${(bytes / 1e6).toFixed(0)} MB`);
      return this.editing.notify(`${file.name} has ${size}; a table of points may have ${most}`);
    }
    const table = await this.read(file, units);
    if (!table.ok) return this.editing.notify(`${file.name} cannot be taken in as points: ${table.failure}`);
    try {
      const content = await this.pointSets.keep(project, table.value.points);
      this.draw(file.name, content, table.value);
    } catch (error) {
      this.editing.notify(`${file.name} was not kept: ${explain(error).why}`);
    }
  }

  /** Keeps the points of another project's measured sets with this one; what cannot be had is said on the card of its set. */
  async adopt(source: string, contents: Iterable<string>): Promise<void> {
    const { id: project } = this.drawing();
    if (!project || source === project) return;
    for (const content of contents) {
      if (this.pointSets.of(content)) continue;
      try {
        await this.pointSets.keep(project, await firstValueFrom(this.api.pointSet(source, content)));
      } catch (error) {
        // Throws what is no answer of the server, or none.
        explain(error);
      }
    }
  }

  private async read(file: File, units: Project['units']): Promise<Result<PointTable, string>> {
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const outcome = await this.work.ask('read-points', () => ({ bytes, units }));
      return outcome.kind === 'answered' ? outcome.answer : failed('it was given up');
    } catch {
      // The file is gone, or the worker cannot be had.
      return failed('it cannot be read now');
    }
  }

  private draw(fileName: string, content: string, table: PointTable): void {
    const { points } = table;
    const id = newId();
    const name = fileName.replace(/\.[a-z0-9]{1,5}$/i, '');
    const layer = this.target.layer();
    const hasColour = this.editing.project()?.layers[layer].colour;
    const item = {
      id,
      ...(!hasColour && { colour: SLATE }),
      ...(nameProblem(name) === null && { name }),
      pointSet: newPointSet(content, points),
    } as const;
    const args = {
      layer,
      plane: this.target.planeId(),
      shape: 'measured-set',
      items: [item],
    } as const;
    if (!this.editing.do({ command: 'drawItems', args })) return;
    this.editing.select(selectionOf([id]));
    this.viewports.goTo(cornersOf(item.pointSet));
    this.remarks.say(inWords(table));
  }
}

/** How a table was taken: its count and unit, and what of it was passed over. */
function inWords({ points, unit, isUnitAssumed, skipped: { count, first } }: PointTable): string {
  const taken = `${(points.length / 3).toLocaleString('en')} points taken in, read as ${unit}`;
  const assumed = isUnitAssumed ? ' (the table names no unit)' : '';
  if (count === 0) return taken + assumed;
  const rows = first.map(({ row, text }) => `${row} '${text}'`).join(', ');
  return `${taken}${assumed}; ${count.toLocaleString('en')} ${count === 1 ? 'row was' : 'rows were'} passed over: ${rows}${count > first.length ? ' …' : ''}`;
}
