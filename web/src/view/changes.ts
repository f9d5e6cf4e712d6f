import { arcLength, type Curve, distinctOf } from '@pencil-bend/core';
import type { Id, Project } from '@pencil-bend/document';
import equal from 'fast-deep-equal';
import { counted } from '../ui/labels';
import { lengthInWords, lengthShown, type Units } from '../ui/length';

/** What is told of a curve, then and now. */
export interface CurveThen {
  readonly curve: Curve;
  /** Null while it is not known. */
  readonly lumps: number | null;
}

/** What became of a curve, in words: 'then 12 control points, now 9; 3 lumps, now 1'. */
export function curveChange(then: CurveThen, now: CurveThen, most: number, units: Units): string {
  const told: string[] = [];
  const tell = (was: string, is: string, shown: string) => {
    if (was !== is) told.push(told.length === 0 ? `Then ${was}, now ${shown}` : `${was}, now ${shown}`);
  };
  const [before, after] = [then, now].map(({ curve }) => distinctOf(curve));
  const points = (count: number) => counted(count, 'control point', 'control points');
  tell(points(before), points(after), String(after));
  const degrees = [then, now].map(({ curve }) => String(curve.degree));
  tell(`degree ${degrees[0]}`, `degree ${degrees[1]}`, degrees[1]);
  const lengths = [then, now].map(({ curve }) => arcLength(curve).total);
  tell(lengthInWords(lengths[0], units), lengthInWords(lengths[1], units), `${lengthInWords(lengths[1], units)} long`);
  if (then.lumps !== null && now.lumps !== null) {
    tell(counted(then.lumps, 'lump', 'lumps'), counted(now.lumps, 'lump', 'lumps'), `${now.lumps || 'none'}`);
  }
  if (told.length > 0) return `${told.join('; ')}.`;
  return Number(lengthShown(most, units)) === 0 ? 'As it was.' : 'As many control points, and as long, as it was.';
}

/** So many names are told. */
const MOST_NAMES = 3;

/** What else became of the drawing; empty where nothing did. */
export function drawingChange(then: Project, now: Project, but: Id): string {
  const ids = (project: Project) => Object.keys(project.items).filter((id) => id !== but);
  const has = (project: Project, id: Id) => Object.hasOwn(project.items, id);
  const added = ids(now).filter((id) => !has(then, id));
  const gone = ids(then).filter((id) => !has(now, id));
  const changed = ids(now).filter((id) => has(then, id) && !equal(then.items[id], now.items[id]));
  const told = [
    ...said(namesIn(now, changed), 'changed', 'changed'),
    ...said(namesIn(now, added), 'is new', 'are new'),
    ...said(namesIn(then, gone), 'is gone', 'are gone'),
  ];
  return told.length > 0 ? `Elsewhere ${told.join('; ')}.` : '';
}

const namesIn = (project: Project, ids: readonly Id[]): readonly string[] =>
  ids.map((id) => project.items[id].name || 'a curve without a name');

function said(names: readonly string[], one: string, many: string): string[] {
  if (names.length === 0) return [];
  const more = names.length - MOST_NAMES;
  if (more > 0) return [`${names.slice(0, MOST_NAMES).join(', ')} and ${more} more ${many}`];
  return [`${names.join(' and ')} ${names.length === 1 ? one : many}`];
}
