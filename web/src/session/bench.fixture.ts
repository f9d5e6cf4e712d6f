import { TestBed } from '@angular/core/testing';
import { EMPTY } from 'rxjs';
import { Actions } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import {
  emptyProject,
  fitRecipe,
  type NewItem,
  type CommandCall,
  type Project,
  selectionOf,
} from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { ProjectsApi } from '../api/projectsApi';
import { drawingActions } from '../state/actions';
import { newStamp } from '../state/ids';
import { type BenchState, reducers } from '../state/reducers';
import { SyncQueue } from '../sync/syncQueue';
import { BringInWorkService } from '../work/bringInWorkService';
import { HandOverWorkService } from '../work/handOverWorkService';
import { FitWorkService } from '../work/fitWorkService';
import { ReadingWorkService } from '../work/readingWorkService';
import { HeavyWorkService } from '../work/heavyWorkService';
import { type Asked, type JobKind, type JobProgress, runJob } from '../work/jobs';
import type { LineOptions } from '../work/workLine';
import { BENCH_SERVICES } from './benchServices';
import type { PointerInput } from '../tools/contract';
import '../tools/otherTools';
import { Editing } from './editing';
import { ShownItems } from './shownItems';
import { StepHistory } from './stepHistory';
import { ToolInHand } from './toolInHand';
import { ToolView } from './toolView';

type Place = readonly [x: number, y: number];

/** The worker of the browser is not there in a spec: its jobs are done here, a moment later. */
export class WorkHere {
  cancelled = 0;
  run = async <Kind extends JobKind>(kind: Kind, asked: Asked<Kind>, onProgress?: (step: JobProgress) => void) => {
    await Promise.resolve();
    return { kind: 'answered', answer: await runJob(kind, asked, (step) => onProgress?.(step)) };
  };
  cancel = () => void this.cancelled++;
}

/** The line of readings, the same way. */
export class ReadingHere {
  ask = async <Kind extends JobKind>(
    kind: Kind,
    asked: () => Asked<Kind>,
    { isWanted = () => true, onProgress }: LineOptions = {},
  ) => {
    await Promise.resolve();
    if (!isWanted()) return { kind: 'given-up' };
    return { kind: 'answered', answer: await runJob(kind, asked(), (step) => onProgress?.(step)) };
  };
  given = 0;
  giveUp = () => void this.given++;
}

/** What outlives a reload is kept in memory. */
class QueueHere {
  tool: unknown = null;
  storeTool = (_project: string, state: unknown) => Promise.resolve(void (this.tool = state));
  takeTool = () => Promise.resolve(this.tool);
}

/** A curve through places, p1, p2 ... */
export const through = (id: string, ...places: readonly Place[]): NewItem => ({
  id,
  recipe: fitRecipe(
    places.map(([x, y], i) => ({ id: `p${i + 1}`, at: [x, y, 0] })),
    false,
  ),
});

/** A project with items, each drawn as a curve. */
export function projectWith(...items: readonly NewItem[]): Project {
  const project = emptyProject('Bench');
  if (items.length === 0) return project;
  const draw: CommandCall = { command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape: 'curve', items } };
  const outcome = perform(project, draw, newStamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

/** All services of a bench on which a project lies open, without a screen. */
export function openBench(project: Project) {
  TestBed.configureTestingModule({
    providers: [
      provideStore(reducers),
      ...BENCH_SERVICES,
      { provide: Actions, useValue: EMPTY },
      { provide: HeavyWorkService, useClass: WorkHere },
      { provide: ReadingWorkService, useClass: ReadingHere },
      { provide: FitWorkService, useClass: ReadingHere },
      { provide: HandOverWorkService, useClass: WorkHere },
      { provide: BringInWorkService, useClass: WorkHere },
      { provide: SyncQueue, useClass: QueueHere },
      { provide: ProjectsApi, useValue: {} },
    ],
  });
  const store: Store<BenchState> = TestBed.inject(Store);
  const history = { undo: { steps: [], more: 0 }, redo: { steps: [], more: 0 } };
  store.dispatch(drawingActions.opened({ id: 'k', revision: 1, changedAt: '', project, view: {}, history }));
  return {
    store,
    state: store.selectSignal((all) => all),
    inject: TestBed.inject.bind(TestBed),
    editing: TestBed.inject(Editing),
    hand: TestBed.inject(ToolInHand),
    stepHistory: TestBed.inject(StepHistory),
    toolView: TestBed.inject(ToolView),
  };
}

/** A bench with one curve, 'a', through three points. */
export const openArch = () => openBench(projectWith(through('a', [0, 0], [10, 5], [20, 0])));

/** A bench with a curve 'a', its mirror 'm-1', and a straight one, 'b', with a drag of the second point of 'a'. */
export function openMirrored() {
  const drawn = projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 30], [20, 30]));
  const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
  const mirrored = perform(drawn, { command: 'mirrorItems', args: { items: ['a'], id: 'm', about } }, newStamp());
  if (!mirrored.ok) throw new Error(mirrored.failure);
  const bench = openBench(mirrored.value.project);
  const located = { handle: { kind: 'fit', id: 'p2' }, at: [10, 5, 0] } as const;
  const drag = (x: number, y: number) => {
    bench.editing.select(selectionOf(['a']));
    bench.hand.feed(at('press', 10, 5, { hits: [{ kind: 'handle', item: 'a', located }] }));
    bench.hand.feed(at('move', x, y));
  };
  return { ...bench, shown: TestBed.inject(ShownItems), drag };
}

/** The pointer at a place. */
export const at = (
  type: PointerInput['type'],
  x: number,
  y: number,
  more: Partial<PointerInput> = {},
): PointerInput => ({ type, at: [x, y, 0], hits: [], reach: 1, ...more });

/** Places on an arc of radius 100 about a centre, one of them pushed outwards: a lump, in the middle of the curve. */
export const lumpyArc = (pushed: number, x = 0): Place[] =>
  Array.from({ length: 13 }, (_, i): Place => {
    const [turn, radius] = [(Math.PI * i) / 24, 100 + (i === 6 ? pushed : 0)];
    return [x + radius * Math.sin(turn), radius * Math.cos(turn)];
  });

/** Lets what is fetched, answered and put off for a moment come, until something holds. */
export async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 400 && !holds(); i++) {
    await new Promise((resolve) => setTimeout(resolve, 5));
    TestBed.tick();
  }
  if (!holds()) throw new Error('it never came to that');
}

/** Lets promises and effects run. */
export async function settled(): Promise<void> {
  for (let i = 0; i < 5; i++) await Promise.resolve();
  TestBed.tick();
}

/** A project with steps done one after the other; throws where one is refused. */
export const changed = (project: Project, ...calls: readonly CommandCall[]): Project =>
  calls.reduce((now: Project, call) => {
    const outcome = perform(now, call, { id: 'step-000001', time: '' });
    if (!outcome.ok) throw new Error(outcome.failure);
    return outcome.value.project;
  }, project);
