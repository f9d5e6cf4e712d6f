import {
  add,
  closestPoint,
  derivatives,
  dot,
  evaluate,
  rounded,
  scale,
  subtract,
  type Vector3,
  withCoordinate,
} from '@pencil-bend/core';
import {
  type Id,
  type CommandCall,
  sideAt,
  tangentAt,
  keyOf,
  pointOf,
  pointsOf,
  sameHandle,
  NOTHING,
  type Selection,
  clicked,
  selectionOf,
  toggled,
  withGroup,
  handlesByItem,
  handlesOn,
  type ItemHandles,
  selectedHandles,
  withHandles,
  anchorOf,
  type Handle,
} from '@pencil-bend/document';
import {
  ACCEPTS_NOTHING,
  type Carried,
  type LocatedHandle,
  type Hit,
  near,
  NO_PREVIEW,
  type PointerInput,
  type Preview,
  type SlideInput,
  type Tool,
  type ToolContext,
  type ToolInput,
  type Transition,
} from '../contract';
import { legOf } from './dragConstraint';
import { lockOf } from './lock';
import { framed, frameAroundItems, frameDragged, frameOf, framePartAt } from './frame';

import { type Area, grown, handlesIn, itemsIn, outlineOf } from './area';
import { type Drag, callOf, slid } from './drag';
import { type ItemPoints, pointsAmong, together } from './together';
import { prompt } from './prompt';
import { idle, type SelectState, hoverOf } from './state';
import { insertion, insertionOnLeg, removal } from './edits';

/** The share of the reach that the pointer must go before a press becomes a drag. */
const DRAG_STARTS = 0.35;

type Step = Transition<SelectState> & { readonly state: SelectState };

function step(state: SelectState, input: ToolInput, context: ToolContext): Step {
  switch (input.type) {
    case 'key':
      return key(state, input.key, context);
    case 'nudge':
      return nudge(state, input.by, input.located, context);
    case 'settle':
      return settle(state, context);
    case 'leave':
      return { state: over(state, []) };
    case 'take':
      return { state: { ...state, taking: input.what } };
    case 'stack':
      return { state: { ...state, stack: state.stack + 1 } };
    case 'drag-settings': {
      const { type: _type, ...settings } = input;
      return { state: { ...state, ...settings } };
    }
    case 'slide':
      return slide(state, input, context);
    case 'typed':
    case 'again':
    case 'option':
    case 'order-of-places':
      return { state };
    case 'press': {
      const left = settle(state, context);
      return { ...left, ...press({ ...state, drag: null, area: null }, input, context) };
    }
    case 'move':
      return { state: move(state, input) };
    case 'release':
      return release(state, input, context);
    case 'double': {
      const [first] = input.hits;
      if (first?.kind === 'handle' && first.located.handle.kind === 'leg')
        return { state, ...insertionOnLeg(first, context) };
      const hit = input.hits.find(({ kind }) => kind === 'curve');
      const onSelected = hit?.kind === 'curve' && hit.item === context.selection.items[0];
      return onSelected ? { state, ...insertion(hit.item, hit.u, context) } : { state };
    }
  }
}

function press(
  state: SelectState,
  { hits, at, reach, shift = false, lasso = false }: PointerInput,
  context: ToolContext,
) {
  const hit = hoverOf(over(state, hits));
  if (state.taking !== null) return take(state, hit, context);
  const frame = frameOf(context.project, context.selection, context.view);
  const isFixed = context.selection.items.some((id) => lockOf(context.project, id) !== null);
  const part = frame && !isFixed ? framePartAt(frame, at, reach) : null;
  if (frame && part !== null) return { state: { ...state, framing: { part, frame, from: at, to: at } } };
  if (!hit) return { state: { ...state, area: { kind: lasso ? 'lasso' : 'box', path: [at], adds: shift } as Area } };
  const { item } = hit;
  if (shift && hit.kind !== 'handle' && context.selection.items.length > 0) {
    return { state, select: toggled(context.project, context.selection, item) };
  }
  const isLocked = lockOf(context.project, item) !== null;
  if (hit.kind === 'curve' || hit.kind === 'pointSet') {
    const select = clicked(context.project, context.selection, item);
    const its =
      !isLocked && isAlone(item, context.selection) ? frameAroundItems(context.project, [item], context.view) : null;
    // The selected curve or set is taken up where it was pressed, and moves as a whole.
    return its
      ? { state: { ...state, framing: { part: 'all' as const, frame: its, from: hit.at, to: hit.at } }, select }
      : { state, select };
  }
  const drag = { item, pressedAt: at, by: [0, 0, 0] as Vector3, moving: false, byKeys: false, shift };
  if (hit.kind === 'point' || hit.kind === 'guide') {
    const found = context.project?.items[item];
    const guide = found?.kind === 'guide' ? found.guide : null;
    const from = guide === null ? hit.at : guide.kind === 'line' ? guide.at : guide.centre;
    const select = withGroup(context.project, item);
    return isLocked
      ? { state, select }
      : { state: { ...state, drag: { ...drag, located: null, points: [], from, ...(guide && { guide }) } }, select };
  }
  const { located } = hit;
  const { selection } = context;
  const handles = selectedHandles(selection, item);
  const among = handles.some((each) => sameHandle(each, located.handle));
  const others = handlesByItem(selection).filter((each) => each.item !== item);
  if (shift && pointOf(located.handle) !== null) {
    const rest = handles.filter((each) => !sameHandle(each, located.handle) && pointOf(each) !== null);
    const now = among ? rest : [...rest, located.handle];
    const items = selection.items.includes(item) ? selection.items : [item];
    return { state, select: withHandles(items, [{ item, handles: now }, ...others]) };
  }
  // One of several that are selected takes the others along, those of other curves too.
  const select = among
    ? withHandles(selection.items, [{ item, handles }, ...others])
    : handlesOn(item, [located.handle]);
  const points = pointsAmong(select.handles);
  const beside = besideIn(select);
  const { handle } = located;
  const about = rootOf(handle, item, context);
  // What lies on a locked layer is selected, to be read, and stays where it is.
  return isLocked
    ? { state, select }
    : {
        state: { ...state, drag: { ...drag, located, points, beside, from: located.at, ...(about && { about }) } },
        select,
      };
}

/** The selected points of all items but the first. */
const besideIn = ({ beside }: Selection): readonly ItemPoints[] =>
  beside.map(({ item, handles }) => ({ item, points: pointsAmong(handles) }));

const isAlone = (item: Id, { items }: Selection): boolean => items.length === 1 && items[0] === item;

/** The place that a tangent turns about. */
function rootOf(handle: Handle, item: Id, { recipeOf }: ToolContext): Vector3 | null {
  const recipe = recipeOf(item);
  const points = recipe && pointsOf(recipe);
  if (!points) return null;
  if (handle.kind === 'on-tangent') return evaluate(points.curve, handle.u);
  return (handle.kind === 'tangent' && points.places.get(handle.id)) || null;
}

/** Handles that only slide along their curve, or weigh, go nowhere that a snap could catch. */
const SLIDES: readonly string[] = ['knot', 'seam', 'weight', 'freedom'];

function carriedBy({ drag, framing }: SelectState): Carried | null {
  if (framing) return framing.part === 'knob' ? null : { offset: [0, 0, 0], from: framing.from, about: null };
  if (!drag?.moving || drag.byKeys || SLIDES.includes(drag.located?.handle.kind ?? '')) return null;
  return { offset: subtract(drag.from, drag.pressedAt), from: drag.from, about: drag.about ?? null };
}

function move(state: SelectState, { at, hits, reach, shift = false, caught = null }: PointerInput): SelectState {
  const { drag, area, framing } = state;
  if (framing) return { ...state, framing: { ...framing, to: at } };
  if (area) return { ...state, area: grown(area, at) };
  if (!drag || drag.byKeys) {
    return over(state, hits);
  }
  const moving = drag.moving || !near(at, drag.pressedAt, reach * DRAG_STARTS);
  return { ...state, drag: { ...drag, by: moving ? subtract(at, drag.pressedAt) : [0, 0, 0], moving, shift, caught } };
}

/** The pointer over other things; as long as they are the same ones, what was stepped to stays. */
function over(state: SelectState, hits: readonly Hit[]): SelectState {
  const same = keysOf(hits) === keysOf(state.under);
  if (same && hits.length === 0) return state;
  return { ...state, under: hits, stack: same ? state.stack : 0 };
}

const keysOf = (hits: readonly Hit[]): string =>
  hits.map((hit) => (hit.kind === 'handle' ? keyOf(hit.located.handle) : `${hit.kind} ${hit.item}`)).join();

function release(
  state: SelectState,
  { at, reach, shift = false, caught = null }: PointerInput,
  context: ToolContext,
): Step {
  const { drag, area, framing } = state;
  if (framing) {
    const call = near(at, framing.from, reach * DRAG_STARTS)
      ? null
      : framed({ ...framing, to: at }, context.selection.items);
    return { state: { ...state, framing: null }, ...(call && { call }) };
  }
  if (area) {
    const ended: SelectState = { ...state, area: null };
    if (near(at, area.path[0], reach * DRAG_STARTS)) return { state: ended, ...(!area.adds && { select: NOTHING }) };
    return { state: ended, select: inArea(grown(area, at), context) };
  }
  if (!drag || drag.byKeys) return { state };
  const released: SelectState = { ...state, drag: null };
  if (!drag.moving) return { state: released };
  return left(released, { ...drag, by: subtract(at, drag.pressedAt), shift, caught }, context);
}

/**
 * What an outline selects: the points in it of the selected curves; where there are none, and with no single curve in
 * hand, the items in it as a whole.
 */
function inArea(area: Area, { selection, recipeOf, project, view }: ToolContext): Selection {
  const { items } = selection;
  const found = items.flatMap((item): ItemHandles[] => {
    const recipe = recipeOf(item);
    const inside = recipe ? handlesIn(area, recipe, view) : [];
    const old = area.adds ? selectedHandles(selection, item) : [];
    return [{ item, handles: [...old.filter((each) => !inside.some((other) => sameHandle(each, other))), ...inside] }];
  });
  if (items.length === 1 || found.some(({ handles }) => handles.length > 0)) return withHandles(items, found);
  const whole = itemsIn(area, project, view);
  return selectionOf(area.adds ? [...new Set([...items, ...whole])] : whole);
}

/** A drag that ended: its command, with the handle still selected where it has gone. */
function left(state: SelectState, drag: Drag, context: ToolContext): Step {
  const call = callOf(drag, state, context);
  if (!call) return { state };
  return { state, call, ...followed(call, drag.item) };
}

/** A knot is named by its parameter: the selection goes along with it. Of an end that was joined the joint is in hand. */
function followed(call: CommandCall, item: Id): { select?: Selection } {
  if (call.command === 'moveKnot') return { select: handlesOn(item, [{ kind: 'knot', u: call.args.to }]) };
  if (call.command === 'joinEnd') return { select: handlesOn(item, [{ kind: 'joint', end: call.args.end }]) };
  return {};
}

/** Moves the handles in hand by keys; what holds them by the pointer goes first. */
function nudge(
  state: SelectState,
  by: Vector3,
  located: LocatedHandle | null,
  { selection, project }: ToolContext,
): Step {
  const {
    items: [item],
    handles,
  } = selection;
  const { drag } = state;
  const from = drag?.from ?? located?.at ?? (item && project ? anchorOf(project.items[item]) : null);
  if (!item || !from || (drag && !drag.byKeys)) return { state };
  const locked = lockOf(project, item);
  if (locked) return { state, why: locked };
  const before = drag?.by ?? [0, 0, 0];
  const points = pointsAmong(handles);
  const beside = besideIn(selection);
  const moved: Drag = {
    ...(drag ?? { item, located, points, beside, from, pressedAt: from, moving: true, byKeys: true, shift: false }),
    // Steps of the grid add up to round numbers.
    by: rounded(add(before, by), 9),
  };
  return { state: { ...state, drag: moved } };
}

/** Leaves what keys have moved where it is. */
function settle(state: SelectState, context: ToolContext): Step {
  const { drag } = state;
  return drag?.byKeys ? left({ ...state, drag: null }, drag, context) : { state };
}

function slide(state: SelectState, input: SlideInput, context: ToolContext): Step {
  if (input.ends === 'not yet') return { state: { ...state, slide: input } };
  if (input.ends === 'back') return { state: { ...state, slide: null } };
  const recipe = context.recipeOf(input.item);
  const call = recipe && slid(input.item, input.u, input.to, recipe);
  const ended: SelectState = { ...state, slide: null };
  return call ? { state: ended, call, ...followed(call, input.item) } : { state: ended };
}

/** The selected points take a coordinate, or the direction of their tangent, from what lies under the pointer. */
function take(state: SelectState, hit: Hit | null, context: ToolContext): Step {
  const { taking } = state;
  const {
    items: [item],
    handles,
  } = context.selection;
  const recipe = item ? context.recipeOf(item) : null;
  const ended: SelectState = { ...state, taking: null };
  if (!hit || !item || !recipe || taking === null) return { state: ended };
  if (taking === 'direction') {
    const [handle] = handles;
    const direction = directionAt(hit, context);
    if (!direction || (handle?.kind !== 'fit' && handle?.kind !== 'tangent')) return { state: ended };
    const side = sideAt(recipe, handle.id, handle.kind === 'tangent' ? handle.side : 1);
    const same = dot(direction, tangentAt(recipe, handle.id, side).direction) >= 0;
    const tangent = { direction: scale(direction, same ? 1 : -1) };
    return {
      state: ended,
      call: { command: 'setTangent', args: { item, point: handle.id, tangent, ...(side && { side }) } },
    };
  }
  const value = (hit.kind === 'handle' ? hit.located.at : hit.at)[taking];
  const args = together(
    handlesByItem(context.selection).flatMap((each) => {
      const its = context.recipeOf(each.item);
      const places = its && pointsOf(its)?.places;
      const moves = pointsAmong(each.handles).flatMap((point) => {
        const at = places?.get(point);
        return at ? [{ point, to: withCoordinate(at, taking, value) }] : [];
      });
      return moves.length > 0 ? [{ item: each.item, moves }] : [];
    }),
  );
  return args ? { state: ended, call: { command: 'movePoints', args } } : { state: ended };
}

/** The direction of a leg, or of a curve where it was picked. */
function directionAt(hit: Hit, { recipeOf }: ToolContext): Vector3 | null {
  const recipe = recipeOf(hit.item);
  if (!recipe) return null;
  if (hit.kind === 'handle' && hit.located.handle.kind === 'leg') {
    const [from, to] = legOf(recipe, hit.located.handle.index);
    return subtract(to, from);
  }
  const curve = pointsOf(recipe)?.curve;
  if (!curve) return null;
  const u = hit.kind === 'curve' ? hit.u : closestPoint(curve, hit.kind === 'handle' ? hit.located.at : hit.at).u;
  const d = derivatives(curve, u, 1);
  return d[3] === 0 && d[4] === 0 && d[5] === 0 ? null : [d[3], d[4], d[5]];
}

/** What a drag shows: what its command would do. */
function preview(state: SelectState, context: ToolContext): Preview {
  const { drag, area, framing } = state;
  const hit = hoverOf(state);
  const resting: Preview = {
    ...NO_PREVIEW,
    hover: hit?.item ?? null,
    hoverHandle: drag?.located?.handle ?? (hit?.kind === 'handle' ? hit.located.handle : null),
    frame: framing
      ? context.selection.items.length > 1
        ? frameDragged(framing)
        : null
      : frameOf(context.project, context.selection, context.view),
    dragged: drag && { from: drag.from, to: add(drag.from, drag.by) },
  };
  if (area) return { ...resting, area: outlineOf(area, context.view) };
  return { ...resting, call: callNow(state, framing && framed(framing, context.selection.items), context) };
}

function callNow(
  { drag, slide: sliding, ...settings }: SelectState,
  carried: CommandCall | null,
  context: ToolContext,
): CommandCall | null {
  if (carried) return carried;
  if (drag?.moving) return callOf(drag, settings, context);
  const recipe = sliding && context.recipeOf(sliding.item);
  return sliding && recipe ? slid(sliding.item, sliding.u, sliding.to, recipe) : null;
}

function key(state: SelectState, pressed: string, context: ToolContext): Step {
  const {
    items: [item],
    handles,
  } = context.selection;
  if (pressed === 'Escape') {
    if (state.drag || state.area || state.slide || state.framing) {
      return { state: { ...state, drag: null, area: null, slide: null, framing: null } };
    }
    if (state.taking !== null) return { state: { ...state, taking: null } };
    if (state.along !== 'free' || state.soft !== null) return { state: { ...state, along: 'free', soft: null } };
    return { state, select: handles.length > 0 ? selectionOf(context.selection.items) : NOTHING };
  }
  if (pressed !== 'Delete' || !item || state.drag) return { state };
  if (handles.length === 0) {
    const items = context.selection.items;
    const call: CommandCall =
      items.length > 1 ? { command: 'deleteItems', args: { items } } : { command: 'deleteItem', args: { item } };
    return { state: { ...state, under: [] }, call, select: NOTHING };
  }
  const call = removal(context.selection, context);
  return call ? { state, call } : { state };
}

const isBusy = ({ drag, area, framing, slide: sliding }: SelectState): boolean =>
  drag !== null || area !== null || framing !== null || sliding !== null;

/** Selecting curves and dragging their handles: in hand whenever no other tool is. */
export const select: Tool<SelectState> = {
  reads: 'selection',
  start: () => idle,
  step,
  leave: (state, context) => {
    const { state: _state, ...effects } = settle(state, context);
    return effects;
  },
  preview,
  prompt,
  accepts: (state) => ({
    ...ACCEPTS_NOTHING,
    // While a handle is dragged, what lies under the pointer does not matter.
    curves: !isBusy(state),
    drags: state,
    carries: carriedBy(state),
    picks: state.taking !== null,
  }),
  lasting: () => null,
};
