import { type Problem, pointerParts } from './problem';

/** What a record of a project holds, and what one of them is called. */
const RECORDS: Readonly<Record<string, string>> = {
  layers: 'layer',
  planes: 'work plane',
  groups: 'group',
  items: 'item',
};

/** One of what an array holds. */
const ONE_OF: Readonly<Record<string, string>> = {
  points: 'point',
  knots: 'knot',
  moves: 'move',
  weights: 'weight',
  items: 'item',
  itemOrder: 'order of the list, entry',
  layerOrder: 'order of the layers, entry',
};

/** What kinds of items are called where they are not called by their name. */
const CALLED: Readonly<Record<string, string>> = { pointSet: 'measured set' };

/** Members that say nothing to people beside what stands in them. */
const SILENT = new Set(['at', 'to', 'recipe', 'args', 'drawing', 'guide', 'pointSet']);

/** Arrays that are places or directions. */
const VECTORS = new Set(['at', 'to', 'origin', 'direction', 'across', 'centre', 'x', 'y', 'z', 'least', 'largest']);
const AXES = ['x', 'y', 'z'];

/**
 * The place that a JSON pointer names, in the terms of the drawing: 'the curve Lid, point 1, x'. `value` is what the
 * pointer leads into: a project, sound or not, or the arguments of a command.
 */
export function placeInWords(path: string, value: unknown): string {
  const words: string[] = [];
  const parts = pointerParts(path);
  let within = value;
  for (let i = 0; i < parts.length; i++) {
    const [part, next] = [parts[i], parts[i + 1]];
    const child = memberOf(within, part);
    const named = next !== undefined && !Array.isArray(child) && RECORDS[part];
    const counted = next !== undefined && ONE_OF[part];
    if (named) {
      const one = memberOf(child, next);
      const kind = textOf(one, 'kind') ?? named;
      words.push(`the ${CALLED[kind] ?? kind} ${textOf(one, 'name') ?? next}`);
    } else if (counted) {
      const pulls = part === 'points' && textOf(within, 'kind') === 'control';
      words.push(`${pulls ? 'control ' : ''}${counted} ${Number(next) + 1}`);
    } else if (Array.isArray(within)) {
      words.push((VECTORS.has(parts[i - 1]) && AXES[Number(part)]) || String(Number(part) + 1));
    } else if (!SILENT.has(part)) words.push(part);
    if (named || counted) i++;
    within = named || counted ? memberOf(child, next) : child;
  }
  return words.join(', ');
}

/** The same problems with their places in words. */
export const withPlaces = (problems: readonly Problem[], value: unknown): Problem[] =>
  problems.map((problem) => ({ ...problem, place: placeInWords(problem.path, value) }));

const memberOf = (value: unknown, name: string): unknown =>
  typeof value === 'object' && value !== null && Object.hasOwn(value, name)
    ? (value as Record<string, unknown>)[name]
    : undefined;

function textOf(value: unknown, name: string): string | null {
  const found = memberOf(value, name);
  return typeof found === 'string' && found !== '' ? found : null;
}
