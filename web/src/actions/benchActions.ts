import { breaksOf, curvatureAt, closestPoint } from '@pencil-bend/core';
import {
  type Axis,
  fitPointsOf,
  isClosed,
  type Order,
  type Recipe,
  tangentAt,
  pointOf,
  pointsOf,
  handlesOn,
} from '@pencil-bend/document';
import { newId } from '../state/ids';
import type { Along } from '../tools/select/dragConstraint';
import { removal } from '../tools/select/select';
import type { Taking } from '../tools/contract';
import { LAYINGS } from '../tools/place/placingTools';
import type { ToolName } from '../tools/table';
import { TOOLS } from '../tools/palette';
import type { Bench } from '../session/bench';
import { selectionDeeds } from './selectionActions';

/** The page that deeds are done on. */
export interface Stage {
  readonly bench: Bench;
  showAll(): void;
  toggleComb(): void;
  toggleHistory(): void;
  togglePalette(): void;
  toggleSnaps(): void;
  toggleShortcuts(): void;
  holdSpace(): void;
  openMenu(): void;
}

/** Something that can be done by a key, from the context menu, or both. */
export interface Deed {
  /** As it stands in the menu and on the shortcuts page. */
  readonly words: string;
  readonly group: Group;
  /** What is pressed: 'Shift+D', 'Ctrl+Z', 'k', '?'. */
  readonly keys: readonly string[];
  /** Whether it is offered in the context menu now; one without stands there never. */
  readonly inMenu?: (bench: Bench) => boolean;
  /** The browser knows the key; what it does is heard elsewhere. */
  readonly native?: true;
  readonly does: (stage: Stage) => void;
}

export const GROUPS = ['Tools', 'Selected point', 'Dragging', 'Knots', 'Curve', 'Drawing', 'Looking'] as const;
type Group = (typeof GROUPS)[number];

const recipeOf = (bench: Bench): Recipe | null => {
  const [item] = bench.selection().items;
  return item ? bench.recipeOf(item) : null;
};
const single = (bench: Bench) => {
  const { handles } = bench.selection();
  return handles.length === 1 ? handles[0] : null;
};
/** The selected fit point, or the one whose tangent is. */
const fitPoint = (bench: Bench) => {
  const handle = single(bench);
  const recipe = recipeOf(bench);
  if (!recipe || (handle?.kind !== 'fit' && handle?.kind !== 'tangent')) return null;
  return fitPointsOf(recipe).find(({ id }) => id === handle.id) ?? null;
};
const hasCurve = (bench: Bench) => recipeOf(bench) !== null;
const hasFit = (bench: Bench) => fitPointsOf(recipeOf(bench) ?? NO_RECIPE).length > 0;
const NO_RECIPE = { kind: 'control', degree: 1, closing: 'open', knots: [], points: [] } as const;
const hasPoints = (bench: Bench) => bench.selection().handles.some((handle) => pointOf(handle) !== null);
const knotOf = (bench: Bench) => {
  const handle = single(bench);
  return handle?.kind === 'knot' || handle?.kind === 'on' ? handle.u : null;
};

/** An order to the selected curve. */
const give =
  (order: (bench: Bench) => { readonly command: Order['command']; readonly args?: object } | null) =>
  ({ bench }: Stage): void => {
    const [item] = bench.selection().items;
    const given = item ? order(bench) : null;
    if (given) bench.do({ command: given.command, args: { item, ...given.args } } as Order);
  };
const tool = (name: ToolName) => ({ bench }: Stage) => bench.takeUp(name); // prettier-ignore
const press = (key: 'Enter' | 'Escape' | 'Backspace' | 'Delete') => ({ bench }: Stage) => bench.key(key); // prettier-ignore

/** Does what is called so to what is selected. */
function selected(bench: Bench, words: RegExp): void {
  const deed = selectionDeeds(bench.project(), bench.selection()).find((each) => words.test(each.words));
  if (deed) bench.do(deed.order);
}

const HANDLES = ['smooth', 'symmetric', 'kink'];

/** The first choice that the tool in hand offers is set to the next of its values. */
function nextChoice(bench: Bench): void {
  const tool = bench.tool();
  if (tool.tool === 'bezier') bench.setOption('kind', after(HANDLES, tool.options.kind));
  if (tool.tool !== 'lay') return;
  const option = LAYINGS[tool.laying].options?.find(({ kind }) => kind === 'choice');
  if (option?.kind !== 'choice') return;
  const values = option.choices.map(({ value }) => value);
  bench.setOption(option.name, after(values, String(tool.options[option.name])));
}

const after = (values: readonly string[], value: string): string => values[(values.indexOf(value) + 1) % values.length];

/** A second press frees the drag again. */
const along = (way: Along) => ({ bench }: Stage) => {
  const state = bench.tool();
  if (state.tool === 'bend') bench.feed({ type: 'way', along: state.along === way ? 'free' : way });
}; // prettier-ignore

const take = (taking: Taking) => ({ bench }: Stage) => {
  if (hasPoints(bench) || (taking === 'direction' && fitPoint(bench))) bench.feed({ type: 'way', taking });
}; // prettier-ignore

const pin = (axis: Axis) =>
  give((bench) => {
    const points = bench.selection().handles.flatMap((handle) => pointOf(handle) ?? []);
    const recipe = recipeOf(bench);
    if (points.length === 0 || !recipe) return null;
    const all = [...recipe.points, ...fitPointsOf(recipe)];
    const pinned = points.every((id) => all.find((point) => point.id === id)?.pinned?.includes(axis));
    return { command: 'pinPoints', args: { points, axis, pinned: !pinned } };
  });

const direct = (direction: readonly [number, number, number]) =>
  give((bench) => {
    const point = fitPoint(bench);
    const recipe = recipeOf(bench);
    if (!point || !recipe) return null;
    const now = tangentAt(recipe, point.id).direction;
    const sign = now[0] * direction[0] + now[1] * direction[1] < 0 ? -1 : 1;
    return {
      command: 'holdTangent',
      args: { point: point.id, tangent: { direction: direction.map((x) => sign * x + 0) } },
    };
  });

/** Every key that is bound and every line of the context menu: the shortcuts page and both are made from this table. */
export const DEEDS: readonly Deed[] = [
  ...TOOLS.filter(({ key }) => key !== null).map(({ name, words, key }): Deed => ({
    words,
    group: 'Tools',
    keys: key === null ? [] : [key],
    ...(name === 'insert' && { inMenu: hasCurve }),
    does: tool(name),
  })),
  { words: 'All tools', group: 'Tools', keys: ['/'], does: (stage) => stage.togglePalette() },
  {
    words: 'Next kind of leg or handle',
    group: 'Tools',
    keys: [','],
    does: ({ bench }) => nextChoice(bench),
  },
  {
    words: 'Snaps on, or off',
    group: 'Tools',
    keys: [';'],
    does: (stage) => stage.toggleSnaps(),
  },
  { words: 'Apply, take or end what is in hand', group: 'Tools', keys: ['Enter'], does: press('Enter') },
  { words: 'Leave, or let go', group: 'Tools', keys: ['Escape'], does: press('Escape') },
  { words: 'Take back the last point drawn', group: 'Tools', keys: ['Backspace'], does: press('Backspace') },
  {
    words: 'Take it out, or delete the curve',
    group: 'Tools',
    keys: ['Delete'],
    inMenu: (bench) => {
      const {
        items: [item],
        handles,
      } = bench.selection();
      return item !== undefined && (handles.length === 0 || removal(item, handles, recipeOf(bench)) !== null);
    },
    does: press('Delete'),
  },

  {
    words: 'Kink, or smooth again',
    group: 'Selected point',
    keys: ['k'],
    inMenu: (bench) => single(bench)?.kind === 'fit',
    does: give((bench) => {
      const point = fitPoint(bench);
      return point && { command: 'setKink', args: { point: point.id, kink: !point.kink } };
    }),
  },
  {
    words: 'Hold the tangent, or free it',
    group: 'Selected point',
    keys: ['u'],
    inMenu: (bench) => fitPoint(bench) !== null,
    does: give((bench) => {
      const point = fitPoint(bench);
      const recipe = recipeOf(bench);
      if (!point || !recipe) return null;
      const { direction, mm } = tangentAt(recipe, point.id);
      const tangent = point.tangent ? null : { direction, strength: { mm } };
      return { command: 'holdTangent', args: { point: point.id, tangent } };
    }),
  },
  { words: 'Tangent horizontal', group: 'Selected point', keys: ['-'], inMenu: (bench) => fitPoint(bench) !== null, does: direct([1, 0, 0]) }, // prettier-ignore
  { words: 'Tangent vertical', group: 'Selected point', keys: ['|'], inMenu: (bench) => fitPoint(bench) !== null, does: direct([0, 1, 0]) }, // prettier-ignore
  { words: 'Tangent as of another curve or leg …', group: 'Selected point', keys: ['g'], inMenu: (bench) => fitPoint(bench) !== null, does: take('direction') }, // prettier-ignore
  {
    words: 'Hold the radius, or free it',
    group: 'Selected point',
    keys: ['Shift+U'],
    inMenu: (bench) => single(bench)?.kind === 'fit' && recipeOf(bench)?.kind === 'fit',
    does: give((bench) => {
      const point = fitPoint(bench);
      const curve = recipeOf(bench) && pointsOf(recipeOf(bench) ?? NO_RECIPE)?.curve;
      if (!point || !curve) return null;
      const kappa = Math.abs(curvatureAt(curve, closestPoint(curve, point.at).u).kappa);
      const radius = point.radius === undefined && kappa > 1e-9 ? Number((1 / kappa).toPrecision(6)) : null;
      return { command: 'holdRadius', args: { point: point.id, radius } };
    }),
  },
  {
    words: 'Weight 1 again',
    group: 'Selected point',
    keys: ['w'],
    inMenu: (bench) => ['control', 'weight'].includes(single(bench)?.kind ?? ''),
    does: give((bench) => {
      const handle = single(bench);
      const mine = handle?.kind === 'control' || handle?.kind === 'weight';
      return mine ? { command: 'setWeights', args: { weights: [{ point: handle.id, weight: 1 }] } } : null;
    }),
  },
  {
    words: 'Add a control point in the middle of the leg',
    group: 'Selected point',
    keys: ['Shift+Q'],
    inMenu: (bench) => single(bench)?.kind === 'leg',
    does: give((bench) => {
      const handle = single(bench);
      return handle?.kind === 'leg' ? { command: 'insertControlPoint', args: { leg: handle.index, share: 0.5 } } : null;
    }),
  },
  {
    words: 'Straight from the first to the last selected control point',
    group: 'Selected point',
    keys: ['s'],
    inMenu: (bench) => bench.selection().handles.filter(({ kind }) => kind === 'control').length > 1,
    does: give((bench) => {
      const points = bench.selection().handles.flatMap((handle) => (handle.kind === 'control' ? [handle.id] : []));
      return points.length > 0 ? { command: 'straighten', args: { points } } : null;
    }),
  },
  {
    words: 'Take x from another point …',
    group: 'Selected point',
    keys: ['Shift+X'],
    inMenu: hasPoints,
    does: take(0),
  },
  {
    words: 'Take y from another point …',
    group: 'Selected point',
    keys: ['Shift+Y'],
    inMenu: hasPoints,
    does: take(1),
  },
  {
    words: 'Take z from another point …',
    group: 'Selected point',
    keys: ['Shift+Z'],
    inMenu: hasPoints,
    does: take(2),
  },
  { words: 'Pin x, or free it', group: 'Selected point', keys: ['p'], inMenu: hasPoints, does: pin(0) },
  { words: 'Pin y, or free it', group: 'Selected point', keys: ['Shift+P'], inMenu: hasPoints, does: pin(1) },
  {
    words: 'All points of the curve',
    group: 'Selected point',
    keys: ['Ctrl+A'],
    inMenu: hasCurve,
    does: ({ bench }) => {
      const [item] = bench.selection().items;
      const points = pointsOf(recipeOf(bench) ?? NO_RECIPE);
      if (!item || !points) return;
      const kind = points.fit.length > 0 ? 'fit' : 'control';
      bench.select(
        handlesOn(
          item,
          points[kind].map(({ id }) => ({ kind, id })),
        ),
      );
    },
  },

  { words: 'Along x', group: 'Dragging', keys: ['x'], does: along('x') },
  { words: 'Along y', group: 'Dragging', keys: ['y'], does: along('y') },
  { words: 'Along z', group: 'Dragging', keys: ['z'], does: along('z') },
  { words: 'Along the polygon', group: 'Dragging', keys: ['l'], does: along('legs') },
  { words: 'Along the normal', group: 'Dragging', keys: ['n'], does: along('normal') },
  {
    words: 'Softly: neighbours follow',
    group: 'Dragging',
    keys: ['f'],
    does: ({ bench }) => {
      const state = bench.tool();
      const soft = state.tool === 'bend' && state.soft === null ? bench.softReach() : null;
      if (state.tool === 'bend') bench.feed({ type: 'way', soft });
    },
  },
  {
    words: 'The handle below this one',
    group: 'Dragging',
    keys: ['.'],
    does: ({ bench }) => bench.feed({ type: 'stack' }),
  },

  {
    words: 'Add a knot here',
    group: 'Knots',
    keys: ['q'],
    inMenu: (bench) => hasCurve(bench) && bench.cursorParameter() !== null,
    does: give((bench) => {
      const u = bench.cursorParameter();
      return u === null ? null : { command: 'insertKnot', args: { u } };
    }),
  },
  {
    words: 'One knot more in the same place',
    group: 'Knots',
    keys: ['+'],
    inMenu: (bench) => knotOf(bench) !== null,
    does: give((bench) => {
      const u = knotOf(bench);
      return u === null ? null : { command: 'insertKnot', args: { u } };
    }),
  },
  {
    words: 'Even out the knots',
    group: 'Knots',
    keys: ['e'],
    inMenu: (bench) => breaksOf(pointsOf(recipeOf(bench) ?? NO_RECIPE)?.curve ?? NO_CURVE).length > 2,
    does: give(() => ({ command: 'evenKnots' })),
  },

  { words: 'Raise the degree', group: 'Curve', keys: ['d'], inMenu: hasCurve, does: give(() => ({ command: 'raiseDegree' })) }, // prettier-ignore
  { words: 'Lower the degree', group: 'Curve', keys: ['Shift+D'], inMenu: hasCurve, does: give(() => ({ command: 'lowerDegree' })) }, // prettier-ignore
  {
    words: 'Hold the spacing, or make it live',
    group: 'Curve',
    keys: ['v'],
    inMenu: hasFit,
    does: give((bench) => (hasFit(bench) ? { command: recipeOf(bench)?.kind === 'fit' ? 'holdSpacing' : 'makeLive' } : null)), // prettier-ignore
  },
  {
    words: 'Lighten within the tolerance of the sheet',
    group: 'Curve',
    keys: ['j'],
    inMenu: hasCurve,
    does: ({ bench }) => {
      const [item] = bench.selection().items;
      const tolerance = bench.project()?.tolerance ?? 0.01;
      if (item && hasCurve(bench)) bench.desk.lay(item, { words: 'Lighten', tolerance });
    },
  },
  {
    words: 'Close, or open',
    group: 'Curve',
    keys: ['o'],
    inMenu: hasCurve,
    does: give((bench) => {
      const recipe = recipeOf(bench);
      if (!recipe) return null;
      return isClosed(recipe) ? { command: 'openCurve', args: { id: newId() } } : { command: 'closeCurve' };
    }),
  },
  { words: 'Reverse', group: 'Curve', keys: ['r'], inMenu: hasCurve, does: give(() => ({ command: 'reverseCurve' })) },

  {
    words: 'Group what is selected',
    group: 'Drawing',
    keys: ['['],
    inMenu: (bench) => bench.selection().items.length > 1,
    does: ({ bench }) => selected(bench, /^group/),
  },
  { words: 'Ungroup', group: 'Drawing', keys: [']'], does: ({ bench }) => selected(bench, /^ungroup/) },
  {
    words: 'Copy, cut, paste',
    group: 'Drawing',
    keys: ['Ctrl+C', 'Ctrl+X', 'Ctrl+V'],
    native: true,
    does: () => undefined,
  },
  { words: 'Undo', group: 'Drawing', keys: ['Ctrl+Z'], does: ({ bench }) => bench.undo() },
  { words: 'Redo', group: 'Drawing', keys: ['Ctrl+Shift+Z'], does: ({ bench }) => bench.redo() },
  { words: 'History and stages', group: 'Drawing', keys: ['h'], does: (stage) => stage.toggleHistory() },

  { words: 'All in view', group: 'Looking', keys: ['a'], inMenu: () => true, does: (stage) => stage.showAll() },
  { words: 'Curvature comb', group: 'Looking', keys: ['c'], does: (stage) => stage.toggleComb() },
  { words: 'Pan while held', group: 'Looking', keys: ['Space'], does: (stage) => stage.holdSpace() },
  {
    words: 'What can be done here',
    group: 'Looking',
    keys: ['m', 'ContextMenu', 'Shift+F10'],
    does: (stage) => stage.openMenu(),
  },
  { words: 'All shortcuts', group: 'Looking', keys: ['?'], does: (stage) => stage.toggleShortcuts() },
];

const NO_CURVE = {
  degree: 1,
  knots: Float64Array.of(0, 0, 1, 1),
  points: new Float64Array(8),
  closing: 'open',
} as const;
