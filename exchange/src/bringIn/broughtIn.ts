import type { Affine } from '@pencil-bend/core';
import { type BroughtIn, type Id, LONGEST_NAME, nameProblem, type Project, shortened } from '@pencil-bend/document';
import { imageOf, imageOfDirection } from '../affine';
import type { IncomingItem } from '../incoming';
import { mapped, recipeOfNurbs } from '../nurbs';

export interface BroughtInOptions {
  /** The name of the file, without its extension. */
  readonly file: string;
  /** Where what has no layer of its own is put. */
  readonly layer: Id;
  readonly plane: Id;
  /** Begins the ids of everything that is new. */
  readonly id: string;
  /** From the file's coordinates to where it is set down; they are kept when it is left out. */
  readonly map?: Affine;
}

/** What a name may not hold, and what a database makes of half a pair of surrogates. */
const FORBIDDEN = /[\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u202A-\u202E\u2066-\u2069\uFFFD]/gu;

/** A text from a file as a name; another one where nothing of it can be one. */
export function nameFrom(text: string, otherwise: string): string {
  const name = shortened(text.replace(FORBIDDEN, '').trim(), LONGEST_NAME).trim();
  return nameProblem(name) === null ? name : otherwise;
}

/**
 * The arguments of the step that takes items of a file into a drawing: on its layers of the same names, or on new ones;
 * edges of what was left out on a layer to work to; what belongs together as a group.
 */
export function broughtIn(
  items: readonly IncomingItem[],
  project: Pick<Project, 'layers' | 'layerOrder'>,
  options: BroughtInOptions,
): BroughtIn {
  const { id, layer, plane, map } = options;
  const file = nameFrom(options.file, 'a file');
  const layers = new Map<string, BroughtIn['layers'][number]>();
  const groups = new Map<string, BroughtIn['groups'][number]>();
  const open = new Map(
    project.layerOrder
      .flatMap((each) => (project.layers[each].locked ? [] : [[project.layers[each].name, each] as const]))
      .toReversed(),
  );
  const layerOf = (item: IncomingItem): Id => {
    if (item.layer === null && !item.isReference) return layer;
    const name = item.isReference ? nameFrom(`${file}, edges`, 'Edges') : nameFrom(item.layer ?? '', 'Layer');
    const there = item.isReference ? undefined : open.get(name);
    if (there !== undefined) return there;
    const made = layers.get(name) ?? {
      id: `${id}-l${layers.size + 1}`,
      name,
      ...(item.isReference && { reference: true as const }),
    };
    layers.set(name, made);
    return made.id;
  };
  const groupOf = (group: string): Id => {
    const made = groups.get(group) ?? {
      id: `${id}-g${groups.size + 1}`,
      name: nameFrom(group, `Group ${groups.size + 1}`),
    };
    groups.set(group, made);
    return made.id;
  };
  const made = items.map((item, i): BroughtIn['items'][number] => {
    const base = {
      id: `${id}-${i + 1}`,
      name: nameFrom(item.name ?? '', item.kind === 'point' ? 'Point' : item.kind === 'line' ? 'Line guide' : 'Curve'),
      layer: layerOf(item),
      ...(item.colour !== null && { colour: item.colour }),
      ...(item.group !== null && { group: groupOf(item.group) }),
      ...(item.isHidden && { hidden: true as const }),
    };
    switch (item.kind) {
      case 'curve':
        return { ...base, recipe: recipeOfNurbs(map ? mapped(item.nurbs, map) : item.nurbs) };
      case 'point':
        return { ...base, at: map ? imageOf(map, item.at) : item.at };
      case 'line': {
        const direction = map ? imageOfDirection(map, item.direction) : item.direction;
        const size = Math.hypot(...direction);
        const unit = [direction[0] / size, direction[1] / size, direction[2] / size] as const;
        return {
          ...base,
          guide: { kind: 'line', at: map ? imageOf(map, item.at) : item.at, direction: unit, symmetry: false },
        };
      }
    }
  });
  return { file, plane, layers: [...layers.values()], groups: [...groups.values()], items: made };
}
