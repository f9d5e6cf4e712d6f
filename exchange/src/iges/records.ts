import { latin1 } from '../latin1';

/** A field of a parameter record: a number, a text, or left out. */
export type Field = number | string | null;

/** An entity of an IGES file (IGES 5.3, 2.2.4.4). */
export interface IgesEntity {
  /** The number of its entry in the directory, by which others refer to it. */
  readonly id: number;
  readonly type: number;
  readonly form: number;
  /** After the number of its type. */
  readonly fields: readonly Field[];
  readonly level: number;
  /** The entry of its transformation; 0 for none. */
  readonly transform: number;
  /** A number of a colour, or minus the entry of one. */
  readonly colour: number;
  readonly isBlanked: boolean;
  /** In the parameters of a surface, not in space. */
  readonly isFlat: boolean;
  readonly label: string;
  /** Of its entry in the file. */
  readonly line: number;
}

/** Something that is not as it must be. */
export class IgesProblem extends Error {
  constructor(
    message: string,
    readonly id: number | null = null,
  ) {
    super(message);
  }
}

export interface IgesNote {
  readonly what: string;
  readonly line: number;
}

/** An IGES file by its sections, its entities parsed when they are asked for. */
export interface IgesRecords {
  readonly globals: readonly Field[];
  readonly ids: readonly number[];
  readonly notes: readonly IgesNote[];
  has(id: number): boolean;
  /** Throws an `IgesProblem` where there is none, or none that can be understood. */
  entity(id: number): IgesEntity;
}

interface Line {
  readonly text: string;
  /** What columns 74 to 80 say. */
  readonly number: number;
  /** In the file, from 1. */
  readonly at: number;
}

const SECTIONS = 'SGDPT';
/** Characters of a card. */
const WIDTH = 80;
/** The letter of the section stands here, from 0. */
const LETTER = 72;

/** The sections of a file; lines may be short, and there may be none at all, only cards of 80 characters. */
export function recordsOf(bytes: Uint8Array): IgesRecords {
  const text = latin1(bytes);
  const notes: IgesNote[] = [];
  const sections: Record<string, Line[]> = { S: [], G: [], D: [], P: [], T: [] };
  let current = 'S';
  cardsOf(text).forEach((card, i) => {
    if (card.trim() === '') return;
    const letter = card.charAt(LETTER);
    // A line that is too short for its letter goes on with the section it is in.
    if (SECTIONS.includes(letter) && letter !== '') current = letter;
    else notes.push({ what: 'a line does not say what section it is of', line: i + 1 });
    sections[current].push({ text: card, number: numberIn(card.slice(LETTER + 1, WIDTH)), at: i + 1 });
  });
  if (sections.T.length === 0) notes.push({ what: 'it stops before its end', line: Math.max(1, cardsOf(text).length) });
  return new Sections(sections, notes);
}

/** Whether a file has the first card of one in ASCII. */
export function isIges(start: string): boolean {
  return start.charAt(LETTER) === 'S' && /^[ 0]{6}1/.test(start.slice(LETTER + 1, WIDTH));
}

function cardsOf(text: string): string[] {
  const lines = text.split(/\r\n|\r|\n/);
  if (lines.length > 1 && lines[0].length <= 2 * WIDTH) return lines;
  const all = lines.join('');
  return Array.from({ length: Math.ceil(all.length / WIDTH) }, (_, i) => all.slice(WIDTH * i, WIDTH * (i + 1)));
}

/** NaN where it is none. */
function numberIn(text: string): number {
  const trimmed = text.trim();
  return /^[+-]?\d+$/.test(trimmed) ? Number(trimmed) : NaN;
}

class Sections implements IgesRecords {
  readonly globals: readonly Field[];
  readonly ids: readonly number[];
  private readonly directory = new Map<number, readonly [Line, Line]>();
  private readonly parameters = new Map<number, number>();
  private readonly parsed = new Map<number, IgesEntity>();
  private readonly delimiters: Delimiters;

  constructor(
    private readonly sections: Readonly<Record<string, readonly Line[]>>,
    readonly notes: IgesNote[],
  ) {
    const global = sections.G.map(({ text }) => text.slice(0, LETTER).padEnd(LETTER)).join('');
    this.delimiters = delimitersOf(global);
    this.globals = globalFields(global, this.delimiters);
    const { D, P } = sections;
    for (let i = 0; i + 1 < D.length; i += 2) {
      const id = Number.isNaN(D[i].number) ? i + 1 : D[i].number;
      if (this.directory.has(id)) notes.push({ what: `D${id} is there twice; the first counts`, line: D[i].at });
      else this.directory.set(id, [D[i], D[i + 1]]);
    }
    P.forEach(({ number }, i) => {
      const key = Number.isNaN(number) ? i + 1 : number;
      if (!this.parameters.has(key)) this.parameters.set(key, i);
    });
    this.ids = [...this.directory.keys()];
  }

  has = (id: number): boolean => this.directory.has(id);

  entity(id: number): IgesEntity {
    const known = this.parsed.get(id);
    if (known) return known;
    const entry = this.directory.get(id);
    if (!entry) throw new IgesProblem(`there is no D${id}`);
    const made = this.parse(id, entry);
    this.parsed.set(id, made);
    return made;
  }

  private parse(id: number, [first, second]: readonly [Line, Line]): IgesEntity {
    const field = ({ text }: Line, i: number) => text.slice(8 * i, 8 * i + 8).trim();
    const number = (line: Line, i: number) => {
      const value = numberIn(field(line, i));
      return Number.isNaN(value) ? 0 : value;
    };
    const status = field(first, 8).padStart(8, '0');
    const type = number(first, 0);
    const [own, ...fields] = this.fields(id, number(first, 1), number(second, 3));
    if (own !== type) throw new IgesProblem(`its parameters are those of ${own ?? 'nothing'}, not of ${type}`, id);
    return {
      id,
      type,
      form: number(second, 4),
      fields,
      level: number(first, 4),
      transform: number(first, 6),
      colour: number(second, 2),
      isBlanked: status.slice(0, 2) === '01',
      isFlat: status.slice(4, 6) === '05',
      label: field(second, 7),
      line: first.at,
    };
  }

  private fields(id: number, from: number, count: number): Field[] {
    const start = this.parameters.get(from);
    if (start === undefined) throw new IgesProblem('its parameters are missing', id);
    const { P } = this.sections;
    let text = '';
    for (let i = start; i < Math.min(P.length, start + Math.max(1, count)); i++) {
      text += P[i].text.slice(0, 64).padEnd(64);
    }
    const fields = parse(text, this.delimiters);
    if (!fields) throw new IgesProblem('its parameters do not end', id);
    return fields;
  }
}

interface Delimiters {
  readonly field: string;
  readonly record: string;
}

/** What parts fields and records: said in the first two fields of the global section (IGES 5.3, 2.2.4.3.1). */
function delimitersOf(global: string): Delimiters {
  const [, field = ','] = /^\s*1H(.)/.exec(global) ?? [];
  const rest = global.replace(/^\s*1H./, '').replace(/^\s*/, '');
  const [, record = ';'] = (rest.startsWith(field) ? /^.\s*1H(.)/.exec(rest) : null) ?? [];
  return { field, record };
}

/** The fields of the global section, from the first on. */
function globalFields(global: string, delimiters: Delimiters): readonly Field[] {
  return parse(global, delimiters) ?? [];
}

/** Fields up to the end of the record; null where it does not end. */
function parse(text: string, { field, record }: Delimiters): Field[] | null {
  const fields: Field[] = [];
  let at = 0;
  for (;;) {
    while (text.charAt(at) === ' ') at++;
    const counted = /(\d{1,7})H/y;
    counted.lastIndex = at;
    const match = counted.exec(text);
    let value: Field;
    if (match) {
      const start = at + match[0].length;
      const end = start + Number(match[1]);
      value = text.slice(start, end);
      at = end;
      while (text.charAt(at) === ' ') at++;
    } else {
      let end = at;
      while (end < text.length && text.charAt(end) !== field && text.charAt(end) !== record) end++;
      value = numberFrom(text.slice(at, end).trim());
      at = end;
    }
    fields.push(value);
    if (at >= text.length) return null;
    const mark = text.charAt(at++);
    if (mark === record) return fields;
    if (mark !== field) return null;
  }
}

/** A number; null for nothing; what is neither stays text. */
function numberFrom(text: string): Field {
  if (text === '') return null;
  const written = text.replace(/[dD]/, 'E');
  return /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[Ee][+-]?\d+)?$/.test(written) ? Number(written) : text;
}
