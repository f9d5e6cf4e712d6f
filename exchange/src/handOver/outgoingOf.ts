import { type Id, isShown, itemsOf, plainRecipe, type Project, resolve } from '@pencil-bend/document';
import { nurbsOf } from '../nurbs';
import type { Outgoing, OutgoingSheet } from '../outgoing';
import { Entries } from '../report';

/** What of a drawing is handed over. */
export type Which =
  | { readonly kind: 'all' }
  | { readonly kind: 'items'; readonly ids: readonly Id[] }
  | { readonly kind: 'layers'; readonly ids: readonly Id[] };

export interface OutgoingOptions {
  readonly which: Which;
  /** What lies on layers to work to goes out too. */
  readonly references: boolean;
}

/**
 * The curves and points of a drawing as they are handed over, and what of it is left out: what is hidden or to work to,
 * where everything is asked for; guides and measured points, which no format of curves has a place for; curves that
 * cannot be made.
 */
export function outgoingOf(
  project: Project,
  { which, references }: OutgoingOptions,
): { readonly sheet: OutgoingSheet; readonly leftOut: Entries } {
  const leftOut = new Entries();
  const resolved = resolve(project);
  const items = itemsOf(project).flatMap(([id, item]): Outgoing[] => {
    const layer = project.layers[item.layer];
    const where = { entity: item.name };
    if (which.kind === 'items' && !which.ids.includes(id)) return [];
    if (which.kind === 'layers' && !which.ids.includes(item.layer)) return [];
    const leaveOut = (what: string, why: string) => {
      leftOut.add(what, why, where);
      return [];
    };
    if (item.kind === 'guide') return leaveOut('guide', 'it is to work to, and no part of the drawing');
    if (item.kind === 'pointSet') return leaveOut('measured set', 'its points can be saved as a table');
    // What is selected goes out whatever it is.
    if (which.kind !== 'items' && layer.reference && !references) return leaveOut(item.kind, 'its layer is to work to');
    if (which.kind !== 'items' && !isShown(project, item)) return leaveOut(item.kind, 'it is hidden');
    const look = { name: item.name, colour: item.colour, layer: layer.name };
    if (item.kind === 'point') return [{ kind: 'point', ...look, at: item.at }];
    const made = resolved.get(id);
    if (!made?.ok) return leaveOut('curve', `it cannot be made${made ? `: ${made.failure.message}` : ''}`);
    // By its own numbers, where they are what is shown: dividing by weights would round them.
    return [
      { kind: 'curve', ...look, curve: made.value.curve, nurbs: nurbsOf(made.value.curve, plainRecipe(project, item)) },
    ];
  });
  return { sheet: { name: project.name, items }, leftOut };
}
