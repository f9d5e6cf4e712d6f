import { vectorAt } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { clamp } from '../knots/clamp';
import { refineKnots } from '../knots/refineKnots';
import { listSites, packSites, type Site, type Sites, sitesInOrder } from '../fit/sites';
import { collocate } from '../fit/through/collocation';
import { fitDataOf, fromFitData, type NotOneToOne, spaceOf } from '../fit/through/fixedSpacing';
import type { End } from '../measure/ends';
import { checkedContacts, type Contact, contactDerivatives, type Contacts, type Level } from '../measure/jet';
import { failed, type Result, success } from '../result';
import { derivativesAtStart, fromEnd, type Joined, type JoinFailure, startSpeed } from './joinEnds';
import { type EndResponse, leastMovement } from './leastMovement';

export interface JoinedFitData extends Joined {
  /** Those given, and the derivatives that the levels added at the ends. */
  readonly sites: Sites;
}

/** Knots for derivatives that the data lack stand within this share of the first interval. */
const BESIDE = 0.25;

/**
 * A curve of fixed spacing whose ends go on from others with G0 to G3 while its fit points, but for those at the ends,
 * stay: `sites` are what determines it, as of `throughPoints`, and only the derivatives at the ends change, so that all
 * control points together move least. A derivative that the data lack comes in with a knot beside the end, which leaves
 * the curve as it is. An end's effect dies out by 0.27 an interval for cubics, 0.43 for quintics.
 *
 * Fails as `joinEnds` and `fromFitData` do. The control points are linear in the derivatives by the solutions of the
 * banded collocation for unit right-hand sides.
 */
export function joinFitData(
  curve: Curve,
  sites: Sites,
  given: Contacts,
): Result<JoinedFitData, JoinFailure | NotOneToOne> {
  const contacts = checkedContacts(given);
  if (curve.closing !== 'open') return failed({ kind: 'closed' });
  let joined: JoinedFitData = { curve: clamp(curve), sites };
  for (const end of ['start', 'end'] as const) {
    const contact = contacts[end];
    if (!contact) continue;
    if (curve.degree < contact.level) {
      return failed({ kind: 'degree-too-low', degree: curve.degree, needed: contact.level });
    }
    const solved = joinedStart(fromEnd(joined.curve, end), sitesFrom(joined, end), contact);
    if (!solved.ok) return solved;
    const { curve: moved, sites: more, ...rest } = solved.value;
    const made = fromEnd(moved, end);
    joined = {
      ...joined,
      ...(rest.start && { [end]: rest.start }),
      curve: made,
      sites: sitesFrom({ curve: moved, sites: more }, end),
    };
  }
  return success(joined);
}

/** The sites of a curve run through from one of its ends; the same again gives them back. */
function sitesFrom({ curve, sites }: Pick<JoinedFitData, 'curve' | 'sites'>, end: End): Sites {
  if (end === 'start') return sites;
  const [first, last] = domainOf(curve);
  const turned = listSites(sites).map(({ u, order, left }): Site => {
    const v = u === first ? last : u === last ? first : first + (last - u);
    return { u: v, order, left: v === last || (!left && order > 0 && v !== first) };
  });
  return packSites(sitesInOrder(turned));
}

function joinedStart(
  curve: Curve,
  sites: Sites,
  { jet, level, freedoms: given }: Contact,
): Result<JoinedFitData, JoinFailure | NotOneToOne> {
  const room = withEndRows(curve, sites, level);
  const now = derivativesAtStart(room.curve, Math.max(1, level));
  const speed = startSpeed(room.curve, now);
  if (!(speed > 0)) return failed({ kind: 'no-length' });
  const rows = rowsAt(room.sites, domainOf(room.curve)[0], level);
  const response = rows && fitResponse(room.curve, room.sites, rows);
  if (!rows || !response)
    return failed({
      kind: 'not-one-to-one',
      sites: room.sites.parameters.length,
      controlPoints: room.curve.points.length / 4,
    });
  const { freedoms, moved } = leastMovement(jet, level, response, now, speed, given);
  const data = fitDataOf(room.curve, room.sites);
  [jet.point, ...contactDerivatives(jet, level, freedoms)].forEach((value, order) => data.set(value, 3 * rows[order]));
  const joined = fromFitData(room.curve, room.sites, data);
  if (!joined.ok) return joined;
  const ranAgainst = now[1][0] * jet.tangent[0] + now[1][1] * jet.tangent[1] + now[1][2] * jet.tangent[2] < 0;
  return success({ curve: joined.value, sites: room.sites, start: { freedoms, moved, ranAgainst } });
}

/** The row of a derivative at u, or -1. */
const rowOf = ({ parameters, orders }: Sites, u: number, order: number): number =>
  parameters.findIndex((v, i) => v === u && orders[i] === order);

/** The rows of the place and of all derivatives up to the level at u; null where one is missing. */
function rowsAt(sites: Sites, u: number, level: Level): readonly number[] | null {
  const rows = Array.from({ length: level + 1 }, (_, order) => rowOf(sites, u, order));
  return rows.includes(-1) ? null : rows;
}

/** The curve and its data with all derivatives up to the level at the start; as they are where no knot can come in. */
function withEndRows(curve: Curve, sites: Sites, level: Level): { curve: Curve; sites: Sites } {
  const [u] = domainOf(curve);
  const missing: number[] = [];
  for (let order = 1; order <= level; order++) if (rowOf(sites, u, order) < 0) missing.push(order);
  if (missing.length === 0) return { curve, sites };
  const next = sites.parameters.find((v) => v > u) ?? domainOf(curve)[1];
  const added = missing.map((_, i) => u + ((next - u) * BESIDE * (i + 1)) / missing.length);
  const refined = refineKnots(curve, added);
  if (!refined.ok) return { curve, sites };
  const all = [...listSites(sites), ...missing.map((order): Site => ({ u, order }))];
  return { curve: refined.value, sites: packSites(sitesInOrder(all)) };
}

/** How all control points answer to the place and the derivatives at the start, the other data staying as they are. */
function fitResponse(curve: Curve, sites: Sites, rows: readonly number[]): EndResponse | null {
  const level = rows.length - 1;
  const count = curve.points.length / 4;
  if (sites.parameters.length !== count) return null;
  const space = spaceOf(curve);
  const columns: Float64Array[] = [];
  for (let from = 0; from <= level; from += 3) {
    // Three right-hand sides at once, as the coordinates of one.
    const values = new Float64Array(3 * count);
    for (let k = from; k <= Math.min(level, from + 2); k++) values[3 * rows[k] + k - from] = 1;
    const found = collocate(space, sites, values);
    if (!found) return null;
    for (let k = from; k <= Math.min(level, from + 2); k++) {
      columns.push(Float64Array.from({ length: count }, (_, j) => vectorAt(found.control, j)[k - from]));
    }
  }
  return columns;
}
