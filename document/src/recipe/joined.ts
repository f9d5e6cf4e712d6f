import {
  type Contact,
  type Contacts,
  type Curve,
  distance,
  domainOf,
  evaluate,
  type ExactKind,
  type Freedoms,
  type Jet,
  joinEnds,
  joinExact,
  joinFitData,
  isSameJet,
  jetTakenBack,
  joinToSymmetry,
  length,
  type Level,
  packVectors,
  parametersOf,
  type Ray,
  type Result,
  spreadCurve,
  spreadPoints,
  type Symmetry,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import {
  type ControlRecipe,
  type FitRecipe,
  type FixedFit,
  isFree,
  type Joint,
  type PrimitiveRecipe,
  type Recipe,
} from '../project/project';
import { controlRecipe, curveOf, numberedControl } from './fixSpacing';
import { isClosed } from './editEnds';
import { failureInWords } from './jointInWords';
import { knownAs, resolveRecipe } from './resolve';
import { withCurve } from './withCurve';

type End = 'start' | 'end';
const ENDS = ['start', 'end'] as const;

/** A joint with what its leader hands on now. */
export interface BoundJoint {
  readonly joint: Joint;
  /** The leader's jet, running into the curve; null where there is none, and then `problem` says why. */
  readonly jet: Jet | null;
  /** What the curve meets its own image across, in place of a leader. */
  readonly symmetry: Symmetry | null;
  readonly problem: string | null;
  /** The level that the other end has to keep. */
  readonly farLevel: Level;
}

export type BoundJoints = Readonly<Partial<Record<End, BoundJoint>>>;

/** How a joint is kept: up to which level, −1 for none, and why no further. */
export interface KeptJoint {
  readonly level: Level | -1;
  readonly problem: string | null;
}

/** A curve with its joints kept as far as they can be, as a recipe that gives what is seen. */
export interface JoinedRecipe {
  readonly recipe: Recipe;
  readonly kept: Readonly<Partial<Record<End, KeptJoint>>>;
}

/**
 * The free shape of a curve bound by its joints: first it goes along with its leaders as far as it spreads, then its ends
 * are solved. A level that cannot be kept gives way to the next one below, and the reason is told.
 */
export function joinedRecipe(free: Recipe, joints: BoundJoints): JoinedRecipe {
  const all = ENDS.flatMap((end) => (joints[end] ? [[end, joints[end]] as const] : []));
  if (all.length === 1 && isCarried(free, all[0][1])) return carried(free, ...all[0]);
  if (isClosed(free))
    return { recipe: free, kept: mapped(all, () => ({ level: -1, problem: 'a closed curve has no end' })) };
  const usable = all.filter(([, { jet, symmetry }]) => jet ?? symmetry);
  const spread = usable.reduce((recipe, [end, bound]) => spreadBy(recipe, end, bound), free);
  const kept: Partial<Record<End, KeptJoint>> = mapped(
    all.filter(([, { jet, symmetry }]) => !(jet ?? symmetry)),
    ({ problem }) => ({ level: -1, problem }),
  );
  const levels: Record<End, Level> = { start: joints.start?.joint.level ?? 0, end: joints.end?.joint.level ?? 0 };
  const ends = usable.map(([end]) => end);
  let why: string | null = null;
  let reduced: readonly End[] = [];
  for (;;) {
    const solved = ends.length > 0 ? solve(spread, joints, ends, levels) : success(spread);
    if ('recipe' in solved) {
      for (const end of ends) kept[end] = { level: levels[end], problem: reduced.includes(end) ? why : null };
      return { recipe: solved.recipe, kept };
    }
    why ??= solved.problem;
    // The end that asks for more gives way first.
    const lower = solved.end ?? (levels.end > levels.start && ends.includes('end') ? 'end' : ends[0]);
    const level = levels[lower];
    if (level > 0 && ends.includes(lower)) levels[lower] = (level - 1) as Level;
    else {
      for (const end of ends) kept[end] = { level: -1, problem: why };
      return { recipe: spread, kept };
    }
    reduced = [...new Set([...reduced, lower])];
  }
}

interface Carried {
  readonly joint: Joint;
  readonly jet: Jet;
  readonly joined: JoinedRecipe;
}
const carriedBefore = new WeakMap<Recipe, Carried>();

const isCarried = (free: Recipe, { joint, jet }: BoundJoint): boolean =>
  jet !== null && joint.spread === 'rigid' && free.kind === 'control' && !free.fit && !isClosed(free);

/**
 * A curve that goes along as it is: joined where it was drawn, then taken along. Where the leader moved and turned only,
 * as in a chain of such curves, it has been joined before.
 */
function carried(free: Recipe, end: End, bound: BoundJoint): JoinedRecipe {
  const { joint } = bound;
  const jet = steady(jetTakenBack(bound.jet as Jet, { point: joint.from.at, tangent: joint.from.along }));
  let known = carriedBefore.get(free);
  if (known?.joint !== joint || !isSameJet(known.jet, jet)) {
    const joined = joinedRecipe(free, { [end]: { ...bound, jet, joint: { ...joint, spread: 'local' } } });
    carriedBefore.set(free, (known = { joint, jet, joined }));
  }
  const { recipe, kept } = known.joined;
  return { recipe: spreadBy(recipe, end, bound), kept };
}

/** Without what rounding left when it was taken back: far less than any joint is measured by. */
function steady({ curvature, rate, ...ray }: Jet): Jet {
  const kappa = length(curvature);
  return { ...ray, curvature: onGrid(curvature, kappa), rate: onGrid(rate, Math.max(length(rate), kappa * kappa)) };
}

/** To 33 bits of the size: what is added takes the others off (Dekker, 1971). */
function onGrid(v: Vector3, size: number): Vector3 {
  const large = size * 1.5 * 2 ** 19;
  return [v[0] + large - large, v[1] + large - large, v[2] + large - large];
}

const mapped = (
  all: readonly (readonly [End, BoundJoint])[],
  keptOf: (bound: BoundJoint) => KeptJoint,
): Partial<Record<End, KeptJoint>> => Object.fromEntries(all.map(([end, bound]) => [end, keptOf(bound)]));

const success = (recipe: Recipe) => ({ recipe }) as const;

/** The free shape as it goes along with a leader. */
function spreadBy(recipe: Recipe, end: End, { joint, jet, farLevel }: BoundJoint): Recipe {
  if (!jet || joint.spread === 'local' || !isFree(recipe)) return recipe;
  const from: Ray = { point: joint.from.at, tangent: joint.from.along };
  if (isSame(from, jet)) return recipe;
  if (recipe.kind === 'fit') {
    const places = packVectors(recipe.points.map(({ at }) => at));
    // How a curve comes near its points follows from where these are, not the other way round.
    const parameters = recipe.near ? parametersOf(places, false, 'chord') : curveOf(recipe).fitParameters;
    const moved = spreadPoints(places, parameters, end, from, jet, joint.spread);
    return { ...recipe, points: recipe.points.map((point, i) => ({ ...point, at: vectorAt(moved, i) })) };
  }
  const curve = spreadCurve(curveOf(recipe).curve, end, from, jet, joint.spread, joint.level, farLevel);
  return withPlaces(recipe, curve);
}

const isSame = (a: Ray, b: Ray): boolean =>
  a.point.every((x, i) => x === b.point[i]) && a.tangent.every((x, i) => x === b.tangent[i]);

/** The same control points elsewhere. */
function withPlaces(recipe: ControlRecipe, curve: Curve): ControlRecipe {
  const { points } = curve;
  const at = (i: number) => {
    const w = points[4 * i + 3];
    return [points[4 * i] / w, points[4 * i + 1] / w, points[4 * i + 2] / w] as const;
  };
  return knownAs({ ...recipe, points: recipe.points.map((point, i) => ({ ...point, at: at(i) })) }, curve);
}

type Solved = { readonly recipe: Recipe } | { readonly problem: string; readonly end?: End };

function solve(
  recipe: Recipe,
  joints: BoundJoints,
  ends: readonly End[],
  levels: Readonly<Record<End, Level>>,
): Solved {
  if (!isFree(recipe)) return solveExact(recipe, joints, ends, levels);
  if (recipe.kind === 'fit') return solveFit(recipe, joints, ends, levels);
  const { points, degree, fit } = recipe;
  if (degree === 1 && points.length === 2 && !fit) return solveExact(recipe, joints, ends, levels);
  return solveControl(recipe, joints, ends, levels);
}

/** Jets as contacts; lengths that are given are told over the whole domain of the free shape, or as a ratio to the chord. */
function contactsOf(
  recipe: Recipe,
  joints: BoundJoints,
  ends: readonly End[],
  levels: Readonly<Record<End, Level>>,
): Contacts {
  const contacts: Partial<Record<End, Contact>> = {};
  for (const end of ends) {
    const bound = joints[end];
    if (!bound?.jet) continue;
    const { freedoms } = bound.joint;
    contacts[end] = {
      jet: bound.jet,
      level: levels[end],
      ...(freedoms && { freedoms: heldBy(freedoms, recipe, joints) }),
    };
  }
  return contacts;
}

function heldBy({ a, b, c }: NonNullable<Joint['freedoms']>, recipe: Recipe, joints: BoundJoints): Partial<Freedoms> {
  const held = { ...(b !== undefined && { b }), ...(c !== undefined && { c }) };
  if (a === undefined) return held;
  const { curve } = curveOf(recipe);
  const domain = domainOf(curve);
  const [from, to] = ENDS.map((end, i) => joints[end]?.jet?.point ?? evaluate(curve, domain[i]));
  const mm = 'mm' in a ? a.mm : a.ratio * (distance(from, to) || 1);
  return { ...held, a: mm / (domain[1] - domain[0]) };
}

function solveFit(
  recipe: FitRecipe,
  joints: BoundJoints,
  ends: readonly End[],
  levels: Readonly<Record<End, Level>>,
): Solved {
  const images = ends.filter((end) => joints[end]?.symmetry);
  if (images.length > 1) return { problem: 'only one end of a curve with live spacing can meet its image', end: 'end' };
  const [end] = images;
  const symmetry = end && joints[end]?.symmetry;
  const contacts = contactsOf(recipe, joints, ends, levels);
  const points = recipe.points.map((point, i) => {
    const jet = i === 0 ? contacts.start?.jet : i === recipe.points.length - 1 ? contacts.end?.jet : undefined;
    return jet ? { ...point, at: jet.point } : point;
  });
  const bound = { contacts, ...(end && symmetry && { image: { end, symmetry } }) };
  const made: FitRecipe = { ...recipe, points, bound };
  const resolved = resolveRecipe(made);
  return resolved.ok ? success(made) : { problem: resolved.failure.message };
}

function solveControl(
  recipe: ControlRecipe,
  joints: BoundJoints,
  ends: readonly End[],
  levels: Readonly<Record<End, Level>>,
): Solved {
  const { curve, sites } = curveOf(recipe);
  const contacts = contactsOf(recipe, joints, ends, levels);
  let made: ControlRecipe = recipe;
  const { fit } = recipe;
  if (contacts.start ?? contacts.end) {
    const data = fit && sites ? joinFitData(curve, sites, contacts) : null;
    if (fit && data?.ok) {
      const rows = Array.from(data.value.sites.parameters, (u, i) => ({
        u,
        order: data.value.sites.orders[i],
        left: data.value.sites.left[i] === 1,
      })).filter(({ order }) => order > 0);
      const whole: FixedFit = { ...fit, rows };
      const same = data.value.curve.knots.length === curve.knots.length;
      made = same
        ? { ...withPlaces(recipe, data.value.curve), fit: whole }
        : withCurve(recipe, data.value.curve, whole);
    } else {
      const joined = joinEnds(curve, contacts);
      if (!joined.ok) {
        const { failure } = joined;
        return { problem: failureInWords(failure), ...(failure.kind === 'too-near' && { end: failure.end }) };
      }
      made = withPlaces(recipe, joined.value.curve);
    }
  }
  for (const end of ends) {
    const symmetry = joints[end]?.symmetry;
    if (!symmetry) continue;
    // What the other end binds is no more to be had.
    const needed = levels.start + levels.end + 2;
    if (ends.length > 1 && made.points.length < needed) {
      const controlPoints = made.points.length;
      return { problem: failureInWords({ kind: 'too-few-points', controlPoints, needed }) };
    }
    const joined = joinToSymmetry(curveOf(made).curve, end, symmetry, levels[end]);
    if (!joined.ok) return { problem: failureInWords(joined.failure), end };
    made = withPlaces(made, joined.value.curve);
  }
  return success(made);
}

const isArc = (recipe: PrimitiveRecipe): boolean => recipe.shape.kind === 'arc' || recipe.shape.kind === 'arc-about';

function solveExact(
  recipe: PrimitiveRecipe | ControlRecipe,
  joints: BoundJoints,
  ends: readonly End[],
  levels: Readonly<Record<End, Level>>,
): Solved {
  const image = ends.find((end) => joints[end]?.symmetry);
  if (image) return { problem: 'an exact shape cannot meet its image smoothly: make it a free curve', end: image };
  const { curve } = curveOf(recipe);
  const kind: ExactKind = recipe.kind === 'control' ? 'line' : isArc(recipe) ? 'arc' : 'other';
  const made: Result<Curve, Parameters<typeof failureInWords>[0]> = joinExact(
    curve,
    kind,
    contactsOf(recipe, joints, ends, levels),
  );
  if (!made.ok) return { problem: failureInWords(made.failure, kind) };
  return success(recipe.kind === 'control' ? withPlaces(recipe, made.value) : exactRecipe(recipe, made.value));
}

/** An arc as it is given by three places; of any other shape its control points, which are exact too. */
function exactRecipe(recipe: PrimitiveRecipe, curve: Curve): Recipe {
  if (!isArc(recipe)) return controlRecipe(curve, numberedControl);
  const [first, last] = domainOf(curve);
  const [start, through, end] = [first, (first + last) / 2, last].map((u) => evaluate(curve, u));
  const { reversed: _reversed, ...rest } = recipe;
  return { ...rest, shape: { kind: 'arc', start, through, end } };
}
