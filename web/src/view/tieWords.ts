import type { Project, Tie } from '@pencil-bend/document';

/** What a tied point follows: 'Lip and the direction of Axis'. */
export function followedInWords({ items }: Pick<Project, 'items'>, { place, direction }: Tie): string {
  const nameOf = (id: string) => (Object.hasOwn(items, id) ? items[id].name : 'what is gone');
  return [
    ...(place ? [nameOf(place.item)] : []),
    ...(direction ? [`the direction of ${nameOf(direction.item)}`] : []),
  ].join(' and ');
}
