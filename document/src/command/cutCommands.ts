import {
  arcLength,
  type Curve,
  distance,
  domainOf,
  evaluate,
  type Plane,
  split,
  type Vector3,
} from '@pencil-bend/core';
import { chamfer, divideByCount, divideByLength, fillet, midwayByLength, offset } from '@pencil-bend/core/changing';
import { type Draft, original } from 'immer';
import { CommandError } from '../commandError';
import { plainRecipe } from '../project/plain';
import type { Id, Project, Recipe } from '../project/project';
import { reverseCurve } from '../recipe/editEnds';
import { controlRecipe, curveOf } from '../recipe/fixSpacing';
import type { StepFacts } from '../history/stepTitle';
import type { Fates } from '../links/settle';
import type { cutArgs } from '../schema/cutArgs';
import type { Commands } from './command';
import { type CornerCut, cutCorner } from './corner';
import { namesIn } from './freeNames';
import { addItem, curveItemOf, named, newItem, openCurveOf, setRecipe } from './items';
import { joined } from './joined';
import { extended, shortened, trimmed } from './lengths';
import { partOf } from '../recipe/parts';
import { FIRST_NAMES, type Shape } from './shapes';
import { cornerInWords, offsetInWords } from './words';

interface OfTwo {
  readonly first: Id;
  readonly second: Id;
}

const cut = ({ item }: { readonly item: Id }): Fates => ({ [item]: 'cut' });
const bothCut = ({ first, second }: OfTwo): Fates => ({ [first]: 'cut', [second]: 'cut' });

/** What cuts curves, makes them longer or joins them, and what is made from one or two of them. */
export const cutCommands: Commands<typeof cutArgs> = {
  /** `id` is that of the second part. A closed curve is opened where it is cut. */
  splitCurve: {
    facts: (project, { item }) => cutFacts(project, item),
    fates: cut,
    change: (draft, { item, u, id }) => {
      const { project, recipe, name } = taken(draft, item);
      const parts = split(curveOf(recipe).curve, within(recipe, u, name));
      if (!parts.ok) throw new CommandError(`${name} ends there: nothing is left to cut off`);
      replaced(
        draft,
        project,
        item,
        parts.value.map((part) => partOf(recipe, part)),
        id,
      );
    },
  },

  /** Takes away the stretch around `u` between the nearest places where other curves cross; all shown ones when `by` is null. */
  trimCurve: {
    facts: (project, { item }) => cutFacts(project, item),
    fates: cut,
    change: (draft, { item, u, by, id }) => {
      const { project, recipe, name } = taken(draft, item);
      const left = trimmed(project, item, curveOf(recipe).curve, within(recipe, u, name), by);
      replaced(
        draft,
        project,
        item,
        left.map((part) => partOf(recipe, part)),
        id,
      );
    },
  },

  shortenCurve: {
    facts: (project, { item }) => cutFacts(project, item),
    fates: cut,
    change: (draft, { item, end, length }) => {
      const { project, recipe, name } = taken(draft, item);
      const part = shortened(curveOf(recipe).curve, end, length, name);
      replaced(draft, project, item, [partOf(recipe, part)], item);
    },
  },

  /** By a length, to a place, or to another curve. */
  extendCurve: {
    facts: (project, { item }) => cutFacts(project, item),
    fates: cut,
    change: (draft, { item, end, how, reach }) => {
      const { project, recipe, name } = taken(draft, item);
      const longer = extended(project, curveOf(recipe).curve, end, how, reach, name);
      replaced(draft, project, item, [partOf(recipe, longer)], item);
    },
  },

  /** The second curve becomes part of the first. */
  joinCurves: {
    facts: (project, { first, second }) => ({
      ...cutFacts(project, first, second),
      items: named(project, [first, second]),
    }),
    fates: bothCut,
    change: (draft, { first, second, firstEnd, secondEnd }) => {
      const { project, recipe, name } = taken(draft, first);
      const other = openCurveOf(project, second);
      const whole = joined(recipe, firstEnd, other.recipe, secondEnd, project.tolerance, [name, other.name]);
      setRecipe(draft, first, whole);
      if (first === second) return;
      delete draft.items[second];
      draft.itemOrder = draft.itemOrder.filter((id) => id !== second);
    },
  },

  /** Distances in mm, positive to the left of the curve; `id` begins the ids of the new curves. */
  offsetCurve: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: (draft, { item: of, by, corners, id }) => {
      const { project, recipe, name, plane } = read(draft, of);
      const { colour, layer, plane: drawnOn } = curveItemOf(project, of);
      const curves = by.flatMap((away) => {
        const made = computed(() => offset(curveOf(recipe).curve, away, project.tolerance, plane, { corners }));
        if (!made.ok) throw new CommandError(offsetInWords(made.failure, name, project.tolerance));
        return made.value.curves;
      });
      curves.forEach((curve, i) => added(draft, `${id}-${i + 1}`, 'offset', layer, drawnOn, curve, colour));
    },
  },

  /** Rounds the corner that two curves make, or one curve at a kink. */
  filletCorner: {
    facts: (project, { first, second }) => cutFacts(project, first, second),
    fates: bothCut,
    change: (draft, { first, second, near, radius, id }) =>
      corner(draft, { first, second, near, id }, 'fillet', (a, b, plane, options) =>
        fillet(a, b, radius, plane, options),
      ),
  },

  /** Cuts it straight, so far from the corner along each, in mm. */
  chamferCorner: {
    facts: (project, { first, second }) => cutFacts(project, first, second),
    fates: bothCut,
    change: (draft, { first, second, near, setbacks, id }) =>
      corner(draft, { first, second, near, id }, 'chamfer', (a, b, plane, options) =>
        chamfer(a, b, setbacks, plane, options),
      ),
  },

  /** Into a count of equal lengths, or every so many mm; `id` begins the ids of the points. */
  divideCurve: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: (draft, { item: of, into, id }) => {
      const { recipe, name, project } = read(draft, of);
      const { layer, plane } = curveItemOf(project, of);
      const measured = arcLength(curveOf(recipe).curve);
      if ('step' in into && measured.total / into.step > MOST_POINTS) {
        throw new CommandError(`A step of ${into.step} mm gives more than ${MOST_POINTS} points on ${name}`);
      }
      const { points } = 'count' in into ? divideByCount(measured, into.count) : divideByLength(measured, into.step);
      points.forEach((at, i) =>
        addItem(draft, `${id}-${i + 1}`, {
          kind: 'point',
          ...newItem(draft, namesIn(draft).next(FIRST_NAMES.point), layer, plane),
          at,
        }),
      );
    },
  },

  midwayCurve: {
    facts: (project, { first, second }) => ({ items: named(project, [first, second]) }),
    change: (draft, { first, second, id }) => {
      if (first === second) throw new CommandError('Midway needs two curves');
      const { project, recipe } = read(draft, first);
      const other = read(draft, second).recipe;
      const [a, b] = [curveOf(recipe).curve, curveOf(other).curve];
      const { layer, plane } = curveItemOf(project, first);
      const { curve } = computed(() => midwayByLength(a, alongWith(a, b, other), project.tolerance));
      added(draft, id, 'midway', layer, plane, curve);
    },
  },
};

/** What the kernel makes within its limits: a sheet's tolerance may be too fine for a curve's size, a distance too far. */
function computed<Made>(made: () => Made): Made {
  try {
    return made();
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new CommandError(`Not within what can be computed: ${error.message}`);
  }
}

const MOST_POINTS = 1000;

/** A curve that is to be changed, in the drawing as it was. */
function taken(draft: Draft<Project>, id: Id) {
  const project = original(draft) as Project;
  const { recipe, name } = openCurveOf(project, id);
  return { project, recipe, name };
}

/** A curve that others are made from, with the plane it was drawn on. */
function read(draft: Draft<Project>, id: Id) {
  const project = original(draft) as Project;
  const item = curveItemOf(project, id);
  const plane: Plane = project.planes[item.plane];
  return { project, name: item.name, plane, recipe: plainRecipe(project, item) };
}

function added(draft: Draft<Project>, id: Id, shape: Shape, layer: Id, plane: Id, curve: Curve, colour?: string): void {
  addItem(draft, id, {
    kind: 'curve',
    ...newItem(draft, namesIn(draft).next(FIRST_NAMES[shape]), layer, plane),
    ...(colour !== undefined && { colour }),
    recipe: controlRecipe(curve, (i) => `c${i + 1}`),
  });
}

/** The parts that a curve was cut to: the first stays the item, the second is a new one. */
function replaced(draft: Draft<Project>, project: Project, item: Id, parts: readonly Recipe[], id: Id): void {
  setRecipe(draft, item, parts[0]);
  if (parts.length === 1) return;
  const { recipe: _recipe, name, ...like } = curveItemOf(project, item);
  addItem(draft, id, { ...like, name: namesIn(draft).next(name.replace(/ \d+$/, '')), recipe: parts[1] });
}

/** What a cut tells. Throws a `CommandError` for what cannot be cut. */
function cutFacts(project: Project, ...both: readonly Id[]): StepFacts {
  const ids = [...new Set(both)];
  ids.forEach((id) => openCurveOf(project, id));
  return { items: named(project, ids) };
}

/** Throws a `CommandError` for a parameter outside the curve. */
function within(recipe: Recipe, u: number, name: string): number {
  const [first, last] = domainOf(curveOf(recipe).curve);
  if (!(u >= first && u <= last)) throw new CommandError(`The parameter ${u} lies outside ${name}`);
  return u;
}

function corner(
  draft: Draft<Project>,
  { first, second, near, id }: OfTwo & { near: Vector3; id: Id },
  shape: 'fillet' | 'chamfer',
  cut: CornerCut,
): void {
  const { project, recipe, name } = taken(draft, first);
  const other = openCurveOf(project, second);
  const { plane: drawnOn, layer, colour } = curveItemOf(project, first);
  const plane = project.planes[drawnOn];
  const made = cutCorner(recipe, first === second ? null : other.recipe, near, plane, cut);
  if (!made.ok) throw new CommandError(cornerInWords(made.failure, shape, name, other.name));
  const { whole, parts, between } = made.value;
  if (whole) setRecipe(draft, first, whole);
  else {
    setRecipe(draft, first, parts[0]);
    setRecipe(draft, second, parts[1]);
    added(draft, id, shape, layer, drawnOn, between, colour);
  }
}

/** The second curve in the direction in which it runs beside the first. */
function alongWith(a: Curve, b: Curve, recipe: Recipe): Curve {
  if (a.closing !== 'open' || b.closing !== 'open') return b;
  const ends = (curve: Curve) => domainOf(curve).map((u) => evaluate(curve, u));
  const [[a0, a1], [b0, b1]] = [ends(a), ends(b)];
  return distance(a0, b0) + distance(a1, b1) <= distance(a0, b1) + distance(a1, b0)
    ? b
    : curveOf(reverseCurve(recipe)).curve;
}
