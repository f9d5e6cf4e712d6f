import { type Affine, unit } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { type CurveItem, type Id, isDerived, isFree, type Item, type Project, type Recipe } from '../project/project';
import { plainRecipe } from '../project/plain';
import { renamed } from '../links/taken';
import { followsOneOf, partnersOf } from '../links/order';
import { jointsOf, linkKindOf, referenceOf, sourcesOf } from '../links/sources';
import { directed, placed } from '../recipe/affine';
import { movedBy } from '../items/table';
import { alone, drawnFrom, eachJoint, linksOf, ownRecipe, withLinks, withShape } from '../links/table';
import type { Value } from '../schema/kit';
import type { pasted, transformArgs } from '../schema/transformArgs';
import type { Commands } from './command';
import { FreeNames } from './freeNames';
import { curveItemOf, itemOf, named, namedAs, openItemOf } from './items';

/** What people call a map. */
export type TransformKind = Value<(typeof transformArgs)['transformItems']>['how'];

/** What can be done to items as they are: moved, copied, mirrored. */
export const transformCommands: Commands<typeof transformArgs> = {
  transformItems: {
    facts: (project, { items, how }) => ({ how, items: named(project, items) }),
    change: {
      items: (project, { items, map }) => {
        const all = new Set(items);
        // A mirror goes where its original goes.
        const moving = items.filter(
          (id) => openItemOf(project, id) && !(followsWholly(project, id) && followsOneOf(project, id, all)),
        );
        return { changed: Object.fromEntries(moving.map((id) => [id, transformedIn(project, id, all, map)])) };
      },
    },
  },

  /** One copy for each map; `id` begins the ids of the copies. */
  copyItems: {
    adds: ({ items, maps }) => items.length * maps.length,
    facts: (project, { items, how, maps }) => ({ how, items: named(project, items), numbers: [maps.length] }),
    change: {
      items: (project, { items, id, maps }) => {
        const names = new FreeNames(project);
        const copies = maps.flatMap((map) =>
          items.map((each) => {
            const { group: _group, ...single } = movedBy(alone(project, itemOf(project, each)), map);
            return { ...single, name: names.next(wordOf(single.name)) };
          }),
        );
        return { added: numbered(id, copies) };
      },
    },
  },

  /** Curves that stay the mirrors of these. */
  mirrorItems: {
    adds: ({ items }) => items.length,
    facts: (project, { items }) => ({ items: named(project, items) }),
    change: {
      items: (project, { items, id, about }) => {
        const names = new FreeNames(project);
        const mirrors = items.map((of): Item => {
          const { group: _group, joints: _joints, ties: _ties, ...item } = curveItemOf(project, of);
          const recipe = { kind: 'mirror', of, about: { at: about.at, across: unit(about.across) } } as const;
          return { ...item, name: names.next(`${wordOf(item.name)}, mirror`), recipe };
        });
        return { added: numbered(id, mirrors) };
      },
    },
  },

  /** Of a mirror a curve of its own, of a curve that is its own mirror an ordinary one; nothing moves. */
  releaseMirror: {
    facts: (project, { item }) => ({ items: named(project, [item]) }),
    tellsOfLinks: true,
    change: {
      items: (project, { item: id }) => {
        openItemOf(project, id);
        const item = curveItemOf(project, id);
        const isOwnMirror = !isDerived(item.recipe) && isFree(item.recipe) && item.recipe.symmetry !== undefined;
        if (!isDerived(item.recipe) && !isOwnMirror) {
          throw new CommandError(`${item.name} is a curve of its own already`);
        }
        const own = alone(project, item) as CurveItem;
        return { changed: { [id]: { ...own, recipe: withoutSymmetry(ownRecipe(own)) } } };
      },
    },
  },

  /** Items from a clipboard, moved by a map; `id` begins their ids. */
  paste: {
    adds: ({ items }) => items.length,
    facts: (_project, { items }) => ({ items: namedAs(items.map(({ item }) => item.name)) }),
    change: {
      items: (project, { id, layer, plane, map, items }) => {
        const idOf = new Map(items.map(({ from }, i) => [from, `${id}-${i + 1}`]));
        const names = new FreeNames(project);
        const pasted = items.map(({ item }): Item => {
          const { group: _group, ...single } = renamed(item, idOf);
          const name = names.isTaken(item.name) ? names.next(wordOf(item.name)) : item.name;
          names.take(name);
          const there = Object.hasOwn(project.layers, item.layer) ? item.layer : layer;
          return { ...movedBy(single as Item, map), name, layer: there, plane };
        });
        return { added: numbered(id, pasted) };
      },
    },
  },
};

/** Where an item is comes of what it is made from, and nothing else of it has a size. */
const followsWholly = (project: Project, id: Id): boolean => {
  const kind = linkKindOf(itemOf(project, id));
  return kind !== null && linksOf(kind).isDerived && kind !== 'corner';
};

/**
 * An item as a map takes it. A joined curve goes with its leaders as it is; where one of them stays, what is seen of the
 * curve is moved, and the joint binds it from there.
 */
function transformedIn(project: Project, id: Id, all: ReadonlySet<Id>, map: Affine): Item {
  const item = itemOf(project, id);
  if (linkKindOf(item) === 'corner' && sourcesOf(item).every((source) => all.has(source.item)))
    return movedBy(item, map);
  const kind = linkKindOf(item);
  if (item.kind !== 'curve' || (kind !== null && kind !== 'bound')) return movedBy(alone(project, item), map);
  // A corner at its end goes on ending it, so that it is not cut for good.
  const seen = () => withLinks(withShape(project, item, plainRecipe(project, item)), {}, {});
  const partners = partnersOf(project, id).every((partner) => all.has(partner));
  if (kind === null) return movedBy(partners ? item : seen(), map);
  const led = [...jointsOf(item).map(([, { leader }]) => referenceOf(leader)), ...sourcesOf(item)];
  if (led.every((reference) => reference !== null && all.has(reference.item)) && partners) {
    return movedBy(item, map);
  }
  const moved = movedBy(seen(), map) as CurveItem;
  const joints = eachJoint(item.joints ?? {}, (joint) => {
    const reference = referenceOf(joint.leader);
    const from = drawnFrom(project, joint);
    const goes = reference !== null && all.has(reference.item);
    return { ...joint, from: goes ? { at: placed(map, from.at), along: unit(directed(map, from.along)) } : from };
  });
  return withLinks(moved, joints, item.ties ?? {});
}

function withoutSymmetry(recipe: Recipe): Recipe {
  if (!isFree(recipe)) return recipe;
  const { symmetry: _symmetry, ...free } = recipe;
  return free;
}

/** New items with ids that begin alike. */
const numbered = (id: Id, items: readonly Item[]): Record<Id, Item> =>
  Object.fromEntries(items.map((item, i) => [`${id}-${i + 1}`, item]));

/** An item of a clipboard, with the id that mirrors among the others know it by. */
export type Pasted = Value<typeof pasted>;

/** 'Wall' of 'Wall 2'. */
const wordOf = (name: string): string => name.replace(/ \d+$/, '') || name;
