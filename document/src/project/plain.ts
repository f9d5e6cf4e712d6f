import { type Contacts, type Curve, isSameJet, jetBeyond, type Level, sharedJets } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { graphOf, isCoupled, keyOfEnd } from '../links/order';
import { type End, ENDS, jointsOf, tiesOf } from '../links/sources';
import { reflection } from '../recipe/affine';
import { controlRecipe, curveOf, numberedControl } from '../recipe/fixSpacing';
import { type BoundJoint, type BoundJoints, joinedRecipe, type JoinedRecipe } from '../recipe/joined';
import { tiedRecipe } from '../recipe/tied';
import { transformed } from '../recipe/transformed';
import { blendBetween, type Blended } from './blends';
import { cornerOf } from './cornerLegs';
import type { Cornered } from './corners';
import { handedBy, type Handed, NOT_HANDED, placeHanded, standing } from './leaders';
import {
  type BlendRecipe,
  type CurveItem,
  type Id,
  isDerived,
  type Item,
  type Joint,
  type MirrorRecipe,
  type Project,
  type Recipe,
} from './project';
import { itemIn, nameIn, type SeenCurves, type Setting } from './seen';
import { tiesAt } from './ties';

/** A curve with the recipe that its shape comes from. */
export type PlainCurve = CurveItem & { readonly recipe: Recipe };
export type PlainItem = Exclude<Item, CurveItem> | PlainCurve;

const plain = new WeakMap<CurveItem, PlainCurve>();

/** An item as it is seen, whatever it is made from. The same objects give the same object. */
export function plainItem(project: Setting, item: Item): PlainItem {
  if (item.kind !== 'curve') return item;
  const recipe = plainRecipe(project, item);
  if (recipe === item.recipe) return item as PlainCurve;
  const before = plain.get(item);
  if (before?.recipe === recipe) return before;
  const now: PlainCurve = { ...item, recipe };
  plain.set(item, now);
  return now;
}

/**
 * The recipe that a curve's shape comes from: its own, bound by its joints; the image of its original's; what lies
 * between two ends. Throws a `CommandError`.
 */
export function plainRecipe(project: Setting, item: CurveItem): Recipe {
  const { recipe, name } = item;
  if (recipe.kind === 'mirror') return imageOf(project, recipe, name, plainRecipe, trimmedImages);
  const whole = wholeRecipe(project, item);
  const id = graphOf(project).ids.get(item);
  return id === undefined || isDerived(recipe) ? whole : trimmed(project, id, whole);
}

/** The same with what corners take of its ends. */
function wholeRecipe(project: Setting, item: CurveItem): Recipe {
  const { recipe, name } = item;
  const id = graphOf(project).ids.get(item);
  switch (recipe.kind) {
    case 'mirror':
      return imageOf(project, recipe, name, wholeRecipe, wholeImages);
    case 'blend':
      return blendOf(project, recipe, name).recipe;
    case 'corner':
      return cornerRecipeIn(project, id, name);
    default:
      return id === undefined ? recipe : joinedAt(project, id, ENDS).recipe;
  }
}

/** A curve that ends where the corners at its ends begin. The same objects give the same object. */
function trimmed(project: Setting, id: Id, recipe: Recipe): Recipe {
  const trim: { start?: number; end?: number } = {};
  const { corners } = graphOf(project);
  for (const end of ENDS) {
    const corner = corners.get(keyOfEnd({ id, end }));
    const item = corner === undefined ? undefined : project.items[corner];
    if (corner === undefined || item?.kind !== 'curve' || item.recipe.kind !== 'corner') continue;
    const { cuts } = cornerIn(project, corner);
    if (cuts) trim[end] = cuts[item.recipe.first.item === id && item.recipe.first.end === end ? 0 : 1];
  }
  if (trim.start === undefined && trim.end === undefined) return recipe;
  const known = trims.get(recipe);
  if (known?.trim?.start === trim.start && known?.trim?.end === trim.end) return known as Recipe;
  const now = { ...recipe, trim };
  trims.set(recipe, now);
  return now;
}

const trims = new WeakMap<Recipe, Recipe>();

/** The corner that an item is, as its legs allow it. */
export const cornerIn = (project: Setting, id: Id): Cornered => cornerOf(project, id, seen);

/** The recipes of corners as curves, each made once. */
const cornerRecipes = new WeakMap<Curve, Recipe>();

function cornerRecipeIn(project: Setting, id: Id | undefined, name: string): Recipe {
  if (id === undefined) throw new CommandError(`${name} is a corner of curves that are not there`);
  const { curve } = cornerIn(project, id);
  let recipe = cornerRecipes.get(curve);
  if (!recipe) cornerRecipes.set(curve, (recipe = controlRecipe(curve, numberedControl)));
  return recipe;
}

/** How the joints of a curve are kept; nothing of one that has none. One that both meet halfway in is kept by both. */
export function keptJoints(project: Setting, id: Id): JoinedRecipe['kept'] {
  const item = project.items[id];
  const joints = jointsOf(item);
  if (joints.length === 0) return {};
  const { kept } = joinedAt(project, id, ENDS);
  const { sharing } = graphOf(project);
  const both = joints.map(([end, { leader }]) => {
    const own = kept[end];
    if (leader.kind !== 'end' || !sharing.has(keyOfEnd({ id, end }))) return [end, own];
    const theirs = joinedAt(project, leader.item, ENDS).kept[leader.end];
    if (!own || !theirs || theirs.level >= own.level) return [end, own];
    return [end, { level: theirs.level, problem: `${nameIn(project, leader.item)}: ${theirs.problem ?? ''}` }];
  });
  return Object.fromEntries(both) as JoinedRecipe['kept'];
}

/** Why ties of a curve are not kept, by their points; null for those that are. */
export function keptTies(project: Setting, id: Id): Readonly<Record<Id, string | null>> {
  return tiesOf(project.items[id]).length === 0 ? {} : joinedAt(project, id, ENDS).untied;
}

type Images = WeakMap<MirrorRecipe, { readonly source: Recipe; readonly image: Recipe }>;
const trimmedImages: Images = new WeakMap();
const wholeImages: Images = new WeakMap();

function imageOf(
  project: Setting,
  recipe: MirrorRecipe,
  name: string,
  sourceOf: (project: Setting, item: CurveItem) => Recipe,
  images: Images,
): Recipe {
  const original = Object.hasOwn(project.items, recipe.of) ? project.items[recipe.of] : null;
  if (original?.kind !== 'curve') throw new CommandError(`${name} is the mirror of '${recipe.of}', which is not there`);
  const source = deeper(name, () => sourceOf(project, original));
  const known = images.get(recipe);
  if (known?.source === source) return known.image;
  const image = transformed(source, reflection(recipe.about));
  images.set(recipe, { source, image });
  return image;
}

/** The curve that is really edited when this one is, and the mirrors on the way to it, this one first. */
export function originalOf(
  project: Pick<Project, 'items'>,
  id: Id,
): { readonly id: Id; readonly by: readonly MirrorRecipe[] } {
  const by: MirrorRecipe[] = [];
  for (let original = id; ;) {
    const item = project.items[original];
    if (item?.kind !== 'curve' || item.recipe.kind !== 'mirror') return { id: original, by };
    by.push(item.recipe);
    original = item.recipe.of;
  }
}

/** What is known of a curve with some of its joints solved: what it came of, and what came of it. */
interface Known {
  readonly ties: readonly unknown[];
  readonly bound: BoundJoints;
  readonly joined: JoinedRecipe & { readonly untied: Readonly<Record<Id, string | null>> };
}
/** Which ends of a curve have their joints solved. */
type Solved = End | 'both' | 'none';
const solvedAt = (ends: readonly End[]): Solved => (ends.length > 1 ? 'both' : (ends[0] ?? 'none'));
const joinedBy: Readonly<Record<Solved, WeakMap<CurveItem, Known>>> = {
  both: new WeakMap(),
  start: new WeakMap(),
  end: new WeakMap(),
  none: new WeakMap(),
};

function isSame(known: Known, ties: readonly unknown[], bound: BoundJoints): boolean {
  return (
    known.ties.length === ties.length &&
    known.ties.every((each, i) => each === ties[i]) &&
    ENDS.every((end) => isSameBound(known.bound[end], bound[end]))
  );
}

function isSameBound(a: BoundJoint | undefined, b: BoundJoint | undefined): boolean {
  if (!a || !b) return a === b;
  return (
    (a.jet === b.jet || (a.jet !== null && b.jet !== null && isSameJet(a.jet, b.jet))) &&
    a.joint === b.joint &&
    a.symmetry === b.symmetry &&
    a.problem === b.problem &&
    a.farLevel === b.farLevel
  );
}

/** What was found for each state of the items: a chain would else be gone through anew for each of its curves. */
const foundIn = new WeakMap<Project['items'], Found>();
interface Found {
  /** Guides lie in them. */
  readonly planes: Setting['planes'];
  readonly joined: Readonly<Record<Solved, Map<Id, Known['joined']>>>;
}

/** A curve with the joints at these ends solved. */
function joinedAt(project: Setting, id: Id, ends: readonly End[]): Known['joined'] {
  let found = foundIn.get(project.items);
  if (found?.planes !== project.planes || !found) {
    const joined = { both: new Map(), start: new Map(), end: new Map(), none: new Map() };
    foundIn.set(project.items, (found = { planes: project.planes, joined }));
  }
  const known = found.joined[solvedAt(ends)];
  let joined = known.get(id);
  if (!joined) known.set(id, (joined = joinedAnew(project, id, ends)));
  return joined;
}

/** The same, by what was found for an earlier state where it came of the same. */
function joinedAnew(project: Setting, id: Id, ends: readonly End[]): Known['joined'] {
  const item = project.items[id] as CurveItem & { readonly recipe: Recipe };
  const bound: Partial<Record<End, BoundJoint>> = {};
  for (const end of ends) {
    const own = boundAt(project, id, item, end);
    if (own) bound[end] = own;
  }
  const ties = tiesAt(project, item, seen);
  const key = ties.flatMap((tie) => tie.key);
  const memory = joinedBy[solvedAt(ends)];
  const known = memory.get(item);
  if (known && isSame(known, key, bound)) return known.joined;
  const tied = tiedRecipe(item.recipe, ties);
  const joined = { ...joinedRecipe(tied.recipe, bound as BoundJoints), untied: tied.problems };
  memory.set(item, { ties: key, bound, joined });
  return joined;
}

/** What is at an end now; null where nothing binds it. */
function boundAt(project: Setting, id: Id, item: CurveItem, end: End): BoundJoint | null {
  const { led, sharedWith, sharing } = graphOf(project);
  const farLevel = (led.get(keyOfEnd({ id, end: end === 'start' ? 'end' : 'start' })) ?? 0) as Level;
  const far = Math.max(farLevel, item.joints?.[end === 'start' ? 'end' : 'start']?.level ?? 0) as Level;
  const bind = (joint: Joint, handed: Handed): BoundJoint => ({ joint, farLevel: far, ...NOT_HANDED, ...handed });
  const joint = item.joints?.[end];
  const partner = sharedWith.get(keyOfEnd({ id, end }));
  if (partner) {
    const follower = project.items[partner.id];
    const theirs = follower.kind === 'curve' ? follower.joints?.[partner.end] : undefined;
    if (!theirs) return null;
    return bind(localised(theirs, 'leader'), shared(project, { id, end }, partner, 'first'));
  }
  if (!joint) return null;
  const { leader } = joint;
  if (leader.kind === 'end' && sharing.has(keyOfEnd({ id, end }))) {
    return bind(
      localised(joint, 'follower'),
      shared(project, { id: leader.item, end: leader.end }, { id, end }, 'second'),
    );
  }
  return bind(joint, handedOn(project, joint));
}

const local: Readonly<Record<'leader' | 'follower', WeakMap<Joint, Joint>>> = {
  leader: new WeakMap(),
  follower: new WeakMap(),
};

/** A joint that both give way in, for one of them: nothing spreads. The same joint gives the same one. */
function localised(joint: Joint, side: 'leader' | 'follower'): Joint {
  let known = local[side].get(joint);
  if (!known) {
    const { freedoms, ...rest } = joint;
    known = { ...rest, spread: 'local', ...(side === 'follower' && freedoms && { freedoms }) };
    local[side].set(joint, known);
  }
  return known;
}

/** What the leader of a joint hands on. */
export const handedOn = (project: Setting, { leader }: Pick<Joint, 'leader'>): Handed =>
  handedBy(project, leader, seen);

/** So many curves in a row may depend on one another. */
const LONGEST_CHAIN = 400;
let depth = 0;

/** The curve of an item as a whole; words where there is none. */
function wholeCurve(project: Setting, id: Id): Curve | string {
  const item = itemIn(project, id);
  if (item?.kind !== 'curve') return `'${id}' is not there`;
  return deeper(item.name, () => curveOf(wholeRecipe(project, item)).curve);
}

/** The curve of an item, right at one of its ends: its other end may come of more. */
function curveAtEnd(project: Setting, id: Id, end: End): Curve | string {
  const item = itemIn(project, id);
  if (item?.kind !== 'curve') return `'${id}' is not there`;
  const isOwn = graphOf(project).ids.has(item) && !isDerived(item.recipe);
  if (!isOwn) return wholeCurve(project, id);
  return deeper(item.name, () => curveOf(joinedAt(project, id, isCoupled(project, id) ? ENDS : [end]).recipe).curve);
}

const seen: SeenCurves = { whole: wholeCurve, atEnd: curveAtEnd };

function deeper<Made>(name: string, made: () => Made): Made {
  if (depth >= LONGEST_CHAIN) throw new CommandError(`${name} follows itself, or too long a chain`);
  depth++;
  try {
    return made();
  } finally {
    depth--;
  }
}

/** What both curves of a joint that both give way in take over, each as it is without the joint. */
function shared(
  project: Setting,
  leader: { readonly id: Id; readonly end: End },
  follower: { readonly id: Id; readonly end: End },
  which: 'first' | 'second',
): Handed {
  const jets = [leader, follower].map(({ id, end }): Handed => {
    const item = project.items[id];
    if (item?.kind !== 'curve' || isDerived(item.recipe)) {
      return { problem: `${nameIn(project, id)} cannot give way` };
    }
    const others = isCoupled(project, id) ? ENDS.filter((each) => each !== end) : [];
    const curve = deeper(item.name, () => curveOf(joinedAt(project, id, others).recipe).curve);
    return standing(curve.closing === 'open' ? jetBeyond(curve, end) : null, curve, item.name);
  });
  const [first, second] = jets;
  if (!first.jet || !second.jet) return first.jet ? second : first;
  const both = sharedJets(first.jet, second.jet);
  if (both.ok) return { jet: both.value[which] };
  const degrees = Math.round((both.failure.angle * 180) / Math.PI);
  return { problem: `the ends turn by ${degrees} degrees to each other: too far to meet halfway` };
}

interface KnownBlend {
  readonly from: readonly (Curve | string)[];
  readonly made: Blended;
}
const blends = new WeakMap<BlendRecipe, KnownBlend>();

/** What lies between two ends or places. Throws a `CommandError` where one of them is not there. */
export function blendOf(project: Setting, recipe: BlendRecipe, name: string): Blended {
  const { first, second } = recipe;
  const curves = [first, second].map((each) =>
    'end' in each ? curveAtEnd(project, each.item, each.end) : wholeCurve(project, each.item),
  );
  const known = blends.get(recipe);
  if (known && known.from.every((each, i) => each === curves[i])) return known.made;
  const jets = curves.map((curve, i) => {
    if (typeof curve === 'string') throw new CommandError(`${name} goes on from a curve: ${curve}`);
    const each = [first, second][i];
    const of = nameIn(project, each.item);
    const { jet, problem } =
      'end' in each
        ? standing(curve.closing === 'open' ? jetBeyond(curve, each.end) : null, curve, of)
        : placeHanded(curve, each, of);
    if (!jet) throw new CommandError(`${name}: ${problem ?? 'there is no end'}`);
    return jet;
  });
  const blended = blendBetween(recipe, [jets[0], jets[1]], name);
  blends.set(recipe, { from: curves, made: blended });
  return blended;
}

/** The blend that an item is. Throws a `CommandError` where one of its ends is not there. */
export function blendIn(project: Setting, id: Id): Blended {
  const item = project.items[id];
  if (item?.kind !== 'curve' || item.recipe.kind !== 'blend') throw new CommandError(`'${id}' is no blend`);
  return blendOf(project, item.recipe, item.name);
}

/** What the ends of a joined curve go on from, as far as it is kept: for drags of its bound points. */
export function contactsAt(project: Setting, id: Id): Contacts {
  const item = project.items[id];
  if (item?.kind !== 'curve') return {};
  const kept = keptJoints(project, id);
  return Object.fromEntries(
    jointsOf(item).flatMap(([end]) => {
      const level = kept[end]?.level ?? -1;
      const jet = boundAt(project, id, item, end)?.jet;
      return jet && level >= 0 ? [[end, { jet, level: level as Level }]] : [];
    }),
  );
}
