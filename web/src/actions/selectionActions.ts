import {
  asFree,
  fitPointsOf,
  fitRecipe,
  type Id,
  isClosed,
  isDerived,
  isFree,
  type NewItem,
  type CommandCall,
  plainRecipe,
  type Project,
  pulledBy,
  resolveRecipe,
  type Selection,
} from '@pencil-bend/document';
import { newId } from '../state/ids';
import { COMPARED } from '../tools/place/curves';

/** Something that can be done to what is selected as a whole, by one command. */
export interface SelectionAction {
  readonly kind: 'group' | 'ungroup' | 'reference' | 'releaseMirror' | 'throughCorners' | 'pulledByCorners' | 'compare';
  readonly label: string;
  readonly call: CommandCall;
  readonly select?: Selection;
}

/** What can be done to this selection now. */
export function selectionActions(project: Project | null, selection: Selection): readonly SelectionAction[] {
  const items = selection.items;
  if (!project || items.length === 0) return [];
  return [...ofSeveral(project, items), ...(items.length === 1 ? ofOne(project, items[0]) : [])];
}

function ofSeveral(project: Project, items: readonly Id[]): SelectionAction[] {
  const groups = [...new Set(items.flatMap((id) => project.items[id].group ?? []))];
  const reference = project.layerOrder.find((id) => project.layers[id].reference);
  const name = reference ? project.layers[reference].name : 'Reference';
  return [
    ...(items.length > 1 && !isOneGroup(project, items)
      ? [
          {
            kind: 'group' as const,
            label: 'group',
            call: { command: 'groupItems', args: { items, id: newId(), name: freeGroup(project) } } as const,
          },
        ]
      : []),
    ...groups.map((group) => ({
      kind: 'ungroup' as const,
      label: `ungroup ${project.groups[group].name}`,
      call: { command: 'ungroup', args: { group } } as const,
    })),
    {
      kind: 'reference',
      label: 'copy as reference',
      call: { command: 'copyAsReference', args: { items, id: newId(), layer: reference ?? newId(), name } },
    },
  ];
}

/** They are all of one group, and nothing else is in it. */
function isOneGroup({ items: all }: Project, items: readonly Id[]): boolean {
  const { group } = all[items[0]];
  return group !== undefined && items.every((id) => all[id].group === group);
}

function freeGroup({ groups }: Project): string {
  const names = Object.values(groups).map(({ name }) => name);
  let number = 1;
  while (names.includes(`Group ${number}`)) number++;
  return `Group ${number}`;
}

function ofOne(project: Project, item: Id): SelectionAction[] {
  const it = project.items[item];
  if (it.kind !== 'curve') return [];
  const recipe = plainRecipe(project, it);
  const resolved = resolveRecipe(recipe);
  const isPolyline = resolved.ok && resolved.value.curve.degree === 1 && resolved.value.curve.points.length > 8;
  const isMirror = isDerived(it.recipe) || (isFree(recipe) && recipe.symmetry !== undefined);
  return [
    ...(isMirror
      ? [
          {
            kind: 'releaseMirror' as const,
            label: 'let it go its own way',
            call: { command: 'releaseMirror', args: { item } } as const,
          },
        ]
      : []),
    ...(isPolyline
      ? [
          {
            kind: 'throughCorners' as const,
            label: 'curve through its corners',
            call: { command: 'throughCorners', args: { item } } as const,
          },
          {
            kind: 'pulledByCorners' as const,
            label: 'curve pulled by them',
            call: { command: 'pulledByCorners', args: { item, degree: 3 } } as const,
          },
        ]
      : []),
    ...compared(project, item),
  ];
}

/** The other curve over the points of one: pulled by those it goes through, through those it is pulled by. */
function compared(project: Project, id: Id): SelectionAction[] {
  const item = project.items[id];
  if (item.kind !== 'curve') return [];
  const recipe = plainRecipe(project, item);
  const fit = fitPointsOf(recipe);
  const closed = isClosed(recipe);
  const places = (fit.length > 0 ? fit : asFree(recipe).points).map(({ at }) => at);
  if (places.length < 3) return [];
  const other: NewItem =
    fit.length > 0
      ? { id: newId(), colour: COMPARED.pulled, recipe: pulledBy(places, 3, closed) }
      : {
          id: newId(),
          colour: COMPARED.through,
          recipe: fitRecipe(
            places.map((at, i) => ({ id: `p${i + 1}`, at })),
            closed,
          ),
        };
  const label = fit.length > 0 ? 'compare: pulled by its points' : 'compare: through its points';
  return [
    {
      kind: 'compare',
      label,
      call: { command: 'drawItems', args: { layer: item.layer, plane: item.plane, shape: 'compare', items: [other] } },
    },
  ];
}
