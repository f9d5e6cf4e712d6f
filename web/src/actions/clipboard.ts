import { translation, type Vector3 } from '@pencil-bend/core';
import { type Id, type CommandCall, takenWith, type Pasted, type Project, schemaProblems } from '@pencil-bend/document';

const FORMAT = 'pencil-bend-items';
/** So much of a text is looked at. */
const LOOKED_AT = 2000;

/** Copied items as text, for the system's clipboard: they can be pasted into any project. */
export function copied(project: Project, ids: readonly Id[], source: string): string {
  const among = new Set(ids);
  // What is made from something that is left behind goes as it is by itself.
  const items = ids.map((from): Pasted => ({ from, item: takenWith(project, project.items[from], among) }));
  return JSON.stringify({ format: FORMAT, source, items });
}

/** Whether a clipboard's text holds items of ours. */
export const holdsItems = (text: string): boolean => parsed(text) !== null;

/** A command that pastes, the project that its items come from, and the measured points that they refer to. */
export interface Paste {
  readonly call: CommandCall;
  readonly source: string;
  readonly contents: readonly string[];
}

/** Whether a clipboard's text is a file of curves by how it begins: SVG, STEP, or our curves as JSON. */
export const holdsCurves = (text: string): boolean =>
  /^\s*(?:<svg[\s>]|<!--|<\?xml|<!DOCTYPE svg|ISO-10303-21;|\{\s*"format"\s*:\s*"pencil-bend-curves")/i.test(
    text.slice(0, LOOKED_AT),
  );

/** A row that begins with two numbers; a name may stand before them. */
const POINT_ROW =
  /^\s*("?[\p{L}\d#][^\t;,"]*"?[\s;,]\s*)?"?[-+\u2212]?[\d.][\d.,]*(e[-+]?\d+)?"?[\s;,]+"?[-+\u2212]?[\d.]/iu;
/** Whether a clipboard's text looks like a table of points: after words, most of its rows are points, two of them at least without a heading. */
export function holdsPoints(text: string): boolean {
  const lines = text
    .slice(0, LOOKED_AT)
    .split(/[\r\n]+/)
    .filter((line) => line.trim() !== '');
  // The last one may be cut.
  const whole = text.length > LOOKED_AT ? lines.slice(0, -1) : lines;
  const first = whole.findIndex((line) => POINT_ROW.test(line));
  const rows = whole.slice(first);
  const isHeaded = first > 0 && /\bx\b.*\by\b/i.test(whole[first - 1]);
  const isEnough = rows.length > 1 || isHeaded;
  return first >= 0 && isEnough && rows.filter((line) => POINT_ROW.test(line)).length > rows.length / 2;
}

/** What a clipboard's text means for a project; null where it holds no items of ours. */
export function pasted(
  text: string,
  into: { readonly source: string; readonly layer: Id; readonly plane: Id; readonly aside: Vector3 },
  newId: () => Id,
): Paste | { readonly why: string } | null {
  const read = parsed(text);
  if (!read) return null;
  const id = newId();
  // In the project it came from a copy lies a little aside, so that it can be seen.
  const by: Vector3 = read.source === into.source ? into.aside : [0, 0, 0];
  const args = { id, layer: into.layer, plane: into.plane, map: translation(by), items: read.items as Pasted[] };
  const problems = schemaProblems('paste', args);
  if (problems.length > 0) return { why: 'The clipboard holds curves of another version, or broken ones' };
  const contents = args.items.flatMap(({ item }) => (item.kind === 'pointSet' ? [item.pointSet.content] : []));
  return { call: { command: 'paste', args }, source: read.source, contents };
}

function parsed(text: string): { readonly source: string; readonly items: unknown } | null {
  if (!text.startsWith(`{"format":"${FORMAT}"`)) return null;
  try {
    const { source, items } = JSON.parse(text) as { source?: unknown; items?: unknown };
    return { source: String(source), items };
  } catch {
    return null;
  }
}
