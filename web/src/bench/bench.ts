import { computed, inject, Injectable, signal } from '@angular/core';
import {
  type ArcLength,
  arcLength,
  automaticScale,
  controlPointsOf,
  type Curve,
  curvatureAt,
  curvatureComb,
  curvatureProfile,
  evaluate,
  FRONT,
  lengthAt,
  liesAlong,
  normalOf,
  parameterAt,
  type Plane,
  type Vector3,
} from '@pencil-bend/core';
import { FRONT_ID, type Id, isShown, itemsOf, type Order, type Recipe, resolveRecipe } from '@pencil-bend/document';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { type Drawn, drawnOf } from '../sheet/drawn';
import { benchActions } from '../state/actions';
import { newId, newStamp } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectHistory, selectProject, selectSelection, selectView } from '../state/selectors';
import { idle } from '../tools/bend/bend';
import { type DrawState, startDrawing } from '../tools/draw/draw';
import { startInserting } from '../tools/insert/insert';
import { preview, prompt, step, takeUp } from '../tools/tools';
import type { Selection, ToolContext, ToolInput, ToolState, Transition } from '../tools/tool';
import { Waiting } from '../waiting/waiting';

const NO_POINTS: DrawState['points'] = [];

/** What is seen at the shared cursor of sheet and strip. */
export interface CursorReading {
  readonly s: number;
  readonly at: Vector3;
  readonly kappa: number;
}

/** The bench at work: the tool in hand, and what sheet, strip and card read off the drawing as it is this instant. */
@Injectable()
export class Bench {
  private readonly store: Store<BenchState> = inject(Store);

  readonly project = this.store.selectSignal(selectProject);
  readonly selection = this.store.selectSignal(selectSelection);
  readonly history = this.store.selectSignal(selectHistory);
  readonly view = this.store.selectSignal(selectView);

  private readonly waiting = inject(Waiting);
  private readonly id = this.store.selectSignal((state) => state.drawing.id);

  readonly tool = signal<ToolState>(idle);
  private keptTool: Pick<DrawState, 'points'> & { readonly tool: ToolState['tool'] } = {
    tool: 'bend',
    points: NO_POINTS,
  };
  /** Length along the read curve at the pointer, on the sheet or on the strip; null when it is elsewhere. */
  readonly cursor = signal<number | null>(null);
  /** The pointer's place on the sheet. */
  readonly pointer = signal<Vector3 | null>(null);

  /** Apart from its state, which changes with every move. */
  readonly toolName = computed(() => this.tool().tool);

  readonly preview = computed(() => preview(this.tool(), (item) => this.recipeOf(item)));
  readonly prompt = computed(() => prompt(this.tool(), this.context()));

  /** The item in hand. */
  private readonly held = computed(() => this.preview().item);

  /** Every shown item but the one in hand: the same array as long as a drag goes on. */
  readonly resting = computed((): readonly Drawn[] => {
    const project = this.project();
    const held = this.held();
    if (!project) return [];
    return itemsOf(project).flatMap(([id, item]) => (id !== held && isShown(project, item) ? drawnOf(id, item) : []));
  });

  /** The item in hand as it is this instant. */
  readonly inHand = computed((): Drawn | null => {
    const project = this.project();
    const { item: id, recipe, movedTo } = this.preview();
    const item = id && project ? project.items[id] : null;
    if (!id || !item) return null;
    if (item.kind === 'point') return drawnOf(id, movedTo ? { ...item, at: movedTo } : item);
    const now = recipe ? { ...item, recipe } : item;
    const drawn = drawnOf(id, now);
    // While a dragged point lies on its neighbour there is no curve through them: the last one stays.
    return drawn.curve ? drawn : { ...drawnOf(id, item), item: now };
  });

  /** Every shown item as it is now, a drag included. */
  readonly drawn = computed((): readonly Drawn[] => {
    const inHand = this.inHand();
    return inHand ? [...this.resting(), inHand] : this.resting();
  });

  private readonly isDrawing = computed(() => this.toolName() === 'draw');

  /** The curve being drawn. */
  readonly drawing = computed((): Curve | null => {
    const { item, recipe } = this.preview();
    const resolved = recipe && item === null ? resolveRecipe(recipe) : null;
    return resolved?.ok ? resolved.value.curve : null;
  });

  readonly selected = computed(() => this.drawn().find(({ id }) => id === this.selection().item) ?? null);

  /** The curve whose comb and graph are shown: the one being drawn, else the selected one. */
  readonly curve = computed(() => (this.isDrawing() ? this.drawing() : (this.selected()?.curve ?? null)));

  /** The normal that gives curvature its sign; null for a curve that leaves its plane. */
  readonly normal = computed(
    (): Vector3 | null => {
      const curve = this.curve();
      const plane = this.planeOf(this.isDrawing() ? null : (this.selected()?.item.plane ?? null));
      return curve && liesAlong(plane, curve, 1e-6) ? normalOf(plane) : null;
    },
    { equal: (a, b) => a?.join() === b?.join() },
  );

  readonly profile = computed(() => {
    const curve = this.curve();
    return curve && curvatureProfile(curve, { normal: this.normal() });
  });

  private readonly measured = computed((): ArcLength | null => {
    const curve = this.curve();
    return curve && arcLength(curve);
  });

  /** The kept curve gives the automatic scale, so that the comb does not rescale under a drag. */
  private readonly automatic = computed(() => {
    const project = this.project();
    const id = this.selection().item;
    const item = id && project && !this.isDrawing() ? project.items[id] : null;
    const resolved = item?.kind === 'curve' ? resolveRecipe(item.recipe) : null;
    const curve = resolved?.ok ? resolved.value.curve : this.curve();
    return curve ? automaticScale(curvatureProfile(curve, { normal: this.normal() }), 0.13 * sizeOf(curve)) : 1;
  });

  /** Height of the comb in mm for each 1/mm. */
  readonly combScale = computed(() => this.view().comb.scale ?? this.automatic());

  readonly comb = computed(() => {
    const { shown, teeth } = this.view().comb;
    const curve = this.curve();
    const profile = this.profile();
    if (!shown || !curve || !profile || !(profile.length > 0)) return null;
    return { profile, comb: curvatureComb(curve, profile, teeth, this.combScale()) };
  });

  readonly reading = computed((): CursorReading | null => {
    const s = this.cursor();
    const curve = this.curve();
    const measured = this.measured();
    if (s === null || !curve || !measured) return null;
    const u = parameterAt(measured, Math.min(measured.total, Math.max(0, s)));
    return { s, at: evaluate(curve, u), kappa: curvatureAt(curve, u, this.normal()).kappa };
  });

  constructor() {
    inject(Actions)
      .pipe(ofType(benchActions.opened), takeUntilDestroyed())
      .subscribe(({ id }) => void this.takeToolAgain(id));
  }

  /** Puts the shared cursor at a parameter of the read curve. */
  pointAt(u: number | null): void {
    const measured = this.measured();
    this.cursor.set(u === null || !measured ? null : lengthAt(measured, u));
  }

  feed(input: ToolInput): void {
    this.follow(step(this.tool(), input, this.context()));
  }

  takeUp(tool: ToolState['tool']): void {
    this.follow(takeUp(this.tool(), tool, this.context()));
  }

  do(order: Order): void {
    this.store.dispatch(benchActions.ordered({ order, stamp: newStamp() }));
  }

  select(selection: Selection): void {
    this.store.dispatch(benchActions.selected({ selection }));
  }

  undo(): void {
    this.feed({ type: 'settle' });
    const tool = this.tool();
    // Inside a drawing the last step is the last point.
    if (tool.tool === 'draw' && tool.points.length > 0) this.feed({ type: 'key', key: 'Backspace' });
    else this.store.dispatch(benchActions.undone({ stamp: newStamp() }));
  }

  redo(): void {
    this.store.dispatch(benchActions.redone({ stamp: newStamp() }));
  }

  /** Whether a point is selected, so that keys can move it. */
  hasPlace(): boolean {
    return this.context().place !== null;
  }

  /** Takes back, or does again, so many steps. */
  walk(way: 'undo' | 'redo', count: number): void {
    const stamps = Array.from({ length: count }, newStamp);
    this.store.dispatch(benchActions.walked({ way, stamps }));
  }

  private follow({ state, order, select }: Transition): void {
    this.tool.set(state);
    this.keepTool(state);
    if (order) this.do(order);
    if (select && (select.item !== this.selection().item || select.point !== this.selection().point)) {
      this.select(select);
    }
  }

  /** The tool in hand outlives a reload, with what it has placed. */
  private keepTool(state: ToolState): void {
    const id = this.project() && this.id();
    const points = state.tool === 'draw' ? state.points : NO_POINTS;
    const same = state.tool === this.keptTool.tool && points === this.keptTool.points;
    if (!id || same) return;
    this.keptTool = { tool: state.tool, points };
    // Storage that fails is said when a change of the drawing is to be stored.
    void this.waiting.keepTool(id, state.tool === 'bend' ? null : { tool: state.tool, points }).catch(() => undefined);
  }

  private async takeToolAgain(id: Id): Promise<void> {
    const at = await this.waiting.takeTool(id).catch(() => null);
    if (!at || this.id() !== id || this.tool() !== idle) return;
    this.keptTool = at;
    this.tool.set(at.tool === 'draw' ? { ...startDrawing, points: at.points } : startInserting);
  }

  private context(): ToolContext {
    const project = this.project();
    const selection = this.selection();
    const item = selection.item && project ? project.items[selection.item] : null;
    const place =
      item?.kind === 'point' ? item.at : (item?.recipe.points.find(({ id }) => id === selection.point)?.at ?? null);
    return {
      selection,
      place,
      removable: item?.kind === 'curve' && item.recipe.kind === 'fit' && selection.point !== null,
      layer: item?.layer ?? project?.layerOrder[0] ?? 'sheet',
      plane: FRONT_ID,
      newId,
    };
  }

  private recipeOf(id: Id): Recipe | null {
    const item = this.project()?.items[id];
    return item?.kind === 'curve' ? item.recipe : null;
  }

  private planeOf(id: Id | null): Plane {
    return this.project()?.planes[id ?? FRONT_ID] ?? FRONT;
  }
}

/** Diagonal of the box around a curve's control points, in mm. */
function sizeOf(curve: Curve): number {
  const points = controlPointsOf(curve);
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  points.forEach((value, i) => {
    low[i % 3] = Math.min(low[i % 3], value);
    high[i % 3] = Math.max(high[i % 3], value);
  });
  return Math.hypot(...high.map((value, c) => value - low[c]));
}
