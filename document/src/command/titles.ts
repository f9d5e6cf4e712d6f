import { FIT_NAMES } from './fitNames';
import type { commandArgs } from '../schema/commandArgs';
import type { LayerChange } from './layerCommands';
import { lower } from './titleWords';

/** The facts of a step as people read them; what a step does not tell is empty. */
export interface FactsInWords {
  readonly how: string;
  /** 'Lid', 'Lid and Knob', 'Lid and 3 more'. */
  readonly items: string;
  /** 'point 4', 'control point 2', '3 points'. */
  readonly points: string;
  readonly to: string;
  readonly numbers: readonly number[];
}

type Titles = Readonly<Record<keyof typeof commandArgs, (facts: FactsInWords) => string>>;

/** What a change of a layer set first. */
const LAYER_TITLES: Readonly<Record<LayerChange, (layer: string, to: string) => string>> = {
  rename: (layer, to) => `Rename the layer ${layer} to ${to}`,
  show: (layer) => `Show the layer ${layer}`,
  hide: (layer) => `Hide the layer ${layer}`,
  lock: (layer) => `Lock the layer ${layer}`,
  unlock: (layer) => `Unlock the layer ${layer}`,
  reference: (layer) => `Make the layer ${layer} a reference`,
  drawing: (layer) => `Make the layer ${layer} part of the drawing`,
  colour: (layer) => `Colour the layer ${layer}`,
};

const REFITS: Partial<Record<string, string>> = {
  lighten: 'Lighten',
  relay: 'Re-lay',
  fair: 'Fair',
  iron: 'Iron',
  pull: 'Pull the curvature of',
  oneWay: 'Let the curvature go one way in',
  arcsAndLines: 'Arcs and lines in place of',
  polyline: 'A polyline in place of',
};

const inMm = (mm: number): string => `${Number(mm.toPrecision(3))} mm`;

const VERBS: Readonly<Record<string, string>> = {
  move: 'Move',
  rotate: 'Rotate',
  scale: 'Scale',
  mirror: 'Mirror',
  copy: 'Copy',
  array: 'Array',
};

const verbOf = (how: string): string => (Object.hasOwn(VERBS, how) ? VERBS[how] : 'Transform');

/** The title of the step of each command, of its facts. A history is read before the commands have come. */
export const titles: Titles = {
  bringIn: ({ items, to }) => `Bring in ${items} from ${to}`,
  drawItems: ({ how, items }) => `Draw ${items}${how === 'unjoined' ? ', without its joint' : ''}`,
  takeFit: ({ how, items }) => `Fit ${items} anew: ${(FIT_NAMES as Partial<Record<string, string>>)[how] ?? how}`,
  placePoint: ({ items }) => `Move ${items}`,
  setGuide: ({ items }) => `Change ${items}`,
  thinPointSet: ({ items, numbers: [thinning = 1] }) =>
    thinning === 1 ? `Show all points of ${items}` : `Show one of ${thinning} points of ${items}`,
  renameItem: ({ items, to }) => `Rename ${items} to ${to}`,
  colourItem: ({ items }) => `Colour ${items}`,
  noteItem: ({ how, items }) => (how === 'remove' ? `Remove the note on ${items}` : `Write a note on ${items}`),
  showItem: ({ how, items }) => `${how === 'show' ? 'Show' : 'Hide'} ${items}`,
  deleteItem: ({ items }) => `Delete ${items}`,
  deleteItems: ({ items }) => `Delete ${items}`,
  restoreStage: ({ to }) => `Restore the stage ${to}`,
  renameProject: ({ to }) => `Rename the project to ${to}`,
  setUp: ({ how }) => `Set ${how.replaceAll('-', ', ')}`,
  addLayer: ({ to }) => `Add the layer ${to}`,
  setLayer: ({ how, items, to }) =>
    (LAYER_TITLES as Partial<typeof LAYER_TITLES>)[how as LayerChange]?.(items, to) ?? `Change the layer ${items}`,
  moveLayer: ({ items }) => `Move the layer ${items}`,
  deleteLayer: ({ items }) => `Delete the layer ${items}`,
  arrange: ({ items, to }) => `Move ${items} to the layer ${to}`,
  copyAsReference: ({ items, to }) => `Copy ${items} to ${to} as reference`,
  groupItems: ({ items, to }) => `Group ${items} as ${to}`,
  ungroup: ({ items }) => `Ungroup ${items}`,
  renameGroup: ({ items, to }) => `Rename the group ${items} to ${to}`,
  movePoints: ({ points, items }) => `Move ${points} of ${items}`,
  bendAt: ({ items }) => `Bend ${items}`,
  turnAt: ({ items }) => `Turn ${items}`,
  pinPoints: ({ how, numbers: [axis], items }) => `${how === 'pin' ? 'Pin' : 'Unpin'} ${'xyz'[axis]} in ${items}`,
  setPoints: ({ points, items }) => `Give ${items} a table of ${points}`,
  insertFitPoint: ({ items }) => `Add a point to ${items}`,
  removeFitPoint: ({ points, items }) => `Remove ${points} of ${items}`,
  removeHandles: ({ points, numbers: [knots = 0], items }) => {
    const several = knots > 1 ? `${knots} knots` : knots === 1 ? 'a knot' : '';
    return points ? `Remove ${points}${several && ` and ${several}`} of ${items}` : `Remove ${several} of ${items}`;
  },
  setKink: ({ how, points, items }) => `Make ${points} of ${items} ${how === 'kink' ? 'a kink' : 'smooth'}`,
  setTangent: ({ how, points, items }) => `${how === 'hold' ? 'Hold' : 'Free'} the tangent at ${points} of ${items}`,
  setRadius: ({ how, points, items }) => `${how === 'hold' ? 'Hold' : 'Free'} the radius at ${points} of ${items}`,
  setFitTolerance: ({ how, numbers: [within], items }) =>
    how === 'near' ? `Lay ${items} within ${inMm(within)} of its points` : `Lay ${items} through its points`,
  insertControlPoint: ({ numbers: [before], items }) => `Add a control point after ${before} to ${items}`,
  removeControlPoint: ({ points, items }) => `Remove ${points} of ${items}`,
  setWeights: ({ points, items }) => `Weigh ${points} of ${items}`,
  straighten: ({ items }) => `Make a stretch of ${items} straight`,
  insertKnot: ({ items }) => `Add a knot to ${items}`,
  removeKnot: ({ items }) => `Remove a knot of ${items}`,
  moveKnot: ({ items }) => `Move a knot of ${items}`,
  evenKnots: ({ items }) => `Even out the knots of ${items}`,
  setRange: ({ items, numbers: [first, last] }) => `Let the parameter of ${items} run from ${first} to ${last}`,
  fixSpacing: ({ how, items }) => (how === 'free' ? `Make ${items} a free curve` : `Hold the spacing of ${items}`),
  setFigure: ({ items, to, numbers: [value] }) => `Set the ${lower(to)} of ${items} to ${Number(value.toPrecision(6))}`,
  giveBy: ({ items, to }) => `Give ${items} as ${lower(to)}`,
  makeLive: ({ items }) => `Make the spacing of ${items} live`,
  raiseDegree: ({ items }) => `Raise the degree of ${items}`,
  lowerDegree: ({ items }) => `Lower the degree of ${items}`,
  fitDegree: ({ items, numbers: [degree] }) => `Fit ${items} anew in degree ${degree}`,
  refit: ({ how, items, numbers: [tolerance, most] }) => {
    const within = tolerance === undefined ? '' : ` within ${inMm(tolerance)}`;
    return `${REFITS[how] ?? 'Re-lay'} ${items}${within}${most === undefined ? '' : `, at points ${inMm(most)}`}`;
  },
  closeCurve: ({ items }) => `Close ${items}`,
  openCurve: ({ items }) => `Open ${items}`,
  reverseCurve: ({ items }) => `Reverse ${items}`,
  moveSeam: ({ items }) => `Move the seam of ${items}`,
  throughCorners: ({ items, numbers: [count] }) => `Lay ${items} through its ${count} corners`,
  pulledByCorners: ({ items, numbers: [count] }) => `Let ${items} be pulled by its ${count} corners`,
  makeSymmetric: ({ items }) => `Make ${items} its own mirror`,
  transformItems: ({ how, items }) => `${verbOf(how)} ${items}`,
  copyItems: ({ how, items, numbers: [times = 1] }) =>
    `${verbOf(how)} ${how === 'copy' || how === 'array' ? '' : 'a copy of '}${items}${times > 1 ? `, ${times} times` : ''}`,
  mirrorItems: ({ items }) => `Mirror ${items}`,
  releaseMirror: ({ items }) => `Let ${items} go its own way`,
  paste: ({ items }) => `Paste ${items}`,
  splitCurve: ({ items }) => `Split ${items}`,
  trimCurve: ({ items }) => `Trim ${items}`,
  shortenCurve: ({ items }) => `Shorten ${items}`,
  extendCurve: ({ items }) => `Extend ${items}`,
  joinCurves: ({ items }) => `Make one of ${items}`,
  offsetCurve: ({ items }) => `Offset ${items}`,
  filletCorner: ({ items }) => `Fillet ${items}`,
  chamferCorner: ({ items }) => `Chamfer ${items}`,
  divideCurve: ({ items }) => `Divide ${items}`,
  midwayCurve: ({ items }) => `Draw midway between ${items}`,
  joinEnd: ({ items, numbers: [level = 0] }) => `Join ${items} with G${level}`,
  joinMeetings: ({ items, numbers: [level = 0, count = 1] }) =>
    count === 1 ? `Join ${items} with G${level}` : `Join ${count} meetings of ${items} with G${level}`,
  swapJoint: ({ items }) => `Swap leader and follower of ${items}`,
  joinOtherEnd: ({ items }) => `Join the other end of ${items}`,
  setJoint: ({ items, numbers: [level] }) =>
    level === undefined ? `Change the joint of ${items}` : `Change the joint of ${items} to G${level}`,
  releaseJoint: ({ how, items }) => `Release the ${how} of ${items}`,
  returnToFree: ({ how, items }) => `Let the ${how} of ${items} go back to its free shape`,
  meetOnce: ({ items, numbers: [level = 0] }) => `Let ${items} meet once with G${level}`,
  tiePoint: ({ points, items }) => `Tie ${points} of ${items}`,
  tieTangent: ({ points, items }) => `Tie the tangent at ${points} of ${items}`,
  untie: ({ points, items }) => `Untie ${points} of ${items}`,
  drawBlend: ({ items }) => `Blend ${items}`,
  drawCorner: ({ items }) => `Soften the corner of ${items}`,
  setCorner: ({ items }) => `Change the corner ${items}`,
  softenCorners: ({ items }) => `Soften the corners of ${items}`,
  softenKink: ({ items }) => `Soften a corner of ${items}`,
  softenFillet: ({ items }) => `Make ${items} a soft corner`,
  filletSoftCorner: ({ items }) => `Make ${items} a fillet`,
  setBlend: ({ items }) => `Change the blend ${items}`,
};
