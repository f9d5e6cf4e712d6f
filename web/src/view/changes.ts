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
  const points = [then, now].map(({ curve }) => distinctOf(curve));
  tell(counted(points[0], 'control point', 'control points'), counted(points[1], 'control point', 'control points'), `${points[1]}`); // prettier-ignore
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
  const name = (project: Project, id: Id) => project.items[id].name || 'a curve without a name';
  const added = ids(now).filter((id) => !has(then, id));
  const gone = ids(then).filter((id) => !has(now, id));
  const changed = ids(now).filter((id) => has(then, id) && !equal(then.items[id], now.items[id]));
  const told = [
    said(changed.map((id) => name(now, id)), 'changed', 'changed'),
    said(added.map((id) => name(now, id)), 'is new', 'are new'),
    said(gone.map((id) => name(then, id)), 'is gone', 'are gone'),
  ].filter((each) => each !== null); // prettier-ignore
  return told.length > 0 ? `Elsewhere ${told.join('; ')}.` : '';
}

function said(names: readonly string[], one: string, many: string): string | null {
  if (names.length === 0) return null;
  if (names.length > MOST_NAMES) return `${names.slice(0, MOST_NAMES).join(', ')} and ${names.length - MOST_NAMES} more ${many}`; // prettier-ignore
  return `${names.join(' and ')} ${names.length === 1 ? one : many}`;
}
