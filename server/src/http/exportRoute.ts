import type { Project } from '@pencil-bend/document';
import {
  type CurveForm,
  EXPORT_FORMATS,
  type ExportFormat,
  HAND_OVER_DEFAULTS,
  type HandOverOptions,
  isExportFormat,
  type PaperSize,
} from '@pencil-bend/exchange';
import { Failure } from '../projects/failure';

type Query = Readonly<Record<string, unknown>>;

const FORMS: readonly CurveForm[] = ['as-drawn', 'arcs-and-lines', 'polylines'];
const PAPERS: readonly PaperSize[] = ['one', 'a4', 'a3'];
const UNITS: readonly Project['units'][] = ['mm', 'cm', 'm', 'in'];
const MEMBERS = ['format', 'units', 'tolerance', 'form', 'paper', 'layers', 'references', 'places'];

/**
 * How a project is asked to be handed over: `format` and, where it is to be otherwise than by default, `units`,
 * `tolerance` in mm, `form` (as-drawn, arcs-and-lines, polylines), `paper` (one, a4, a3), `layers` (ids with commas),
 * `references` (1: layers to work to as well) and `places` (of each curve in a table). Throws a `Failure` that says what
 * is wrong.
 */
export function handOverOptionsFrom(query: Query, project: Project, time: string): HandOverOptions {
  const unknown = Object.keys(query).find((key) => !MEMBERS.includes(key));
  if (unknown !== undefined) throw new Failure(400, `'${unknown}' is none of ${MEMBERS.join(', ')}`);
  const layers = textIn(query, 'layers')?.split(',');
  const strange = layers?.find((layer) => !Object.hasOwn(project.layers, layer));
  if (strange !== undefined) throw new Failure(422, `There is no layer '${strange}' in this project`);
  const places = numberIn(query, 'places');
  return {
    ...HAND_OVER_DEFAULTS,
    format: formatIn(query),
    time,
    units: oneOf(query, 'units', UNITS) ?? project.units,
    tolerance: numberIn(query, 'tolerance') ?? project.tolerance,
    form: oneOf(query, 'form', FORMS) ?? HAND_OVER_DEFAULTS.form,
    paper: oneOf(query, 'paper', PAPERS) ?? HAND_OVER_DEFAULTS.paper,
    which: layers ? { kind: 'layers', ids: layers } : HAND_OVER_DEFAULTS.which,
    references: oneOf(query, 'references', ['0', '1']) === '1',
    ...(places !== null && { table: { places: { count: places } } }),
  };
}

function formatIn(query: Query): ExportFormat {
  const format = textIn(query, 'format') ?? '';
  if (isExportFormat(format)) return format;
  throw new Failure(400, `'format' is one of ${Object.keys(EXPORT_FORMATS).join(', ')}, not '${format}'`);
}

function textIn(query: Query, key: string): string | null {
  const value = query[key];
  if (value === undefined) return null;
  if (typeof value === 'string') return value;
  throw new Failure(400, `'${key}' is given once`);
}

function oneOf<Word extends string>(query: Query, key: string, words: readonly Word[]): Word | null {
  const text = textIn(query, key);
  if (text === null) return null;
  const word = words.find((each) => each === text);
  if (word === undefined) throw new Failure(400, `'${key}' is one of ${words.join(', ')}, not '${text}'`);
  return word;
}

function numberIn(query: Query, key: string): number | null {
  const text = textIn(query, key);
  if (text === null) return null;
  const number = /^\d{1,9}(\.\d{1,9})?$/.test(text) ? Number(text) : 0;
  if (!(number > 0)) throw new Failure(400, `'${key}' is a number above 0, not '${text}'`);
  return number;
}
