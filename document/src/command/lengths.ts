import {
  arcLength,
  crossings,
  type Curve,
  domainOf,
  parameterAt,
  split,
  subCurve,
  type Vector3,
} from '@pencil-bend/core';
import { type Continuation, extend, type ExtendFailure } from '@pencil-bend/core/changing';
import { CommandError } from '../commandError';
import type { End } from '../links/sources';
import type { reach } from '../schema/cutArgs';
import type { Value } from '../schema/kit';
import { edgeOf } from '../items/table';
import { type Id, isShown, type Project } from '../project/project';

/** How far a curve is made longer: by mm, to the place of its continuation nearest to a point, or to another item. */
export type ToReach = Value<typeof reach>;

/** A continuation is followed so many lengths of the curve, in search of what it is to meet. */
const FARTHEST = 64;

/** All shown curves and guides but one. */
const others = (project: Project, but: Id, ids: readonly Id[] | null): Curve[] =>
  (ids ?? project.itemOrder.filter((id) => isShown(project, project.items[id])))
    .filter((id) => id !== but)
    .flatMap((id) => {
      if (!Object.hasOwn(project.items, id))
        throw new CommandError(`There is no curve or guide '${id}' in this project`);
      return edgeOf(project, id) ?? [];
    });

/** Where other curves meet this one, by its parameters, in order. */
function metAt(curve: Curve, by: readonly Curve[]): number[] {
  try {
    const places = by.flatMap((other) =>
      crossings(curve, other).map((found) => (found.kind === 'point' ? [found.u] : [...found.u])),
    );
    return places.flat().sort((a, b) => a - b);
  } catch (error) {
    // The kernel gives up on curves that run side by side for long.
    if (!(error instanceof RangeError)) throw error;
    throw new CommandError('A curve runs so close beside it that no crossing can be told');
  }
}

/** Parameters nearer to an end than this share of the domain are at the end. */
const AT_END = 1e-9;

/** What is left when the stretch around u, between the nearest places where others cross, is taken away. */
export function trimmed(project: Project, id: Id, curve: Curve, u: number, by: readonly Id[] | null): Curve[] {
  const { name } = project.items[id];
  const [first, last] = domainOf(curve);
  const slack = AT_END * (last - first);
  const met = metAt(curve, others(project, id, by));
  const inner = met.filter((cut) => cut > first + slack && cut < last - slack);
  if (curve.closing !== 'open') {
    const around = [...new Set(met)];
    if (around.length < 2)
      throw new CommandError(`${name} is closed: two places where others cross it are needed to trim it`);
    const before = around.findLast((cut) => cut <= u) ?? (around.at(-1) ?? 0) - (last - first);
    const after = around.find((cut) => cut > u) ?? around[0] + (last - first);
    const kept = before + (last - first) - after;
    // What lies past the seam is the same place one turn earlier.
    const from = after > last ? after - (last - first) : after;
    return [stretch(openedAtStart(curve, from), from, from + kept)];
  }
  if (inner.length === 0) throw new CommandError(`Nothing crosses ${name} there`);
  const before = inner.findLast((cut) => cut <= u);
  const after = inner.find((cut) => cut > u);
  return [
    ...(before === undefined ? [] : [stretch(curve, first, before)]),
    ...(after === undefined ? [] : [stretch(curve, after, last)]),
  ];
}

/** A closed curve that begins at u, for stretches that go over its seam. */
function openedAtStart(curve: Curve, u: number): Curve {
  if (curve.closing === 'periodic') return curve;
  const opened = split(curve, u);
  if (!opened.ok) throw new CommandError('Nothing would be left of the curve');
  return opened.value[0];
}

function stretch(curve: Curve, from: number, to: number): Curve {
  const part = subCurve(curve, from, to);
  if (!part.ok) throw new CommandError('Nothing would be left of the curve');
  return part.value;
}

export function shortened(curve: Curve, end: 'start' | 'end', length: number, name: string): Curve {
  if (curve.closing !== 'open') throw new CommandError(`${name} is closed and has no end to shorten`);
  const measured = arcLength(curve);
  if (!(length < (1 - AT_END) * measured.total))
    throw new CommandError(`${name} is ${inMm(measured.total)} mm long: ${inMm(length)} mm cannot be taken off`);
  const [first, last] = domainOf(curve);
  const [from, to] =
    end === 'start' ? [parameterAt(measured, length), last] : [first, parameterAt(measured, measured.total - length)];
  return stretch(curve, from, to);
}

export function extended(
  project: Project,
  curve: Curve,
  end: 'start' | 'end',
  how: Continuation,
  reach: ToReach,
  name: string,
): Curve {
  if (!('item' in reach)) return longer(curve, end, how, reach, name);
  const edge = Object.hasOwn(project.items, reach.item) ? edgeOf(project, reach.item) : null;
  if (!edge) throw new CommandError(`${name} can be extended to a curve or a guide`);
  const { total } = arcLength(curve);
  for (let factor = 1 / 4; factor <= FARTHEST; factor *= 4) {
    const far = longerIfPossible(curve, end, how, { length: factor * total });
    const [first, last] = domainOf(curve);
    const beyond = metAt(far.curve, [edge]).filter((u) =>
      end === 'end' ? u > last + AT_END * (last - first) : u < first - AT_END * (last - first),
    );
    const [from, to] = domainOf(far.curve);
    if (beyond.length > 0)
      return end === 'end' ? stretch(far.curve, from, beyond[0]) : stretch(far.curve, beyond[beyond.length - 1], to);
    if (!far.more) break;
  }
  throw new CommandError(`The continuation of ${name} never meets ${project.items[reach.item].name}`);
}

/**
 * Two curves made longer at an end until they meet there: as they go on by themselves, or else straight; `reach` is about
 * how far that is, in mm. Null where they do not.
 */
export function extendedToMeet(
  curves: readonly [Curve, Curve],
  ends: readonly [End, End],
  reach: number,
): readonly [Curve, Curve] | null {
  for (const how of ['own', 'straight'] as const) {
    for (let length = reach; length <= FARTHEST * reach; length *= 4) {
      const [a, b] = curves.map((curve, i) => longerIfPossible(curve, ends[i], how, { length }).curve);
      const beyond = (curve: Curve, i: number, u: number) => {
        const [first, last] = domainOf(curve);
        const slack = AT_END * (last - first);
        return ends[i] === 'end' ? u - last - slack : first - slack - u;
      };
      const [met] = crossings(a, b)
        .flatMap((found) => (found.kind === 'point' ? [found] : []))
        .filter(({ u, v }) => beyond(curves[0], 0, u) > 0 && beyond(curves[1], 1, v) > 0)
        .sort((p, q) => beyond(curves[0], 0, p.u) - beyond(curves[0], 0, q.u));
      if (!met) continue;
      const upTo = (curve: Curve, i: number, u: number) => {
        const [first, last] = domainOf(curve);
        return ends[i] === 'end' ? stretch(curve, first, u) : stretch(curve, u, last);
      };
      return [upTo(a, 0, met.u), upTo(b, 1, met.v)];
    }
  }
  return null;
}

function longer(
  curve: Curve,
  end: 'start' | 'end',
  how: Continuation,
  reach: { length: number } | { point: Vector3 },
  name: string,
): Curve {
  const made = extend(curve, end, how, reach);
  if (!made.ok) throw new CommandError(extendInWords(made.failure, name));
  return made.value;
}

/** As far as the continuation goes, when it ends before. */
function longerIfPossible(curve: Curve, end: 'start' | 'end', how: Continuation, reach: { readonly length: number }) {
  const made = extend(curve, end, how, reach);
  if (made.ok) return { curve: made.value, more: true };
  if (made.failure.kind !== 'too-far') throw new CommandError(extendInWords(made.failure, 'The curve'));
  const most = extend(curve, end, how, { length: made.failure.reach * (1 - 1e-9) });
  return { curve: most.ok ? most.value : curve, more: false };
}

function extendInWords(failure: ExtendFailure, name: string): string {
  switch (failure.kind) {
    case 'closed':
      return `${name} is closed and has no end to extend`;
    case 'no-direction':
      return `${name} stands still at its end and has no direction there`;
    case 'behind':
      return `The place lies behind the end of ${name}`;
    case 'too-far':
      return `${name} goes on for ${inMm(failure.reach)} mm and no farther`;
  }
}

const inMm = (mm: number): string => String(Number(mm.toPrecision(4)));
