import type { ListedProject } from '@pencil-bend/document';

export type Sorting = 'changed' | 'name' | 'items';

export const SORTINGS: readonly { readonly value: Sorting; readonly label: string }[] = [
  { value: 'changed', label: 'Last changed' },
  { value: 'name', label: 'Name' },
  { value: 'items', label: 'Most curves' },
];

const byName = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' });

const ORDERS: Readonly<Record<Sorting, (a: ListedProject, b: ListedProject) => number>> = {
  changed: (a, b) => (a.changedAt < b.changedAt ? 1 : a.changedAt > b.changedAt ? -1 : 0),
  name: (a, b) => byName.compare(a.name, b.name),
  items: (a, b) => b.items - a.items,
};

/** The projects whose name holds every word of the search, in order. */
export function listed(projects: readonly ListedProject[], search: string, sorting: Sorting): ListedProject[] {
  const words = plain(search).split(/\s+/).filter(Boolean);
  const found = projects.filter(({ name }) => words.every((word) => plain(name).includes(word)));
  return found.sort((a, b) => ORDERS[sorting](a, b) || ORDERS.name(a, b));
}

/** Without capitals and accents: 'Bézier' is found by 'bezier'. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
