import { type Id, type Item, itemsOf, itemWord, type Layer, type Project } from '@pencil-bend/document';
import type { TreeNode } from 'primeng/api';

/** What a row of the list is about. */
export type OutlineRow =
  | { readonly kind: 'layer'; readonly id: Id; readonly layer: Layer; readonly deletable: boolean }
  | {
      readonly kind: 'item';
      readonly id: Id;
      readonly layer: Id;
      readonly item: Item;
      readonly hidden: boolean;
      readonly told: string;
    }
  | { readonly kind: 'groups' }
  | { readonly kind: 'group'; readonly id: Id; readonly name: string; readonly items: readonly Id[] };

export type OutlineNode = TreeNode<OutlineRow>;

/** The rows of the list as a tree: layers with their items, then the groups. The tree keeps its own marks in them. */
export function outlineRows(project: Project, collapsed: ReadonlySet<string>): OutlineNode[] {
  const byLayer = new Map<Id, OutlineNode[]>(project.layerOrder.map((id) => [id, []]));
  for (const [id, item] of itemsOf(project)) {
    const hidden = !item.visible || !project.layers[item.layer].visible;
    const data = { kind: 'item', id, layer: item.layer, item, hidden, told: itemWord(item) } as const;
    byLayer.get(item.layer)?.push({ key: `item-${id}`, label: item.name, leaf: true, data });
  }
  const layers = project.layerOrder.map((id): OutlineNode => {
    const layer = project.layers[id];
    const children = byLayer.get(id) ?? [];
    const data = {
      kind: 'layer',
      id,
      layer,
      deletable: children.length === 0 && project.layerOrder.length > 1,
    } as const;
    return opening({ key: `layer-${id}`, label: layer.name, data, children }, collapsed);
  });
  const groups = Object.entries(project.groups).map(([id, { name }]): OutlineNode => {
    const items = project.itemOrder.filter((item) => project.items[item].group === id);
    const data = { kind: 'group', id, name, items } as const;
    return { key: `group-${id}`, label: name, leaf: true, draggable: false, droppable: false, data };
  });
  if (groups.length === 0) return layers;
  const heading = { key: 'groups', label: 'Groups', draggable: false, droppable: false } as const;
  return [...layers, opening({ ...heading, data: { kind: 'groups' }, children: groups }, collapsed)];
}

/** The items whose rows are from one index to another of those that are unfolded. */
export function itemsInSight(rows: readonly OutlineNode[], first: number, last: number): readonly Id[] {
  const unfolded = rows.flatMap((row) => [row, ...(row.expanded ? (row.children ?? []) : [])]);
  return unfolded.slice(first, last + 1).flatMap(({ data }) => (data?.kind === 'item' ? [data.id] : []));
}

const opening = (node: OutlineNode, collapsed: ReadonlySet<string>): OutlineNode => ({
  ...node,
  leaf: node.children?.length === 0,
  expanded: !collapsed.has(node.key ?? ''),
});
