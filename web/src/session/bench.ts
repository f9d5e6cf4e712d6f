import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
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
import {
  FRONT_ID,
  type Id,
  isLossy,
  isShown,
  itemsOf,
  type Order,
  plainItem,
  plainRecipe,
  type Recipe,
  Refusal,
  resolveRecipe,
  sameSelection,
  type Selection,
} from '@pencil-bend/document';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { PriceDesk } from './lossyPreview';
import { gridOf } from '../view/grid';
import { type Drawn, drawnOf } from '../view/shownItem';
import { benchActions, viewActions } from '../state/actions';
import { LOOKED_ONLY } from '../state/drawing';
import { newId, newStamp } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectHistory, selectLook, selectProject, selectSelection, selectView } from '../state/selectors';
import { idle } from '../tools/select/select';
import { UNIT } from '../ui/length';
import { hasPlaced, placesOf } from '../tools/placesOf';
import type { Options } from '../tools/place/placingTool';
import { meaningOf } from '../tools/place/place';
import { readPlace } from '../tools/place/typedPlace';
import { preview, prompt, step, takeUp, type ToolName, toolNameOf } from '../tools/table';
import {
  type KeyInput,
  type Prompt,
  type ToolContext,
  type ToolInput,
  type ToolState,
  type Transition,
} from '../tools/contract';
import { edited, familyOf, movedItem, placeOf } from './linkedItems';
import { Added } from './addedHandles';
import { ToolKeeper } from './toolStore';

/** What the prompt line says while a price is offered. */
const OFFERED: Prompt = {
  text: 'The price of this step is on the card, its result is drawn in dashes.',
  keys: [
    { key: 'Enter', does: 'applies it' },
    { key: 'Esc', does: 'leaves it' },
  ],
};
/** What it says while a stage is looked at. */
const LOOKED: Prompt = {
  text: 'A stage is shown as it was: click its curves to read them.',
  keys: [{ key: 'Esc', does: 'goes back to the drawing' }],
};
/** A soft drag reaches so many cells of the grid. */
const SOFT_CELLS = 8;
const MANY_KNOTS = 80;
const COARSE = { intervals: 2, tolerance: 0.05 } as const;
/** Before the sheet was looked at. */
const FIRST_CAMERA = { x: 0, y: 0, scale: 0.25 };

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
  private readonly look = this.store.selectSignal(selectLook);

  readonly desk = inject(PriceDesk);
  private readonly keeper = inject(ToolKeeper);
  private readonly id = this.store.selectSignal((state) => state.drawing.id);

  readonly tool = signal<ToolState>(idle);
  /** What was set of each tool, for when it is taken up again. */
  private readonly options = new Map<ToolName, Options>();
  /** What is typed as the next place; null while nothing is. */
  readonly typing = signal<string | null>(null);
  /** What is wrong with it. */
  readonly mistyped = linkedSignal<string | null, string | null>({ source: this.typing, computation: () => null });
  readonly takesPlaces = computed(() => ['lay', 'bezier'].includes(this.tool().tool));
  /** What a single number means that is typed now; null for the length from the last place. */
  readonly meaning = computed(() => meaningOf(this.tool(), this.pointer(), this.context()));
  /** Length along the read curve at the pointer, on the sheet or on the strip; null when it is elsewhere. */
  readonly cursor = signal<number | null>(null);
  /** The pointer's place on the sheet. */
  readonly pointer = signal<Vector3 | null>(null);

  /** Keys of the handles that the last step added, until the next edit of whatever kind. */
  private readonly adding = new Added(this.project);
  readonly added = this.adding.keys;
  /** Apart from its state, which changes with every move. */
  readonly toolName = computed(() => toolNameOf(this.tool()));

  readonly preview = computed(() => preview(this.tool(), this.context()));
  readonly prompt = computed(() =>
    this.look() ? LOOKED : this.desk.offer() ? OFFERED : prompt(this.tool(), this.context()),
  );

  /** The item in hand. */
  private readonly held = computed(() => this.preview().item);

  /** The item in hand, and all that are mirrors of what it is a mirror of. */
  private readonly family = computed(() => familyOf(this.project(), this.held()), { equal: (x, y) => x.join() === y.join() }); // prettier-ignore

  /** Every shown item but those in hand: the same array as long as a drag goes on. */
  readonly resting = computed((): readonly Drawn[] => {
    const project = this.project();
    const family = this.family();
    if (!project) return [];
    return itemsOf(project).flatMap(([id, item]) =>
      !family.includes(id) && isShown(project, item) ? drawnOf(id, plainItem(project, item), project) : [],
    );
  });

  /** The items in hand as they are this instant: the dragged one, and mirrors that follow it. */
  readonly inHand = computed((): readonly Drawn[] => {
    const project = this.project();
    const { item: id, recipe, movedTo } = this.preview();
    const item = id && project ? project.items[id] : null;
    if (!id || !item || !project) return [];
    const now = recipe ? edited(project, id, recipe) : project;
    return this.family().flatMap((each) => {
      if (!isShown(project, project.items[each]) && each !== id) return [];
      const plain = plainItem(now, now.items[each]);
      if (plain.kind !== 'curve') return drawnOf(each, movedTo ? movedItem(plain, movedTo) : plain, project);
      const drawn = drawnOf(each, plain, project);
      // While a dragged point lies on its neighbour there is no curve through them: the last one stays.
      return drawn.curve ? drawn : { ...drawnOf(each, plainItem(project, project.items[each]), project), item: plain };
    });
  });

  /** Every shown item as it is now, a drag included. */
  readonly drawn = computed((): readonly Drawn[] => {
    const inHand = this.inHand();
    return inHand.length > 0 ? [...this.resting(), ...inHand] : this.resting();
  });

  /** A tool is in hand that draws, cuts or carries. */
  readonly isDrawing = computed(() => !['bend', 'insert'].includes(this.toolName()));

  /** What is being drawn, as curves. */
  readonly drawings = computed((): readonly { readonly curve: Curve; readonly colour?: string }[] =>
    this.preview().shown.flatMap((shape) => {
      const resolved = 'recipe' in shape ? resolveRecipe(shape.recipe) : null;
      return resolved?.ok ? { curve: resolved.value.curve, ...(shape.colour !== undefined && { colour: shape.colour }) } : []; // prettier-ignore
    }),
  );

  /** The curve being drawn, whose comb is shown. */
  readonly drawing = computed((): Curve | null => this.drawings()[0]?.curve ?? null);

  readonly selected = computed(() => this.drawn().find(({ id }) => id === this.selection().items[0]) ?? null);

  /** The curve whose comb and graph are shown: the one being drawn, else the selected one. */
  readonly curve = computed(() => (this.isDrawing() ? this.drawing() : (this.selected()?.curve ?? null)));

  /** The selected curve as it is kept, whatever a drag does. */
  readonly restingCurve = computed((): Curve | null => {
    const [item] = this.selection().items;
    const kept = item ? this.recipeOf(item) : null;
    const resolved = kept && resolveRecipe(kept);
    return resolved?.ok ? resolved.value.curve : null;
  });

  /** Distance of the grid in mm: that of the sheet, or what the zoom suggests. */
  readonly grid = computed(() => {
    return gridOf(this.project(), this.view().camera ?? FIRST_CAMERA);
  });

  /** How far a soft drag reaches unless told otherwise, in mm. */
  readonly softReach = computed(() => SOFT_CELLS * this.grid());

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
    if (!curve) return null;
    // A long curve is read more coarsely while it is dragged, so that it follows the pointer.
    const coarse = this.held() !== null && curve.knots.length > MANY_KNOTS;
    return curvatureProfile(curve, { normal: this.normal(), ...(coarse && COARSE) });
  });

  private readonly measured = computed((): ArcLength | null => {
    const curve = this.curve();
    return curve && arcLength(curve);
  });

  /** The kept curve gives the automatic scale, so that the comb does not rescale under a drag. */
  private readonly automatic = computed(() => {
    const project = this.project();
    const id = this.selection().items[0];
    const recipe = id && project && !this.isDrawing() ? this.recipeOf(id) : null;
    const resolved = recipe ? resolveRecipe(recipe) : null;
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
    const u = this.cursorParameter() ?? 0;
    return { s, at: evaluate(curve, u), kappa: curvatureAt(curve, u, this.normal()).kappa };
  });

  constructor() {
    inject(Actions)
      .pipe(ofType(benchActions.opened), takeUntilDestroyed())
      .subscribe(({ id }) => void this.takeToolAgain(id));
  }

  /** The parameter at the shared cursor; null when it is elsewhere. */
  readonly cursorParameter = computed((): number | null => {
    const s = this.cursor();
    const measured = this.measured();
    return s === null || !measured ? null : parameterAt(measured, Math.min(measured.total, Math.max(0, s)));
  });

  /** Puts the shared cursor at a parameter of the read curve. */
  pointAt(u: number | null): void {
    // While there is no cursor nothing is measured for it.
    const measured = u === null ? null : this.measured();
    this.cursor.set(u === null || !measured ? null : lengthAt(measured, u));
  }

  feed(input: ToolInput): void {
    this.attempt(() => this.follow(step(this.tool(), input, this.context())));
  }

  /** Does something that may turn out impossible; what was refused is said, and nothing changes. */
  attempt(deed: () => void): void {
    try {
      deed();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.store.dispatch(benchActions.noticeGiven({ words: error.message }));
    }
  }

  /** A key for whatever is in hand: a price that is offered comes before the tool. */
  key(key: KeyInput['key']): void {
    const offered = this.desk.offer() !== null;
    if (key === 'Escape' && this.look()) return this.store.dispatch(benchActions.stageLeft());
    if (key === 'Enter' && offered) this.desk.apply();
    else if (key === 'Escape' && (offered || this.desk.busy() !== null)) this.desk.leave();
    else this.feed({ type: 'key', key });
  }

  takeUp(tool: ToolName): void {
    if (tool !== 'bend' && this.isOnlyLooked()) return;
    this.follow(takeUp(this.tool(), tool, this.context(), this.options.get(tool)));
  }

  /** Sets something of the tool in hand; it is remembered for the next time. */
  setOption(name: string, value: number | string | boolean): void {
    const tool = this.toolName();
    this.options.set(tool, { ...this.options.get(tool), [name]: value });
    this.feed({ type: 'option', name, value });
  }

  /** Does an order; where it would change the shape by an unknown amount, its price is asked first. */
  do(order: Order): void {
    if (this.isOnlyLooked()) return;
    if (isLossy(order.command)) return this.desk.ask(order);
    const item = 'item' in order.args ? order.args.item : null;
    const recipe = () => (item === null ? null : this.recipeOf(item));
    this.adding.during(order.command, recipe, () =>
      this.store.dispatch(benchActions.ordered({ order, stamp: newStamp() })),
    );
  }

  select(selection: Selection): void {
    this.store.dispatch(benchActions.selected({ selection }));
  }

  /** Gives the place that was typed; where something is wrong with it, that is said and nothing was given. */
  typePlace(text: string): void {
    const read = readPlace(text, {
      unit: UNIT[this.project()?.units ?? 'mm'],
      plane: this.planeOf(null),
      last: placesOf(this.tool()).at(-1) ?? null,
      pointer: this.pointer(),
      meaning: this.meaning(),
    });
    if (!read.ok) return this.mistyped.set(read.why);
    this.typing.set(null);
    this.feed({ type: 'typed', at: read.at, ...(read.value !== undefined && { value: read.value }) });
  }

  /** Something was given to the tool in hand that Backspace takes back. */
  readonly hasPlaced = computed(() => hasPlaced(this.tool()));

  undo(): void {
    this.feed({ type: 'settle' });
    // Inside a drawing the last step is the last place.
    if (this.hasPlaced()) this.feed({ type: 'key', key: 'Backspace' });
    else this.store.dispatch(benchActions.undone({ stamp: newStamp() }));
  }

  redo(): void {
    const tool = this.tool();
    if ('takenBack' in tool && (tool.takenBack?.length ?? 0) > 0) return this.feed({ type: 'again' });
    this.store.dispatch(benchActions.redone({ stamp: newStamp() }));
  }

  /** Whether something is selected that keys can move. */
  hasPlace(): boolean {
    return this.selection().handles.length > 0 || this.context().place !== null;
  }

  /** Takes back, or does again, so many steps. */
  walk(way: 'undo' | 'redo', count: number): void {
    const stamps = Array.from({ length: count }, newStamp);
    this.store.dispatch(benchActions.walked({ way, stamps }));
  }

  /** Whether a stage is shown, which nothing changes; that is said. */
  private isOnlyLooked(): boolean {
    if (!this.look()) return false;
    this.store.dispatch(benchActions.noticeGiven({ words: LOOKED_ONLY }));
    return true;
  }

  private follow({ state: next, order, select, picture, why }: Transition): void {
    // A drag of what is only looked at ends where it begins.
    const drags = next.tool === 'bend' && (next.drag?.moving || next.framing || next.slide);
    const state = drags && this.isOnlyLooked() ? idle : next;
    this.tool.set(state);
    const id = this.project() && this.id();
    if (id) this.keeper.keep(id, state);
    if (order) this.do(order);
    if (picture) this.store.dispatch(viewActions.pictureLaid({ picture }));
    if (select && !sameSelection(select, this.selection())) this.select(select);
    if (why !== undefined) this.store.dispatch(benchActions.noticeGiven({ words: why }));
  }

  private async takeToolAgain(id: Id): Promise<void> {
    const state = await this.keeper.take(id);
    if (state && this.id() === id && this.tool() === idle) this.tool.set(state);
  }

  readonly context = (): ToolContext => {
    const project = this.project();
    const selection = this.selection();
    const item = selection.items[0] && project ? project.items[selection.items[0]] : null;
    return {
      selection,
      project,
      picture: this.picture(),
      place: item ? placeOf(item) : null,
      recipeOf: (id) => this.recipeOf(id),
      tolerance: project?.tolerance ?? 0.01,
      normal: normalOf(this.planeOf(item?.plane ?? null)),
      layer: this.layerInHand(),
      plane: FRONT_ID,
      newId,
    };
  };

  /** Pictures that lie on the sheet; the one that was chosen, else the newest, is in hand. */
  readonly pictures = computed(() => this.view().pictures.filter(({ removed }) => !removed));
  readonly chosenPicture = signal<Id | null>(null);
  readonly picture = computed(() => {
    const all = this.pictures();
    return all.find(({ id }) => id === this.chosenPicture()) ?? all.at(-1) ?? null;
  });

  /** The layer that was chosen in the list; null for that of the selection. */
  readonly chosenLayer = signal<Id | null>(null);

  /** The layer that is drawn on: the chosen one, else that of the selection, else the first that takes drawings. */
  readonly layerInHand = computed((): Id => {
    const project = this.project();
    if (!project) return 'sheet';
    const [item] = this.selection().items;
    const takes = (id: Id | null | undefined): id is Id => {
      const layer = id ? project.layers[id] : undefined;
      return layer !== undefined && !layer.locked && !layer.reference && layer.visible;
    };
    const wanted = [this.chosenLayer(), item && project.items[item]?.layer, ...project.layerOrder];
    return wanted.find(takes) ?? project.layerOrder[0];
  });

  /** The recipe that a curve's shape comes from, whether its own or that of the curve it mirrors. */
  recipeOf(id: Id): Recipe | null {
    const project = this.project();
    const item = project?.items[id];
    return project && item?.kind === 'curve' ? plainRecipe(project, item) : null;
  }

  /** The name of the curve that this one is the mirror of; null for a curve of its own. */
  originalOf(id: Id): string | null {
    const project = this.project();
    const item = project?.items[id];
    return project && item?.kind === 'curve' && item.recipe.kind === 'mirror'
      ? project.items[item.recipe.of].name
      : null;
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
