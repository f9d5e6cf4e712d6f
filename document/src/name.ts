import { LONGEST_NAME } from './project/format';
import { schemaProblems } from './schemaProblems';

/** What is wrong with a text as the name of anything, in words; null when it can be one. The schema has the rule. */
export function nameProblem(text: string): string | null {
  const [problem] = schemaProblems('name', text);
  return problem ? `A name ${problem.message}` : null;
}

const segmenter = new Intl.Segmenter();

/** The beginning of a text, cut between characters as people see them (Unicode Standard Annex 29, 3). */
export function shortened(text: string, most: number): string {
  // UTF-16 has at least as many units as there are characters.
  if (text.length <= most) return text;
  let short = '';
  let count = 0;
  for (const { segment } of segmenter.segment(text)) {
    count += [...segment].length;
    if (count > most) break;
    short += segment;
  }
  return short;
}

/** What no name may hold; and U+FFFD, which is what a database makes of half a pair of surrogates. */
const FORBIDDEN = /[\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u202A-\u202E\u2066-\u2069\uFFFD]/gu;

/** A text with whatever no name may hold taken out, as it was allowed before there was a rule. */
function cleanName(text: string): string {
  const clean = text.replace(FORBIDDEN, '').trim();
  return schemaProblems('name', shortened(clean, LONGEST_NAME)).length === 0 ? clean : 'Unnamed';
}

/** A copy of plain JSON (a project, or a JSON patch to one) with every name in it cleaned. */
export function withCleanNames<T>(value: T): T {
  return cleaned(value) as T;
}

function cleaned(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(cleaned);
  if (typeof value !== 'object' || value === null) return value;
  const { path } = value as { path?: unknown };
  // A patch may replace a name alone.
  const named = typeof path === 'string' && path.endsWith('/name') ? ['name', 'value'] : ['name'];
  return Object.fromEntries(
    Object.entries(value).map(([key, member]) => [
      key,
      typeof member === 'string' && named.includes(key) ? cleanName(member) : cleaned(member),
    ]),
  );
}
