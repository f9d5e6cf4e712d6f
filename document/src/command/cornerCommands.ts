import { angleBetween, arcCentre, type Curve, distance, jetBeyond } from '@pencil-bend/core';
import { fillet } from '@pencil-bend/core/changing';
import { CommandError } from '../commandError';
import type { End } from '../links/sources';
import { withLinks, withShape } from '../links/table';
import { cornerIn } from '../project/plain';
import type { CornerRecipe, CurveItem, Id, Project, Recipe } from '../project/project';
import { controlRecipe, curveOf, numberedControl } from '../recipe/fixSpacing';
import { partOf } from '../recipe/parts';
import type { Fates } from '../links/settle';
import type { cornerArgs } from '../schema/cornerArgs';
import { openCurve } from './bindable';
import type { Commands } from './command';
import {
  endOf,
  ends,
  type Leg,
  madeTogether,
  MEETS,
  mustBeMade,
  mustCorner,
  newCorner,
  otherEnd,
  TOUCHES,
} from './cornerChanges';
import { FreeNames } from './freeNames';
import { curveItemOf, named, openCurveOf, openItemOf } from './items';
import { extendedToMeet } from './lengths';
import { cornersSoftened, partsAtKink } from './softenCorners';
import { cornerInWords } from './words';

/** What softens corners, and makes of fillets soft corners and of these fillets. */
export const cornerCommands: Commands<typeof cornerArgs> = {
  /** The legs end where it begins, for as long as it is there. */
  drawCorner: {
    adds: () => 1,
    facts: (project, { first, second }) => ({ items: named(project, [first.item, second.item]) }),
    change: {
      items: (project, { id, ...asked }) => {
        const item = newCorner(project, new FreeNames(project), asked);
        mustCorner(project, id, item, null);
        return { added: { [id]: item } };
      },
    },
  },

  setCorner: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    change: {
      items: (project, { item: id, apart, ...asked }) => {
        openItemOf(project, id);
        const item = curveItemOf(project, id);
        if (item.recipe.kind !== 'corner') throw new CommandError(`${item.name} is no corner`);
        const { together } = item.recipe;
        const now = { ...item, recipe: { kind: 'corner' as const, ...asked, ...(together && !apart && { together }) } };
        mustCorner(project, id, now, item.recipe);
        return { changed: { ...(together && !apart && madeTogether(project, together, asked)), [id]: now } };
      },
    },
  },

  /**
   * Every kink of these curves, and every corner where ends of them meet: they are split there and share their numbers.
   * `id` begins the ids of what is added.
   */
  softenCorners: {
    facts: (project, { items }) => ({ items: named(project, items) }),
    fates: ({ items }): Fates => Object.fromEntries(items.map((item) => [item, 'cut'])),
    change: { items: (project, args) => cornersSoftened(project, args) },
  },

  /**
   * The corner that one curve has at its kink nearest to a place: it is split there, a closed one at the next kink, too.
   * `id` begins the ids of the second part and of the corner.
   */
  softenKink: {
    adds: () => 2,
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    fates: ({ item }): Fates => ({ [item]: 'cut' }),
    change: {
      items: (project, { item: of, near, id, ...asked }) => {
        const item = openCurveOf(project, of);
        const [rest, made] = [`${id}-1`, `${id}-2`];
        const { parts, ends } = partsAtKink(item.name, curveOf(item.recipe).curve, near);
        const [kept, cut] = parts.map((part) => partOf(item.recipe, part));
        const names = new FreeNames(project);
        const { joints: _joints, ties: _ties, ...like } = curveItemOf(project, of);
        const second = { ...like, name: names.next(item.name.replace(/ \d+$/, '')), recipe: cut };
        const first = withShape(project, curveItemOf(project, of), kept);
        const corner = newCorner(project, names, {
          ...asked,
          first: { item: of, end: ends[0] },
          second: { item: rest, end: ends[1] },
        });
        // Nothing begins at the new ends; what goes on from the old ones goes along to where they are.
        const on = { ...project.items, [of]: withLinks(first, {}, {}), [rest]: second };
        mustBeMade({ ...project, items: on }, made, corner);
        return { changed: { [of]: first }, added: { [rest]: second, [made]: corner } };
      },
    },
  },

  /** Its legs go on until they meet, and the corner has the arc's radius as its smallest. */
  softenFillet: {
    lossy: true,
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    fates: ({ first, second }): Fates => ({ [first.item]: 'cut', [second.item]: 'cut' }),
    change: {
      items: (project, { item: id, first, second, level }) => {
        const { curve: arc, name } = shapeOf(project, id);
        const centre = arcCentre(arc);
        if (!centre || arc.closing !== 'open') throw new CommandError(`${name} is no arc between two curves`);
        const places = ends(arc);
        const legs = [first, second].map((leg) => legOf(project, leg));
        mustTouch(name, arc, legs);
        const met = extendedToMeet([legs[0].curve, legs[1].curve], [first.end, second.end], distance(...places));
        if (!met) {
          throw new CommandError(`${legs[0].name} and ${legs[1].name} do not meet beyond ${name}: there is no corner`);
        }
        const changed: Record<Id, CurveItem> = {};
        for (const [i, { item, recipe }] of legs.entries()) {
          const longer = withShape(project, curveItemOf(project, item), partOf(recipe, met[i]));
          changed[item] = withoutJointTo(longer, [first, second][i].end, id);
        }
        const { trim: _trim, ...whole } = shapeOf(project, id).recipe;
        const arcAlone = withLinks({ ...curveItemOf(project, id), recipe: whole }, {}, {});
        const on = { ...project, items: { ...project.items, ...changed, [id]: arcAlone } };
        const recipe: CornerRecipe = {
          kind: 'corner',
          first,
          second,
          level,
          size: { radius: distance(centre, places[0]) },
        };
        const corner = { ...arcAlone, recipe };
        mustCorner(on, id, corner, null);
        return { changed: { ...changed, [id]: corner } };
      },
    },
    tellsOfLinks: true,
  },

  /** An arc with the smallest radius that it has; the legs end where the arc begins, for good. */
  filletSoftCorner: {
    lossy: true,
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    fates: ({ item }): Fates => ({ [item]: 'cut' }),
    change: {
      items: (project, { item: id }) => {
        openItemOf(project, id);
        const item = curveItemOf(project, id);
        if (item.recipe.kind !== 'corner') throw new CommandError(`${item.name} is no soft corner`);
        const { first, second, size } = item.recipe;
        const { cuts, smallestRadius, problem } = cornerIn(project, id);
        if (!cuts) throw new CommandError(`${item.name}: ${problem ?? ''}`);
        const radius = 'radius' in size && problem === null ? size.radius : smallestRadius;
        const [a, b] = [first, second].map((leg) => legOf(project, leg));
        const near = endOf(a.curve, first.end);
        const keep = [otherEnd(first.end), otherEnd(second.end)] as const;
        const made = fillet(a.curve, b.curve, radius, project.planes[item.plane], { near, keep });
        if (!made.ok) throw new CommandError(cornerInWords(made.failure, 'fillet', a.name, b.name));
        const { between } = made.value;
        const parts = [made.value.first, made.value.second];
        const changed = Object.fromEntries(
          [a, b].map(({ item: leg, recipe }, i): [Id, CurveItem] => [
            leg,
            withShape(project, curveItemOf(project, leg), partOf(recipe, parts[i])),
          ]),
        );
        return { changed: { ...changed, [id]: { ...item, recipe: controlRecipe(between, numberedControl) } } };
      },
    },
    tellsOfLinks: true,
  },
};

/** A curve that is to be changed, as it is seen but for the corners that end it. */
function shapeOf(project: Project, id: Id): { readonly name: string; readonly recipe: Recipe; readonly curve: Curve } {
  const { name, recipe } = openCurveOf(project, id);
  return { name, recipe, curve: curveOf(recipe).curve };
}

function legOf(project: Project, { item, end }: Leg) {
  openCurve(project, item);
  return { item, end, ...shapeOf(project, item) };
}

/** Throws a `CommandError` where an arc does not lie between the ends of its legs and touch them. */
function mustTouch(name: string, arc: Curve, legs: readonly ReturnType<typeof legOf>[]): void {
  const free = new Set<End>(['start', 'end']);
  for (const leg of legs) {
    const at = endOf(leg.curve, leg.end);
    const end = [...free].find((each) => distance(endOf(arc, each), at) <= MEETS);
    if (!end) throw new CommandError(`${name} does not begin at the ${leg.end} of ${leg.name}`);
    free.delete(end);
    const [ahead, back] = [jetBeyond(leg.curve, leg.end), jetBeyond(arc, end)];
    // What goes on beyond the leg runs into the arc.
    const turn = ahead && back ? Math.PI - angleBetween(ahead.tangent, back.tangent) : Math.PI;
    if (turn > TOUCHES) {
      throw new CommandError(`${name} makes a corner with ${leg.name}: it is no fillet`);
    }
  }
}

/** A leg without the joint by which it follows the fillet that becomes its corner. */
function withoutJointTo(item: CurveItem, end: End, leader: Id): CurveItem {
  const joint = item.joints?.[end];
  if (joint?.leader.kind !== 'end' || joint.leader.item !== leader) return item;
  const { [end]: _gone, ...left } = item.joints ?? {};
  return withLinks(item, left, item.ties ?? {});
}
