import { breaksOf, curvatureAt, closestPoint, type Vector3, type TangentConstraint } from '@pencil-bend/core';
import {
  type Axis,
  fitPointsOf,
  handlesOn,
  isClosed,
  type CommandCall,
  pointOf,
  pointsOf,
  type Recipe,
  tangentAt,
  sideAt,
  type Side,
  type Id,
  heldTangent,
} from '@pencil-bend/document';
import type { Editing } from '../session/editing';
import type { LossyPreview } from '../session/lossyPreview';
import type { Readings } from '../session/readings';
import type { Snaps } from '../session/snaps';
import type { StageView } from '../session/stageView';
import type { StepHistory } from '../session/stepHistory';
import type { Target } from '../session/target';
import type { ToolInHand } from '../session/toolInHand';
import type { ToolView } from '../session/toolView';
import { newId } from '../state/ids';
import type { DragConstraint, KeyInput, Taking } from '../tools/contract';
import { removal } from '../tools/select/edits';
import { type ToolName, TOOLS } from '../tools/table';
import { type SelectionAction, selectionActions } from './selectionActions';

/** What actions work on: the services of the bench, and what only its page can do. */
export interface Workbench {
  readonly editing: Editing;
  readonly hand: ToolInHand;
  readonly lossy: LossyPreview;
  readonly readings: Readings;
  readonly snaps: Snaps;
  readonly stages: StageView;
  readonly stepHistory: StepHistory;
  readonly target: Target;
  readonly toolView: ToolView;
  showAll(): void;
  toggleComb(): void;
  toggleHistory(): void;
  togglePalette(): void;
  toggleShortcuts(): void;
  holdSpace(): void;
  openMenu(): void;
}

/** Something that can be done by a key, from the context menu, or both. */
export interface BenchAction {
  /** As it stands on the shortcuts page: for whatever state it finds. */
  readonly label: string;
  /** The one thing that it would do now, for the menu. */
  readonly now?: (bench: Workbench) => string;
  readonly group: ActionGroup;
  /** What is pressed: 'Shift+D', 'Ctrl+Z', 'k', '?'. */
  readonly keys: readonly string[];
  /** Whether it is offered in the context menu now; left out, it never is. */
  readonly inMenu?: (bench: Workbench) => boolean;
  /** The browser knows the key; what it does is heard elsewhere. */
  readonly native?: true;
  /** It lasts as long as its key is down: nothing else can do it. */
  readonly whileHeld?: true;
  readonly does: (bench: Workbench) => void;
}

/** Groups of actions, as people read them. */
export const ACTION_GROUPS = {
  tools: 'Tools',
  point: 'Selected point',
  dragging: 'Dragging',
  knots: 'Knots',
  curve: 'Curve',
  drawing: 'Drawing',
  looking: 'Looking',
} as const;
export type ActionGroup = keyof typeof ACTION_GROUPS;

const recipeOf = ({ editing }: Workbench): Recipe | null => {
  const [item] = editing.selection().items;
  return item ? editing.recipeOf(item) : null;
};
const single = ({ editing }: Workbench) => {
  const { handles } = editing.selection();
  return handles.length === 1 ? handles[0] : null;
};
/** The selected fit point, or the one whose tangent is; at a kink with the side that is meant. */
const fitPoint = (bench: Workbench) => {
  const handle = single(bench);
  const recipe = recipeOf(bench);
  if (!recipe || (handle?.kind !== 'fit' && handle?.kind !== 'tangent')) return null;
  const point = fitPointsOf(recipe).find(({ id }) => id === handle.id);
  if (!point) return null;
  const side = sideAt(recipe, point.id, handle.kind === 'tangent' ? handle.side : 1);
  return { ...point, side, held: heldTangent(point, side ?? 'after'), now: () => tangentAt(recipe, point.id, side) };
};
/** The tangent of a fit point set on the side that is meant. */
const withTangent = ({ id, side }: { id: Id; side: Side | undefined }, tangent: TangentConstraint | null) =>
  ({ command: 'setTangent', args: { point: id, tangent, ...(side && { side }) } }) as const;
const hasCurve = (bench: Workbench) => recipeOf(bench) !== null;
const hasFit = (bench: Workbench) => fitPointsOf(recipeOf(bench) ?? NO_RECIPE).length > 0;
const NO_RECIPE = { kind: 'control', degree: 1, closing: 'open', knots: [], points: [] } as const;
const hasPoints = ({ editing }: Workbench) => editing.selection().handles.some((handle) => pointOf(handle) !== null);
const knotOf = (bench: Workbench) => {
  const handle = single(bench);
  return handle?.kind === 'knot' || handle?.kind === 'on' ? handle.u : null;
};

/** A command to the selected curve. */
const give =
  (callFor: (bench: Workbench) => { readonly command: CommandCall['command']; readonly args?: object } | null) =>
  (bench: Workbench): void => {
    const item = bench.editing.onlySelected();
    const given = item === null ? null : callFor(bench);
    if (given) bench.editing.do({ command: given.command, args: { item, ...given.args } } as CommandCall);
  };
const tool =
  (name: ToolName) =>
  ({ hand }: Workbench) =>
    hand.takeUp(name);

/** A key for whatever is in hand: a stage that is viewed and a price that is offered come before the tool. */
const press =
  (key: KeyInput['key']) =>
  ({ hand, lossy, snaps, stages }: Workbench): void => {
    // What was caught for the step that is left, or taken back, is let go with it.
    if (key !== 'Enter') snaps.letGo();
    const offered = lossy.offer() !== null;
    if (key === 'Escape' && stages.viewed()) stages.leave();
    else if (key === 'Enter' && offered) lossy.apply();
    else if (key === 'Escape' && (offered || lossy.busy() !== null)) lossy.leave();
    else hand.feed({ type: 'key', key });
  };

/** Does one of the things that can be done to what is selected, where it can. */
const selected =
  (kind: SelectionAction['kind']) =>
  ({ editing }: Workbench): void => {
    const action = selectionActions(editing.project(), editing.selection()).find((each) => each.kind === kind);
    if (action) editing.do(action.call);
  };

/** The first choice that the tool in hand offers is set to the next of its values. */
function nextChoice({ hand, toolView }: Workbench): void {
  const option = toolView.options().find(({ kind }) => kind === 'choice');
  if (option?.kind !== 'choice') return;
  const values = option.choices.map(({ value }) => value);
  hand.setOption(option.name, values[(values.indexOf(option.value) + 1) % values.length]);
}

/** A second press frees the drag again. */
const along =
  (constraint: DragConstraint) =>
  ({ hand, toolView }: Workbench): void => {
    const { drags } = toolView.accepts();
    if (drags) hand.feed({ type: 'drag-settings', along: drags.along === constraint ? 'free' : constraint });
  };

function softly({ hand, target, toolView }: Workbench): void {
  const { drags } = toolView.accepts();
  if (drags) hand.feed({ type: 'drag-settings', soft: drags.soft === null ? target.softReach() : null });
}

const take =
  (what: Taking) =>
  (bench: Workbench): void => {
    if (hasPoints(bench) || (what === 'direction' && fitPoint(bench))) bench.hand.feed({ type: 'take', what });
  };

const selectedPoints = ({ editing }: Workbench) =>
  editing.selection().handles.flatMap((handle) => pointOf(handle) ?? []);

function arePinned(bench: Workbench, axis: Axis): boolean {
  const recipe = recipeOf(bench);
  if (!recipe) return false;
  const all = [...recipe.points, ...fitPointsOf(recipe)];
  return selectedPoints(bench).every((id) => all.find((point) => point.id === id)?.pinned?.includes(axis));
}

const pin = (axis: Axis) =>
  give((bench) => {
    const points = selectedPoints(bench);
    if (points.length === 0 || !recipeOf(bench)) return null;
    return { command: 'pinPoints', args: { points, axis, pinned: !arePinned(bench, axis) } };
  });

/** What Delete takes out, or frees. */
function deletion({ editing }: Workbench): string {
  const { items, handles } = editing.selection();
  if (handles.length === 0) return items.length > 1 ? `Delete the ${items.length} selected` : 'Delete it';
  if (handles.length > 1) return `Take the ${handles.length} out`;
  return (
    { tangent: 'Free the tangent', weight: 'Make the weight 1', knot: 'Take the knot out', on: 'Take the knot out' }[
      handles[0].kind as string
    ] ?? 'Take the point out'
  );
}

const direct = (direction: readonly [number, number, number]) =>
  give((bench) => {
    const point = fitPoint(bench);
    if (!point) return null;
    const now = point.now().direction;
    const sign = now[0] * direction[0] + now[1] * direction[1] < 0 ? -1 : 1;
    return withTangent(point, { direction: direction.map((x) => sign * x + 0) as unknown as Vector3 });
  });

/** Every key that is bound and every line of the context menu: the shortcuts page and both are made from this table. */
export const BENCH_ACTIONS: readonly BenchAction[] = [
  ...TOOLS.filter(({ key }) => key !== null).map(({ name, label, key }): BenchAction => ({
    label,
    group: 'tools',
    keys: key === null ? [] : [key],
    ...(name === 'insert' && { inMenu: hasCurve }),
    does: tool(name),
  })),
  { label: 'All tools', group: 'tools', keys: ['/'], does: (bench) => bench.togglePalette() },
  {
    label: 'Next kind of leg or handle',
    group: 'tools',
    keys: [','],
    does: nextChoice,
  },
  {
    label: 'Snaps on, or off',
    group: 'tools',
    keys: [';'],
    does: ({ snaps }) => snaps.toggleAll(),
  },
  { label: 'Apply, take or end what is in hand', group: 'tools', keys: ['Enter'], does: press('Enter') },
  { label: 'Leave, or let go', group: 'tools', keys: ['Escape'], does: press('Escape') },
  { label: 'Take back the last point drawn', group: 'tools', keys: ['Backspace'], does: press('Backspace') },
  {
    label: 'Take it out, or delete the curve',
    now: deletion,
    group: 'tools',
    keys: ['Delete'],
    inMenu: ({ editing }) => {
      const selection = editing.selection();
      return (
        selection.items.length > 0 &&
        (selection.handles.length === 0 || removal(selection, (item) => editing.recipeOf(item)) !== null)
      );
    },
    does: press('Delete'),
  },

  {
    label: 'Kink, or smooth again',
    now: (bench) => (fitPoint(bench)?.kink ? 'Smooth it again' : 'Make it a kink'),
    group: 'point',
    keys: ['k'],
    inMenu: (bench) => single(bench)?.kind === 'fit',
    does: give((bench) => {
      const point = fitPoint(bench);
      return point && { command: 'setKink', args: { point: point.id, kink: !point.kink } };
    }),
  },
  {
    label: 'Hold the tangent, or free it',
    now: (bench) => (fitPoint(bench)?.held ? 'Free the tangent' : 'Hold the tangent'),
    group: 'point',
    keys: ['u'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: give((bench) => {
      const point = fitPoint(bench);
      if (!point) return null;
      if (point.held) return withTangent(point, null);
      const { direction, mm } = point.now();
      return withTangent(point, { direction, strength: { mm } });
    }),
  },
  {
    label: 'Tangent horizontal',
    group: 'point',
    keys: ['-'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: direct([1, 0, 0]),
  },
  {
    label: 'Tangent vertical',
    group: 'point',
    keys: ['|'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: direct([0, 1, 0]),
  },
  {
    label: 'Tangent as of another curve or leg …',
    group: 'point',
    keys: ['g'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: take('direction'),
  },
  {
    label: 'Hold the radius, or free it',
    now: (bench) => (fitPoint(bench)?.radius === undefined ? 'Hold the radius' : 'Free the radius'),
    group: 'point',
    keys: ['Shift+U'],
    inMenu: (bench) => single(bench)?.kind === 'fit' && recipeOf(bench)?.kind === 'fit',
    does: give((bench) => {
      const point = fitPoint(bench);
      const curve = recipeOf(bench) && pointsOf(recipeOf(bench) ?? NO_RECIPE)?.curve;
      if (!point || !curve) return null;
      const kappa = Math.abs(curvatureAt(curve, closestPoint(curve, point.at).u).kappa);
      const radius = point.radius === undefined && kappa > 1e-9 ? Number((1 / kappa).toPrecision(6)) : null;
      return { command: 'setRadius', args: { point: point.id, radius } };
    }),
  },
  {
    label: 'Weight 1 again',
    group: 'point',
    keys: ['w'],
    inMenu: (bench) => ['control', 'weight'].includes(single(bench)?.kind ?? ''),
    does: give((bench) => {
      const handle = single(bench);
      const mine = handle?.kind === 'control' || handle?.kind === 'weight';
      return mine ? { command: 'setWeights', args: { weights: [{ point: handle.id, weight: 1 }] } } : null;
    }),
  },
  {
    label: 'Add a control point in the middle of the leg',
    group: 'point',
    keys: ['Shift+Q'],
    inMenu: (bench) => single(bench)?.kind === 'leg',
    does: give((bench) => {
      const handle = single(bench);
      return handle?.kind === 'leg' ? { command: 'insertControlPoint', args: { leg: handle.index, share: 0.5 } } : null;
    }),
  },
  {
    label: 'Straight from the first to the last selected control point',
    group: 'point',
    keys: ['s'],
    inMenu: (bench) => bench.editing.selection().handles.filter(({ kind }) => kind === 'control').length > 1,
    does: give((bench) => {
      const points = bench.editing
        .selection()
        .handles.flatMap((handle) => (handle.kind === 'control' ? [handle.id] : []));
      return points.length > 0 ? { command: 'straighten', args: { points } } : null;
    }),
  },
  {
    label: 'Take x from another point …',
    group: 'point',
    keys: ['Shift+X'],
    inMenu: hasPoints,
    does: take(0),
  },
  {
    label: 'Take y from another point …',
    group: 'point',
    keys: ['Shift+Y'],
    inMenu: hasPoints,
    does: take(1),
  },
  {
    label: 'Take z from another point …',
    group: 'point',
    keys: ['Shift+Z'],
    inMenu: hasPoints,
    does: take(2),
  },
  {
    label: 'Pin x, or free it',
    now: (bench) => (arePinned(bench, 0) ? 'Free x' : 'Pin x'),
    group: 'point',
    keys: ['p'],
    inMenu: hasPoints,
    does: pin(0),
  },
  {
    label: 'Pin y, or free it',
    now: (bench) => (arePinned(bench, 1) ? 'Free y' : 'Pin y'),
    group: 'point',
    keys: ['Shift+P'],
    inMenu: hasPoints,
    does: pin(1),
  },
  {
    label: 'All points of the curve',
    group: 'point',
    keys: ['Ctrl+A'],
    inMenu: hasCurve,
    does: (bench) => {
      const [item] = bench.editing.selection().items;
      const points = pointsOf(recipeOf(bench) ?? NO_RECIPE);
      if (!item || !points) return;
      const kind = points.fit.length > 0 ? 'fit' : 'control';
      bench.editing.select(
        handlesOn(
          item,
          points[kind].map(({ id }) => ({ kind, id })),
        ),
      );
    },
  },

  { label: 'Along x', group: 'dragging', keys: ['x'], does: along('x') },
  { label: 'Along y', group: 'dragging', keys: ['y'], does: along('y') },
  { label: 'Along z', group: 'dragging', keys: ['z'], does: along('z') },
  { label: 'Along the polygon', group: 'dragging', keys: ['l'], does: along('legs') },
  { label: 'Along the normal', group: 'dragging', keys: ['n'], does: along('normal') },
  {
    label: 'Softly: neighbours follow',
    group: 'dragging',
    keys: ['f'],
    does: softly,
  },
  {
    label: 'The handle below this one',
    group: 'dragging',
    keys: ['.'],
    does: ({ hand }) => hand.feed({ type: 'stack' }),
  },

  {
    label: 'Add a knot here',
    group: 'knots',
    keys: ['q'],
    inMenu: (bench) => hasCurve(bench) && bench.readings.cursorParameter() !== null,
    does: give((bench) => {
      const u = bench.readings.cursorParameter();
      return u === null ? null : { command: 'insertKnot', args: { u } };
    }),
  },
  {
    label: 'One knot more in the same place',
    group: 'knots',
    keys: ['+'],
    inMenu: (bench) => knotOf(bench) !== null,
    does: give((bench) => {
      const u = knotOf(bench);
      return u === null ? null : { command: 'insertKnot', args: { u } };
    }),
  },
  {
    label: 'Even out the knots',
    group: 'knots',
    keys: ['e'],
    inMenu: (bench) => breaksOf(pointsOf(recipeOf(bench) ?? NO_RECIPE)?.curve ?? NO_CURVE).length > 2,
    does: give(() => ({ command: 'evenKnots' })),
  },

  {
    label: 'Raise the degree',
    group: 'curve',
    keys: ['d'],
    inMenu: hasCurve,
    does: give(() => ({ command: 'raiseDegree' })),
  },
  {
    label: 'Lower the degree',
    group: 'curve',
    keys: ['Shift+D'],
    inMenu: hasCurve,
    does: give(() => ({ command: 'lowerDegree' })),
  },
  {
    label: 'Hold the spacing, or make it live',
    now: (bench) => (recipeOf(bench)?.kind === 'fit' ? 'Hold the spacing' : 'Make the spacing live'),
    group: 'curve',
    keys: ['v'],
    inMenu: hasFit,
    does: give((bench) =>
      hasFit(bench) ? { command: recipeOf(bench)?.kind === 'fit' ? 'fixSpacing' : 'makeLive' } : null,
    ),
  },
  {
    label: 'Lighten within the tolerance of the sheet',
    group: 'curve',
    keys: ['j'],
    inMenu: hasCurve,
    does: (bench) => {
      const [item] = bench.editing.selection().items;
      const tolerance = bench.editing.project()?.tolerance ?? 0.01;
      if (item && hasCurve(bench)) bench.lossy.refit(item, { kind: 'lighten', tolerance });
    },
  },
  {
    label: 'Close, or open',
    now: (bench) => (isClosed(recipeOf(bench) ?? NO_RECIPE) ? 'Open the curve at its start' : 'Close the curve'),
    group: 'curve',
    keys: ['o'],
    inMenu: hasCurve,
    does: give((bench) => {
      const recipe = recipeOf(bench);
      if (!recipe) return null;
      return isClosed(recipe) ? { command: 'openCurve', args: { id: newId() } } : { command: 'closeCurve' };
    }),
  },
  { label: 'Reverse', group: 'curve', keys: ['r'], inMenu: hasCurve, does: give(() => ({ command: 'reverseCurve' })) },

  {
    label: 'Group what is selected',
    group: 'drawing',
    keys: ['['],
    inMenu: (bench) => bench.editing.selection().items.length > 1,
    does: selected('group'),
  },
  { label: 'Ungroup', group: 'drawing', keys: [']'], does: selected('ungroup') },
  {
    label: 'Copy, cut, paste',
    group: 'drawing',
    keys: ['Ctrl+C', 'Ctrl+X', 'Ctrl+V'],
    native: true,
    does: () => undefined,
  },
  { label: 'Undo', group: 'drawing', keys: ['Ctrl+Z'], does: ({ stepHistory }) => stepHistory.undo() },
  { label: 'Redo', group: 'drawing', keys: ['Ctrl+Shift+Z', 'Ctrl+Y'], does: ({ stepHistory }) => stepHistory.redo() },
  { label: 'History and stages', group: 'drawing', keys: ['h'], does: (bench) => bench.toggleHistory() },

  { label: 'All in view', group: 'looking', keys: ['a'], inMenu: () => true, does: (bench) => bench.showAll() },
  { label: 'Curvature comb', group: 'looking', keys: ['c'], does: (bench) => bench.toggleComb() },
  { label: 'Pan while held', group: 'looking', keys: ['Space'], whileHeld: true, does: (bench) => bench.holdSpace() },
  {
    label: 'What can be done here',
    group: 'looking',
    keys: ['m', 'ContextMenu', 'Shift+F10'],
    does: (bench) => bench.openMenu(),
  },
  { label: 'All shortcuts', group: 'looking', keys: ['?'], does: (bench) => bench.toggleShortcuts() },
];

const NO_CURVE = {
  degree: 1,
  knots: Float64Array.of(0, 0, 1, 1),
  points: new Float64Array(8),
  closing: 'open',
} as const;
