import { type Problem, pointer } from '../problem';
import { resolveRecipe } from '../recipe/resolve';
import { schemaProblems } from '../schemaProblems';
import { CommandError } from '../commandError';
import { givenProblem } from '../recipe/givenRecipes';
import { areAxes } from '../recipe/primitives/table';
import { type CurveItem, type Id, isDerived, isFree, type MirrorPlane, type Project, type Recipe } from './project';
import { itemProblems } from '../items/table';
import { circlesOf, graphOf } from '../links/order';
import { linksOf, namedPoints } from '../links/table';
import { jointsOf, linkKindOf, tiesOf } from '../links/sources';
import { plainRecipe } from './plain';

/** Items that were found right under this id: a step changes few of them, so few need a second look. */
const right = new WeakMap<object, Id>();

/** Everything wrong with a value as a project of this version: its schema first, then what a schema cannot say. */
export function checkProject(value: unknown): Problem[] {
  const problems = schemaProblems('project', withoutRightItems(value));
  if (problems.length > 0) return problems;
  const project = value as Project;
  const content = contentProblems(project);
  if (content.length === 0) for (const [id, item] of Object.entries(project.items)) right.set(item, id);
  return content;
}

/** The value without the items that need no second look; anything odd is left for the schema to name. */
function withoutRightItems(value: unknown): unknown {
  const items = (value as Partial<Project> | null)?.items;
  if (typeof items !== 'object' || items === null || Array.isArray(items)) return value;
  const fresh = Object.entries(items).filter(([id, item]) => !isRight(id, item));
  return { ...(value as Project), items: Object.fromEntries(fresh) };
}

const isRight = (id: Id, item: unknown): boolean => typeof item === 'object' && item !== null && right.get(item) === id;

/** What the schema cannot say: records and orders name the same ids, references lead somewhere, curves resolve. */
function contentProblems(project: Project): Problem[] {
  const problems = [
    ...orderProblems('layerOrder', project.layerOrder, 'layers', project.layers),
    ...orderProblems('itemOrder', project.itemOrder, 'items', project.items),
  ];
  for (const [id, plane] of Object.entries(project.planes)) {
    if (areAxes(plane)) continue;
    problems.push({ path: pointer('planes', id), message: 'The axes x and y must be unit vectors at right angles' });
  }
  const links = linkProblems(project);
  for (const [id, item] of Object.entries(project.items)) {
    for (const [member, names] of [
      ['layer', project.layers],
      ['plane', project.planes],
    ] as const) {
      if (!Object.hasOwn(names, item[member])) {
        problems.push({ path: pointer('items', id, member), message: `There is no ${member} '${item[member]}'` });
      }
    }
    if (item.group !== undefined && !Object.hasOwn(project.groups, item.group)) {
      problems.push({ path: pointer('items', id, 'group'), message: `There is no group '${item.group}'` });
    }
    problems.push(...itemProblems(item).map(({ path, message }) => ({ path: pointer('items', id) + path, message })));
    if (item.kind !== 'curve') continue;
    problems.push(...planeProblems(id, item));
    // What follows others may go wrong without a change of its own.
    if (links.length === 0 && (graphOf(project).ids.has(item) || !isRight(id, item))) {
      problems.push(...curveProblems(project, id, item));
    }
  }
  return [...problems, ...links];
}

/** References that lead nowhere, and items that are made from themselves: no curve can be resolved before they are mended. */
function linkProblems(project: Project): Problem[] {
  const problem = (id: Id, message: (name: string, is: string) => string): Problem[] => {
    const { name } = project.items[id];
    const kind = linkKindOf(project.items[id]);
    return kind
      ? [{ path: pointer('items', id, ...linksOf(kind).path), message: message(name, linksOf(kind).is) }]
      : [];
  };
  const lost = [...graphOf(project).sources].flatMap(([id, sources]) =>
    sources
      .filter((source) => !Object.hasOwn(project.items, source))
      .flatMap((source) => problem(id, (name, is) => `${name} ${is} '${source}', which is not there`)),
  );
  const circles = circlesOf(project).flatMap((circle) => {
    const [first] = circle;
    const kind = linkKindOf(project.items[first]);
    if (!kind) return [];
    const message = `${circleInWords(project, circle)}: a circle`;
    return [{ path: pointer('items', first, ...linksOf(kind).path), message }];
  });
  return [...lost, ...circles];
}

/** 'Lip follows Spout, Spout follows Lip' */
export const circleInWords = (project: Pick<Project, 'items'>, circle: readonly Id[]): string =>
  circle
    .map((id, i) => {
      const kind = linkKindOf(project.items[id]);
      const is = kind ? linksOf(kind).is : 'gives way to';
      return `${project.items[id].name} ${is} ${project.items[circle[(i + 1) % circle.length]].name}`;
    })
    .join(', ');

const isUnit = ([x, y, z]: readonly [number, number, number]): boolean => Math.abs(x * x + y * y + z * z - 1) <= 1e-9;

function planesOf(recipe: CurveItem['recipe']): readonly MirrorPlane[] {
  if (recipe.kind === 'mirror') return [recipe.about];
  return !isDerived(recipe) && isFree(recipe) && recipe.symmetry ? [recipe.symmetry] : [];
}

function planeProblems(id: Id, { recipe, name }: CurveItem): Problem[] {
  const problem = recipe.kind === 'primitive' ? givenProblem(recipe) : null;
  if (problem !== null) return [{ path: pointer('items', id, 'recipe'), message: `${name}: ${problem}` }];
  const mirrors = planesOf(recipe);
  if (mirrors.every(({ across }) => isUnit(across))) return [];
  return [{ path: pointer('items', id, 'recipe'), message: `${name}: a mirror's plane needs a unit vector across` }];
}

function curveProblems(project: Project, id: Id, item: CurveItem): Problem[] {
  const { recipe, name } = item;
  const joints = jointProblems(id, item);
  if (joints.length > 0) return joints;
  try {
    const plain = plainRecipe(project, item);
    const own = isDerived(recipe) ? plain : recipe;
    const named = isDerived(recipe) ? [] : [...twiceNamed(id, own), ...spacingProblems(id, recipe)];
    const resolved = [own, plain].map(resolveRecipe).find(({ ok }) => !ok);
    if (!resolved || resolved.ok) return named;
    const path = pointer('items', id, 'recipe') + (recipe === own ? resolved.failure.path : '');
    return [...named, { path, message: `${name}: ${resolved.failure.message}` }];
  } catch (error) {
    if (!(error instanceof CommandError)) throw error;
    const member = recipe.kind === 'mirror' ? ['of'] : [];
    return [{ path: pointer('items', id, 'recipe', ...member), message: error.message }];
  }
}

/** What no schema can say of joints: unit vectors, and a curve that they can bind. */
function jointProblems(id: Id, item: CurveItem): Problem[] {
  if (!item.joints && !item.ties) return [];
  const { recipe, name } = item;
  const at = pointer('items', id, item.joints ? 'joints' : 'ties');
  if (isDerived(recipe))
    return [{ path: at, message: `${name} is made from others and has nothing of its own to bind` }];
  if (isFree(recipe) && recipe.symmetry) {
    return [{ path: at, message: `${name} is its own mirror and can follow nothing: let it go its own way first` }];
  }
  const points = new Set(namedPoints(recipe));
  const lost = tiesOf(item).find(([point]) => !points.has(point));
  if (lost)
    return [{ path: pointer('items', id, 'ties', lost[0]), message: `${name} has no point '${lost[0]}' to tie` }];
  return jointsOf(item).flatMap(([end, { leader, from }]) => {
    const directions = [
      ['from', from.along] as const,
      ...(leader.kind === 'plane' ? [['leader', leader.across] as const] : []),
      ...(leader.kind === 'axis' ? [['leader', leader.along] as const] : []),
    ];
    return directions.flatMap(([member, direction]) =>
      isUnit(direction) ? [] : [{ path: `${at}/${end}/${member}`, message: `${name}: a direction is a unit vector` }],
    );
  });
}

function orderProblems(name: string, order: readonly Id[], recordName: string, record: object): Problem[] {
  const problems = order.flatMap((id, index) =>
    Object.hasOwn(record, id) ? [] : [{ path: pointer(name, index), message: `There is no '${id}' in ${recordName}` }],
  );
  const listed = new Set(order);
  for (const id of Object.keys(record)) {
    if (!listed.has(id)) problems.push({ path: pointer(recordName, id), message: `'${id}' is missing in ${name}` });
  }
  return problems;
}

/** A curve near its points says where each of them stands, or of none where it passes through them. */
function spacingProblems(item: Id, recipe: Recipe): Problem[] {
  if (recipe.kind !== 'fit' || !recipe.near) return [];
  const { parameters, knots } = recipe.near;
  const needed = recipe.points.length + (recipe.closed ? 1 : 0);
  if (parameters.length === needed || (parameters.length === 0 && knots.length === 0)) return [];
  const path = pointer('items', item, 'recipe', 'near', 'parameters');
  return [{ path, message: `${needed} parameters are needed, one for each point, not ${parameters.length}` }];
}

/** A point's id stands once in a curve, also among its fit points and control points together. */
function twiceNamed(item: Id, recipe: Recipe): Problem[] {
  if (!isFree(recipe)) return [];
  const seen = new Set<Id>();
  const fit = recipe.kind === 'control' ? (recipe.fit?.points ?? []) : [];
  const named = (points: readonly { readonly id: Id }[], ...path: string[]) =>
    points.flatMap(({ id }, index) => {
      if (!seen.has(id)) {
        seen.add(id);
        return [];
      }
      return [{ path: pointer('items', item, 'recipe', ...path, index, 'id'), message: `The id '${id}' stands twice` }];
    });
  return [...named(recipe.points, 'points'), ...named(fit, 'fit', 'points')];
}
