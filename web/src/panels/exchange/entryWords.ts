import type { Entry } from '@pencil-bend/exchange';

/** Names of so many are told. */
const TOLD = 3;

/** '12 curves', '1 measured set'. */
export const itemsInWords = ({ count, what }: Pick<Entry, 'count' | 'what'>): string =>
  `${count.toLocaleString('en')} ${count === 1 || !/[a-z]$/.test(what) ? what : `${what}s`}`;

/** 'Wall, Rim, Spout …'. */
export function namesInWords({ where, count }: Entry): string {
  const names = where.flatMap(({ entity }) => entity ?? []).slice(0, TOLD);
  return names.length === 0 ? '' : `${names.join(', ')}${count > names.length ? ' …' : ''}`;
}

/** Where things stand in a file: 'line 12 (D57), line 40 (D61, 3e-6 mm apart) …'. */
export function placesInWords({ where, count }: Entry): string {
  const places = where.slice(0, TOLD).map(({ line, column, entity, detail }) => {
    const at = line === undefined ? '' : `line ${line}${column === undefined ? '' : `, column ${column}`}`;
    const more = [entity, detail].filter((text) => text !== undefined).join(', ');
    return at && more ? `${at} (${more})` : at || more;
  });
  return places.length === 0 ? '' : `${places.join('; ')}${count > places.length ? ' …' : ''}`;
}
