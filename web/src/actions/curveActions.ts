import { breaksOf, type Stretch } from '@pencil-bend/core';
import { isClosed, pointsOf } from '@pencil-bend/document';
import { newId } from '../state/ids';
import { give, hasCurve, hasFit, NO_RECIPE, recipeOf, single } from './selected';
import type { BenchAction, Workbench } from './workbench';

const knotOf = (bench: Workbench) => {
  const handle = single(bench);
  return handle?.kind === 'knot' || handle?.kind === 'on' ? handle.u : null;
};

/** The stretch in hand, else the lump that was gone to, else the largest. */
function toIron({ fairing, fairness, lumps }: Workbench): Stretch | null {
  const found = fairing.stretch() ?? lumps.current() ?? fairness.lumps()?.listed.at(0);
  return found ? { from: found.from, to: found.to } : null;
}

/** What is done to the knots of the selected curve, and to the curve as a whole. */
export const CURVE_ACTIONS: readonly BenchAction[] = [
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
    label: 'Try fits of these points',
    finds: 'fit interpolate approximate compare methods spline elastica smoothing points',
    group: 'curve',
    keys: ['$'],
    inMenu: ({ editing }) => editing.selection().items.length > 0,
    does: ({ tryFits }) => tryFits.open(),
  },

  {
    label: 'Raise the degree',
    finds: 'elevate order nurbs',
    group: 'curve',
    keys: ['d'],
    inMenu: hasCurve,
    does: give(() => ({ command: 'raiseDegree' })),
  },
  {
    label: 'Lower the degree',
    finds: 'reduce order nurbs',
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
    label: 'Fair',
    finds: 'smooth curvature lumps optimise minimum variation jerk',
    group: 'curve',
    keys: ['%'],
    inMenu: hasCurve,
    does: (bench) => {
      if (hasCurve(bench)) bench.refits.fair();
    },
  },
  {
    label: 'Iron the lump, or the stretch in hand',
    finds: 'smooth bump wrinkle fair local',
    group: 'curve',
    keys: ['!'],
    inMenu: (bench) => hasCurve(bench) && toIron(bench) !== null,
    does: (bench) => {
      const stretch = toIron(bench);
      if (!hasCurve(bench)) return bench.editing.notify('select a curve to have a lump of it ironed');
      if (!stretch) return bench.editing.notify('there is no lump in it, as lumps are listed now');
      bench.refits.iron(stretch);
    },
  },
  {
    label: 'Lighten within the tolerance of the sheet',
    finds: 'simplify reduce fewer points rebuild',
    group: 'curve',
    keys: ['j'],
    inMenu: hasCurve,
    does: (bench) => {
      const [item] = bench.editing.selection().items;
      const tolerance = bench.editing.project()?.tolerance ?? 0.01;
      if (item && hasCurve(bench)) bench.refits.refit(item, { kind: 'lighten', tolerance });
    },
  },
  {
    label: 'Close, or open',
    finds: 'loop ring seam',
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
  {
    label: 'Reverse',
    finds: 'direction flip',
    group: 'curve',
    keys: ['r'],
    inMenu: hasCurve,
    does: give(() => ({ command: 'reverseCurve' })),
  },
];

const NO_CURVE = {
  degree: 1,
  knots: Float64Array.of(0, 0, 1, 1),
  points: new Float64Array(8),
  closing: 'open',
} as const;
