import {
  angleBetween,
  type Curve,
  distance,
  domainOf,
  evaluate,
  type Jet,
  jetBeyond,
  kinksOf,
  split,
  subCurve,
  type Vector3,
} from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { End } from '../links/sources';
import { withLinks, withShape } from '../links/table';
import type { CurveItem, Id, Project } from '../project/project';
import { curveOf } from '../recipe/fixSpacing';
import { partOf } from '../recipe/parts';
import type { cornerArgs } from '../schema/cornerArgs';
import type { Value } from '../schema/kit';
import type { ChangedItems } from './command';
import { type Leg, MEETS, mustBeFreeEnd, mustBeMade, newCorner, TOUCHES } from './cornerChanges';
import { FreeNames } from './freeNames';
import { curveItemOf, openCurveOf } from './items';

type SoftenCorners = Value<typeof cornerArgs.softenCorners>;

/** The curves in parts between their kinks, with a corner at each of these and wherever two open ends meet. */
export function cornersSoftened(project: Project, { items, id, ...numbers }: SoftenCorners): ChangedItems {
  const names = new FreeNames(project);
  let count = 0;
  const fresh = () => `${id}-${++count}`;
  const outlines = items.map((item) => parted(project, item, names, fresh));
  const changed: Readonly<Record<Id, CurveItem>> = Object.assign({}, ...outlines.map((each) => each.changed));
  const added: Readonly<Record<Id, CurveItem>> = Object.assign({}, ...outlines.map((each) => each.added));
  const pairs = [...outlines.flatMap(({ inner }) => inner), ...outerCorners(project, outlines, id)];
  if (pairs.length === 0) {
    const who = items.length === 1 ? `${project.items[items[0]].name} has` : 'These curves have';
    throw new CommandError(`${who} no corner`);
  }
  const together = pairs.length > 1 && { together: id };
  const on = { ...project, items: { ...project.items, ...changed, ...added } };
  const corners = Object.fromEntries(
    pairs.map(([first, second]) => [fresh(), newCorner(on, names, { ...numbers, first, second, ...together })]),
  );
  // Nothing begins at the new ends yet; what goes on from the old ones goes along to where they are.
  const bare = Object.fromEntries(Object.entries(changed).map(([of, item]) => [of, withLinks(item, {}, {})]));
  const whole = { ...on, items: { ...on.items, ...bare, ...corners } };
  for (const [corner, item] of Object.entries(corners)) mustBeMade(whole, corner, item);
  return { changed, added: { ...added, ...corners } };
}

/** A curve in parts from kink to kink. */
interface Parted {
  readonly changed: Readonly<Record<Id, CurveItem>>;
  readonly added: Readonly<Record<Id, CurveItem>>;
  /** The ends that meet between its parts. */
  readonly inner: readonly [Leg, Leg][];
  /** Its own ends: as they become, how it would go on there, and which of the curve as it was they are. */
  readonly outer: readonly OuterEnd[];
}

interface OuterEnd {
  readonly leg: Leg;
  readonly was: Leg;
  readonly beyond: Jet;
}

function parted(project: Project, id: Id, names: FreeNames, fresh: () => Id): Parted {
  const { joints: _joints, ties: _ties, ...like } = curveItemOf(project, id);
  const { recipe, name } = openCurveOf(project, id);
  const { curve } = curveOf(recipe);
  const parts = partsBetweenKinks(name, curve);
  const ids = parts.map((_, i) => (i === 0 ? id : fresh()));
  const isWhole = parts.length === 1;
  const changed = isWhole ? {} : { [id]: withShape(project, curveItemOf(project, id), partOf(recipe, parts[0])) };
  const numberless = name.replace(/ \d+$/, '');
  const added = Object.fromEntries(
    parts
      .slice(1)
      .map((part, i) => [ids[i + 1], { ...like, name: names.next(numberless), recipe: partOf(recipe, part) }]),
  );
  const last = ids[ids.length - 1];
  const before = (i: number): Id => (i === 0 ? last : ids[i - 1]);
  const isClosed = curve.closing !== 'open';
  const inner = ids.flatMap((each, i): [Leg, Leg][] =>
    i > 0 || (isClosed && !isWhole)
      ? [
          [
            { item: before(i), end: 'end' },
            { item: each, end: 'start' },
          ],
        ]
      : [],
  );
  const outerAt = (leg: Leg, part: Curve): OuterEnd[] => {
    const beyond = isClosed ? null : jetBeyond(part, leg.end);
    return beyond ? [{ leg, was: { item: id, end: leg.end }, beyond }] : [];
  };
  const outer = [
    ...outerAt({ item: id, end: 'start' }, parts[0]),
    ...outerAt({ item: last, end: 'end' }, parts[parts.length - 1]),
  ];
  return { changed, added, inner, outer };
}

/** Where ends of two of the curves meet and turn; what goes on smoothly there makes no corner. */
function outerCorners(project: Project, outlines: readonly Parted[], corner: Id): [Leg, Leg][] {
  const all = outlines.flatMap(({ outer }) => outer);
  return all.flatMap((a, i): [Leg, Leg][] => {
    const b = all.find(
      (each, k) => k > i && each.was.item !== a.was.item && distance(each.beyond.point, a.beyond.point) <= MEETS,
    );
    if (!b || Math.PI - angleBetween(a.beyond.tangent, b.beyond.tangent) <= TOUCHES) return [];
    for (const { was } of [a, b]) mustBeFreeEnd(project, was, corner);
    return [[a.leg, b.leg]];
  });
}

/** The parts of a curve from kink to kink; the curve alone where it has none, or is closed with one. */
function partsBetweenKinks(name: string, curve: Curve): readonly Curve[] {
  const kinks = kinksOf(curve).map(({ u }) => u);
  if (kinks.length === 0) return [curve];
  if (curve.closing === 'open') return cutAt(name, curve, kinks);
  const opened = split(curve, kinks[0]);
  if (!opened.ok) throw new CommandError(`${name} cannot be opened there`);
  const rest = kinksOf(opened.value[0]).map(({ u }) => u);
  if (rest.length === 0) throw new CommandError(`${name} is closed and has one corner: split it elsewhere first`);
  return cutAt(name, opened.value[0], rest);
}

function cutAt(name: string, curve: Curve, at: readonly number[]): Curve[] {
  const [first, last] = domainOf(curve);
  const bounds = [first, ...at, last];
  return bounds.slice(1).map((to, i) => {
    const part = subCurve(curve, bounds[i], to);
    if (!part.ok) throw new CommandError(`${name} ends there: nothing would be left of it`);
    return part.value;
  });
}

/** A curve in two at the kink nearest to a place, with the ends that meet there. */
export function partsAtKink(
  name: string,
  curve: Curve,
  near: Vector3,
): { readonly parts: readonly [Curve, Curve]; readonly ends: readonly [End, End] } {
  const kinks = kinksOf(curve).map(({ u }) => u);
  const away = (u: number) => distance(evaluate(curve, u), near);
  const [kink] = kinks.toSorted((a, b) => away(a) - away(b));
  if (kink === undefined) throw new CommandError(`${name} has no corner`);
  if (curve.closing === 'open') return { parts: inTwo(name, curve, kink), ends: ['end', 'start'] };
  const opened = split(curve, kink);
  if (!opened.ok) throw new CommandError(`${name} cannot be opened there`);
  const [next] = kinksOf(opened.value[0]);
  if (!next) throw new CommandError(`${name} is closed and has one corner: split it elsewhere first`);
  // It begins and ends at the kink.
  return { parts: inTwo(name, opened.value[0], next.u), ends: ['start', 'end'] };
}

function inTwo(name: string, curve: Curve, u: number): [Curve, Curve] {
  const [a, b] = cutAt(name, curve, [u]);
  return [a, b];
}
