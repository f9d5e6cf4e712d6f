import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { vectorAt } from '@pencil-bend/core';
import {
  type CommandCall,
  fitRecipe,
  LARGEST_POINT_SET,
  nameProblem,
  newPointSet,
  selectionOf,
} from '@pencil-bend/document';
import type { PointLayout, PointTable } from '@pencil-bend/exchange';
import { firstValueFrom } from 'rxjs';
import { explain, ProjectsApi } from '../api/projectsApi';
import { newId } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectDrawing } from '../state/selectors';
import { passedOverInWords } from '../view/tableWords';
import type { ShareOfWork } from '../work/jobs';
import { ReadingWorkService } from '../work/readingWorkService';
import { Editing } from './editing';
import { PointSets } from './pointSets';
import { Remarks } from './remarks';
import { Target } from './target';

/** Lighter than curves, which are drawn over them: the palette's slate. */
const SLATE = '#6b7783';

/** The largest file that is read: of the most points there may be, each with every digit. */
const LARGEST_FILE = 60 * LARGEST_POINT_SET.count;

/** What points are taken in as. */
export type TakenAs = 'measured-set' | 'point' | 'curve';

/** Of so many points at most: more items of their own make the sheet slow, more points of a curve nobody can handle. */
export const MOST_TAKEN_AS: Readonly<Record<TakenAs, number>> = {
  'measured-set': LARGEST_POINT_SET.count,
  point: 500,
  curve: 5000,
};

/** A table of points that is looked at before it is taken in. */
export interface ComingPoints {
  /** Of the file. */
  readonly name: string;
  /** Null while it is read for the first time. */
  readonly table: PointTable | null;
  /** What its reader was told of it. */
  readonly given: Partial<PointLayout>;
  /** How much of it has been read, from 0 to 1; null where it is not being read. */
  readonly share: number | null;
}

/** Brings points in: as a table in a file or as text, looked at first; or with items of another project. */
@Injectable()
export class PointImport {
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly work = inject(ReadingWorkService);
  private readonly editing = inject(Editing);
  private readonly pointSets = inject(PointSets);
  private readonly remarks = inject(Remarks);
  private readonly target = inject(Target);
  private readonly drawing = this.store.selectSignal(selectDrawing);
  private bytes = new Uint8Array();
  private isTaking = false;

  /** What is looked at; null while nothing is. */
  readonly coming = signal<ComingPoints | null>(null);
  private readonly wanted = signal<TakenAs>('measured-set');
  private readonly count = computed(() => (this.coming()?.table?.points.length ?? 0) / 3);
  readonly takenAs = computed((): TakenAs => (this.mayBe(this.wanted()) ? this.wanted() : 'measured-set'));

  /** The points that are looked at, as a set to be drawn. */
  readonly shown = computed(() => {
    const points = this.coming()?.table?.points;
    return points?.length ? { pointSet: newPointSet('', points), points } : null;
  });

  /** Reads a table of points, to be looked at; what cannot be read is said, and nothing changes. */
  async bring(file: File): Promise<void> {
    if (!this.drawing().id || !this.editing.project()) return;
    if (file.size > LARGEST_FILE) {
      const [size, most] = [file.size, LARGEST_FILE].map((bytes) => `${(bytes / 1e6).toFixed(0)} MB`);
      return this.editing.notify(`${file.name} has ${size}; a table of points may have ${most}`);
    }
    const given = {};
    this.coming.set({ name: file.name, table: null, given, share: 0 });
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      // Another one may have been brought meanwhile, or this one put away.
      if (this.coming()?.given !== given) return;
      this.bytes = bytes;
      const table = await this.read(given);
      if (!table || table.problem === null) return;
      this.close();
      this.editing.notify(`${file.name} cannot be taken in as points: ${table.problem}`);
    } catch {
      // The file is gone, or the worker cannot be had.
      this.close();
      this.editing.notify(`${file.name} cannot be taken in as points: it cannot be read now`);
    }
  }

  /** Reads it in another way: what is not given is found out. */
  async readAs(given: Partial<PointLayout>): Promise<void> {
    try {
      await this.read(given);
    } catch {
      this.editing.notify('the table cannot be read now');
    }
  }

  /** Whether they are few enough to be taken in so. */
  readonly mayBe = (what: TakenAs): boolean => this.count() <= MOST_TAKEN_AS[what];

  takeAs(what: TakenAs): void {
    this.wanted.set(what);
  }

  /** Draws the points as one step; whether that was done. */
  async take(): Promise<boolean> {
    const coming = this.coming();
    const { id: project } = this.drawing();
    if (!coming?.table || coming.table.problem !== null || !project || this.isTaking) return false;
    const { name, table } = coming;
    this.isTaking = true;
    try {
      const call = await this.callFor(table, nameOf(name), project);
      if (!this.editing.do(call)) return false;
      this.close();
      this.editing.select(selectionOf(call.args.items.map(({ id }) => id)));
      this.remarks.say(inWords(table));
      return true;
    } catch (error) {
      this.editing.notify(`${name} was not kept: ${explain(error).why}`);
      return false;
    } finally {
      this.isTaking = false;
    }
  }

  close(): void {
    this.coming.set(null);
    this.bytes = new Uint8Array();
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

  /** The table as it is read so; null where something else was wanted meanwhile. */
  private async read(given: Partial<PointLayout>): Promise<PointTable | null> {
    const units = this.editing.project()?.units ?? 'mm';
    const update = (change: Partial<ComingPoints>) =>
      this.coming.update((coming) => coming && { ...coming, ...change });
    update({ given, share: 0 });
    const { bytes } = this;
    const isWanted = () => this.bytes === bytes && this.coming()?.given === given;
    const onProgress = (step: object) => isWanted() && update({ share: (step as ShareOfWork).share });
    // What is asked is handed over.
    const asked = () => ({ bytes: bytes.slice(), units, layout: given });
    const outcome = await this.work.ask('read-points', asked, { isWanted, onProgress });
    if (outcome.kind === 'given-up' || !isWanted()) return null;
    update({ table: outcome.answer, share: null });
    return outcome.answer;
  }

  private async callFor({ points, names }: PointTable, name: string | null, project: string): Promise<DrawItems> {
    const base = { layer: this.target.layer(), plane: this.target.planeId() };
    const named = name !== null && { name };
    const places = Array.from({ length: points.length / 3 }, (_, i) => vectorAt(points, i));
    const shape = this.takenAs();
    switch (shape) {
      case 'measured-set': {
        const colour = this.editing.project()?.layers[base.layer].colour ? {} : { colour: SLATE };
        const pointSet = newPointSet(await this.pointSets.keep(project, points), points);
        return drawn(base, shape, [{ id: newId(), ...colour, ...named, pointSet }]);
      }
      case 'point': {
        const called = (i: number) => (names && isName(names[i]) ? { name: names[i] } : {});
        return drawn(
          base,
          shape,
          places.map((at, i) => ({ id: newId(), ...called(i), at })),
        );
      }
      case 'curve': {
        const recipe = fitRecipe(
          places.map((at, i) => ({ id: `p${i + 1}`, at })),
          false,
        );
        return drawn(base, shape, [{ id: newId(), ...named, recipe }]);
      }
    }
  }
}

type DrawItems = Extract<CommandCall, { command: 'drawItems' }>;
type Drawn = DrawItems['args'];

const drawn = (base: Pick<Drawn, 'layer' | 'plane'>, shape: TakenAs, items: Drawn['items']): DrawItems => ({
  command: 'drawItems',
  args: { ...base, shape, items },
});

const isName = (name: string): boolean => nameProblem(name) === null;

/** What comes from a file is called after it; null where an item cannot be called so. */
function nameOf(file: string): string | null {
  const name = file.replace(/\.[a-z0-9]{1,5}$/i, '');
  return isName(name) ? name : null;
}

/** How a table was taken: its count and unit, and what of it was passed over. */
function inWords({ points, layout, isUnitAssumed, skipped }: PointTable): string {
  const taken = `${(points.length / 3).toLocaleString('en')} points taken in, read as ${layout.unit}`;
  const assumed = isUnitAssumed ? ' (the table names no unit)' : '';
  return [taken + assumed, ...(skipped.count > 0 ? [passedOverInWords(skipped)] : [])].join('; ');
}
