import { failed, MAX_DEGREE, type Result, success } from '@pencil-bend/core';
import { plainJsonProblem } from '@pencil-bend/document';
import { decoded } from '../decoded';
import { Gathering, type Incoming, mustBeFewCurves, PLAIN_LOOK, TooMuch } from '../incoming';
import { LineNumbers } from '../lineNumbers';
import { repeating } from '../nurbs';
import type { ReadOptions } from '../readOptions';
import { CURVES_FORMAT } from './write';

const VERSION = 1;
const CLOSINGS = ['open', 'clamped-closed', 'periodic'];

/**
 * A file of curves alone (document/schema/curves.schema.json). A curve that does not keep to it is left out, and why is
 * said with its place; the others come in. Never throws.
 */
export function readCurvesJson(bytes: Uint8Array, { progress }: ReadOptions = {}): Result<Incoming, string> {
  const text = decoded(bytes);
  const parsed = parse(text);
  if (!parsed.ok) return parsed;
  const misleading = plainJsonProblem(parsed.value);
  if (misleading) return failed(`${misleading.message} (${misleading.path || 'the whole'})`);
  const { format, version, units, curves } = (isObject(parsed.value) ? parsed.value : {}) as Record<string, unknown>;
  if (format !== CURVES_FORMAT) return failed(`its format is not '${CURVES_FORMAT}'`);
  if (typeof version === 'number' && version > VERSION)
    return failed(`it was made by a newer version (${version}; this one reads ${VERSION})`);
  if (units !== 'mm') return failed(`its units are not 'mm' (/units)`);
  if (!Array.isArray(curves)) return failed('it has no list of curves (/curves)');
  const gathering = new Gathering();
  try {
    mustBeFewCurves(curves.length);
    curves.forEach((value: unknown, i) => {
      take(value, i, gathering);
      if (i % 64 === 0) progress?.(i / curves.length);
    });
  } catch (error) {
    if (error instanceof TooMuch) return failed(error.message);
    throw error;
  }
  return gathering.outcome('curves', [{ name: 'mm', toMm: 1, assumed: false }], 'there are no curves in it');
}

function parse(text: string): Result<unknown, string> {
  try {
    return success(JSON.parse(text));
  } catch (error) {
    const { message } = error as SyntaxError;
    const [, position] = /position (\d+)/.exec(message) ?? [];
    // Where it stops being JSON; the engine tells the place of some errors in another way, and of a cut file not at all.
    const { line, column } = new LineNumbers(text).placeAt(position === undefined ? text.length : Number(position));
    return failed(
      `it is not JSON: ${message.replace(/ in JSON at position.*| \(line \d+ column \d+\)/, '')} (line ${line}, column ${column})`,
    );
  }
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const areNumbers = (value: unknown): value is readonly number[] =>
  Array.isArray(value) && value.every((x) => typeof x === 'number' && Number.isFinite(x));

function take(value: unknown, index: number, gathering: Gathering): void {
  const where = { entity: `/curves/${index}` };
  const leaveOut = (what: string, member: string) =>
    gathering.leftOut.add('curve', what, { entity: `${where.entity}${member}` });
  if (!isObject(value)) return leaveOut('it is no object', '');
  const { name, degree, closing, knots, points, weights } = value;
  if (typeof degree !== 'number') return leaveOut('its degree is no number', '/degree');
  if (typeof closing !== 'string' || !CLOSINGS.includes(closing))
    return leaveOut(`its closing is none of ${CLOSINGS.join(', ')}`, '/closing');
  if (!areNumbers(knots)) return leaveOut('its knots are no numbers', '/knots');
  if (!Array.isArray(points)) return leaveOut('its points are no list', '/points');
  const wrong = points.findIndex((point) => !areNumbers(point) || point.length !== 3);
  if (wrong >= 0) return leaveOut('a point has no three coordinates', `/points/${wrong}`);
  if (weights !== undefined && !areNumbers(weights)) return leaveOut('its weights are no numbers', '/weights');
  if (weights !== undefined && weights.length !== points.length)
    return leaveOut(`${points.length} weights are needed, and it has ${weights.length}`, '/weights');
  // What is no degree is refused below; it must not make room for points before that.
  const wrap = closing === 'periodic' && Number.isInteger(degree) && degree > 0 && degree <= MAX_DEGREE ? degree : 0;
  const count = points.length + wrap;
  const packed = Float64Array.from((points as number[][]).flat());
  gathering.addCurve(
    {
      degree,
      knots,
      points: repeating(packed, 3, count),
      weights: weights ? repeating(weights, 1, count) : null,
      isClosed: closing !== 'open',
    },
    { ...PLAIN_LOOK, name: typeof name === 'string' ? name : `Curve ${index + 1}` },
    where,
  );
}
