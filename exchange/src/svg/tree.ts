import { SaxesParser } from 'saxes';
import { decoded, encodingOf } from '../decoded';
import type { Entries } from '../report';

/** An element; prefixes of names are cut off. */
export interface SvgElement {
  readonly name: string;
  readonly attributes: ReadonlyMap<string, string>;
  readonly children: readonly SvgElement[];
  /** What stands in it beside elements, of those whose words count. */
  readonly text: string;
  /** In the file, from 1. */
  readonly line: number;
  readonly column: number;
}

/** Elements within elements, no deeper than this. */
const DEEPEST = 1000;
/** After so many errors a file is none that anybody can read. */
const MOST_ERRORS = 50;
/** The parser takes so many characters at once. */
const PIECE = 1 << 20;
/** Entities of a document type: so many, each so long, without markup; nested ones stay as they are. */
const [MOST_ENTITIES, LONGEST_ENTITY] = [100, 1000];

/** A file that cannot be gone on with. */
export class SvgProblem extends Error {}

class Element implements SvgElement {
  readonly children: SvgElement[] = [];
  text = '';
  attributes: ReadonlyMap<string, string> = new Map();

  constructor(
    readonly name: string,
    readonly line: number,
    readonly column: number,
  ) {}
}

const plain = (name: string) => name.slice(name.indexOf(':') + 1);

/** Elements whose words count; those of others are many, and drawn by nobody here. */
const WITH_WORDS = new Set(['title', 'style']);

/**
 * The root element of an XML file. What is wrong is told, and reading goes on over it. Throws a `SvgProblem` for a file
 * without elements, with too many errors, or nested too deep.
 */
export function treeOf(bytes: Uint8Array, problems: Entries, progress: (share: number) => void): SvgElement {
  const text = decoded(bytes, encodingOf(bytes));
  const parser = new SaxesParser({ xmlns: false, position: true });
  const open: Element[] = [];
  let root: Element | null = null;
  let opening: Element | null = null;
  let errors = 0;
  parser.on('error', (error) => {
    if (++errors > MOST_ERRORS)
      throw new SvgProblem(`it has more than ${MOST_ERRORS} errors; the last: ${error.message}`);
    // It says where before it says what.
    problems.add('file', inWords(error.message), { line: parser.line, column: parser.column + 1 });
  });
  parser.on('doctype', (doctype) => addEntities(doctype, parser.ENTITIES));
  parser.on('opentagstart', ({ name }) => {
    opening = new Element(plain(name), parser.line, Math.max(1, parser.column - name.length));
  });
  parser.on('opentag', ({ attributes }) => {
    if (open.length >= DEEPEST) throw new SvgProblem(`elements stand within elements, deeper than ${DEEPEST}`);
    if (!opening) return;
    opening.attributes = new Map(Object.entries(attributes).map(([name, value]) => [plain(name), value]));
    open[open.length - 1]?.children.push(opening);
    root ??= opening;
    open.push(opening);
    opening = null;
  });
  parser.on('closetag', () => void open.pop());
  const addText = (words: string) => {
    const within = open[open.length - 1];
    if (within && WITH_WORDS.has(within.name)) within.text += words;
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  for (let at = 0; at < text.length; at += PIECE) {
    parser.write(text.slice(at, at + PIECE));
    progress(Math.min(1, (at + PIECE) / text.length));
  }
  const unfinished = (opening as Element | null)?.name ?? open[open.length - 1]?.name;
  if (unfinished !== undefined)
    problems.add('file', `it stops within the element ${unfinished}`, { line: parser.line });
  else parser.close();
  if (!root) throw new SvgProblem('there is no element in it');
  return root;
}

/** What the parser says, without the place before it. */
const inWords = (message: string): string =>
  message
    .replace(/^[\d:]+\s*/, '')
    .replace(/\.$/, '')
    .replace('undefined entity', 'an entity that the file does not define');

/** Plain entities of a document type; such as name others could make a few lines a flood. */
function addEntities(doctype: string, entities: Record<string, string>): void {
  let count = 0;
  for (const [, name, single, double] of doctype.matchAll(
    /<!ENTITY\s+([\w.-]{1,100})\s+(?:'([^']*)'|"([^"]*)")\s*>/g,
  )) {
    const value = single ?? double;
    if (value.length > LONGEST_ENTITY || /[&<]/.test(value) || ++count > MOST_ENTITIES) continue;
    entities[name] = value;
  }
}
