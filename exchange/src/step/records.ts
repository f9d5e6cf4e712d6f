import { LineNumbers } from '../lineNumbers';
import { decodedText } from './text';

/** A reference to an instance. */
export class Ref {
  constructor(readonly id: number) {}
}

/** An enumeration, as .T. */
export class Enumeration {
  constructor(readonly name: string) {}
}

/** A value with its type before it, as LENGTH_MEASURE(1.). */
export class Typed {
  constructor(
    readonly type: string,
    readonly value: Value,
  ) {}
}

/** Left out (`$`): null; derived (`*`): undefined. */
export type Value = number | string | null | undefined | Ref | Enumeration | Typed | readonly Value[];

/** An instance of a STEP file: its arguments by its type, of one with several types by each of them. */
export interface Instance {
  readonly id: number;
  readonly parts: ReadonlyMap<string, readonly Value[]>;
  /** Its own type, of one with several '('. */
  readonly type: string;
}

/** Something in a file that is not as it must be; `id` names the instance, where it is in one. */
export class StepProblem extends Error {
  constructor(
    message: string,
    readonly id: number | null = null,
  ) {
    super(message);
  }
}

/** Lists within lists, no deeper than this. */
const DEEPEST = 64;

/** A problem in a file's structure, by its place. */
interface Damage {
  readonly what: string;
  readonly id: number;
  readonly offset: number;
}

/**
 * The instances of a STEP file (ISO 10303-21), found by one pass over its characters and parsed when they are asked for.
 * Lines mean nothing. What is damaged is told, and the rest is there.
 */
export class Records {
  readonly damages: Damage[] = [];
  /** Of every instance where its definition begins, after the equals sign. */
  private readonly starts = new Map<number, number>();
  private readonly parsed = new Map<number, Instance>();
  private readonly types = new Map<string, number[]>();
  private readonly lines: LineNumbers;

  constructor(
    private readonly text: string,
    progress?: (share: number) => void,
  ) {
    this.lines = new LineNumbers(text);
    new Indexer(text, {
      found: (id, start) => this.note(id, start),
      damaged: (what, id, offset) => this.damages.push({ what, id, offset }),
      progress: (share) => progress?.(share),
    }).run();
    this.addComplex();
  }

  get count(): number {
    return this.starts.size;
  }

  has = (id: number): boolean => this.starts.has(id);

  /** The ids of all instances that have a type, in order. */
  ofType = (type: string): readonly number[] => this.types.get(type) ?? [];

  /** Every type that is there. */
  get allTypes(): Iterable<string> {
    return this.types.keys();
  }

  /** Throws a `StepProblem` where there is none, or none that can be understood. */
  instance(id: number): Instance {
    const known = this.parsed.get(id);
    if (known) return known;
    const start = this.starts.get(id);
    if (start === undefined) throw new StepProblem(`there is no #${id}`);
    const made = new Parser(this.text, start, id).instance();
    this.parsed.set(id, made);
    return made;
  }

  /**
   * The coordinates of a point that is written as points usually are; null for others. Most instances of a large file are
   * points, which need no more than this.
   */
  plainPoint(id: number): readonly [number, number, number] | null {
    const start = this.starts.get(id);
    if (start === undefined) return null;
    POINT.lastIndex = start;
    const match = POINT.exec(this.text);
    if (!match) return null;
    const [x, y, z] = [Number(match[1]), Number(match[2]), Number(match[3])];
    return Number.isFinite(x + y + z) ? [x, y, z] : null;
  }

  /** The instance that a value refers to. */
  at(value: Value, whose: number): Instance {
    if (!(value instanceof Ref)) throw new StepProblem('a reference is missing', whose);
    if (!this.has(value.id)) throw new StepProblem(`#${value.id} is not in the file`, whose);
    return this.instance(value.id);
  }

  /** The type by which a simple instance is defined; '(' for one with several. */
  typeOf(id: number): string | null {
    const start = this.starts.get(id);
    return start === undefined ? null : keywordAt(this.text, start);
  }

  /** The line of an instance, from 1. */
  lineOf(id: number): number | undefined {
    const start = this.starts.get(id);
    return start === undefined ? undefined : this.lineAt(start);
  }

  readonly lineAt = (offset: number): number => this.lines.at(offset);

  private note(id: number, start: number): void {
    if (this.starts.has(id)) {
      this.damages.push({ what: `#${id} is there twice; the first counts`, id, offset: start });
      return;
    }
    this.starts.set(id, start);
    this.addType(keywordAt(this.text, start) ?? '', id);
  }

  private addComplex(): void {
    for (const id of this.ofType('(')) {
      try {
        for (const type of this.instance(id).parts.keys()) this.addType(type, id);
      } catch (error) {
        if (!(error instanceof StepProblem)) throw error;
        this.damages.push({ what: error.message, id, offset: this.starts.get(id) ?? 0 });
      }
    }
  }

  private addType(type: string, id: number): void {
    const there = this.types.get(type);
    if (there) there.push(id);
    else this.types.set(type, [id]);
  }
}

/** Numbers of a point as the standard has them. */
const COORDINATE = String.raw`\s*([+-]?\d+\.\d*(?:E[+-]?\d+)?)\s*`;
const POINT = new RegExp(
  String.raw`\s*CARTESIAN_POINT\s*\(\s*'[^'\\]*'\s*,\s*\(${COORDINATE},${COORDINATE},${COORDINATE}\)\s*\)\s*;`,
  'y',
);

const KEYWORD = /\s*(?:([A-Za-z_!][A-Za-z0-9_-]*)|\()/y;

function keywordAt(text: string, start: number): string | null {
  KEYWORD.lastIndex = start;
  const match = KEYWORD.exec(text);
  return match ? (match[1]?.toUpperCase() ?? '(') : null;
}

interface Findings {
  readonly found: (id: number, start: number) => void;
  readonly damaged: (what: string, id: number, offset: number) => void;
  readonly progress: (share: number) => void;
}

const [HASH, QUOTE, SEMICOLON, SLASH, STAR, EQUALS, ZERO, NINE, BLANK] = Array.from("#';/*=09 ", (c) =>
  c.charCodeAt(0),
);
const isDigit = (code: number) => code >= ZERO && code <= NINE;
/** So many characters are looked at between two reports. */
const BATCH = 1 << 20;

/** Goes over the characters once, past texts and comments. */
class Indexer {
  private at = 0;
  private current = 0;
  private reported = 0;

  constructor(
    private readonly text: string,
    private readonly findings: Findings,
  ) {}

  run(): void {
    const { text } = this;
    while (this.at < text.length) {
      const code = text.charCodeAt(this.at);
      if (code === HASH) this.number();
      else if (code === QUOTE) this.quoted();
      else if (code === SLASH && text.charCodeAt(this.at + 1) === STAR) this.comment();
      else this.at++;
      if (this.at - this.reported > BATCH) {
        this.reported = this.at;
        this.findings.progress(this.at / text.length);
      }
    }
  }

  /** A definition, or a reference to one. */
  private number(): void {
    const { text } = this;
    let i = this.at + 1;
    let id = 0;
    while (isDigit(text.charCodeAt(i))) id = 10 * id + text.charCodeAt(i++) - ZERO;
    const isOne = i > this.at + 1 && Number.isSafeInteger(id);
    let next = i;
    while (text.charCodeAt(next) <= BLANK) next++;
    if (isOne && text.charCodeAt(next) === EQUALS) {
      this.findings.found(id, next + 1);
      this.current = id;
      i = next + 1;
    }
    this.at = i;
  }

  private quoted(): void {
    const end = endOfText(this.text, this.at);
    if (end.isWhole) this.at = end.at;
    else {
      this.findings.damaged('a text does not end', this.current, this.at);
      this.at = end.at;
    }
  }

  private comment(): void {
    const end = this.text.indexOf('*/', this.at + 2);
    if (end < 0) this.findings.damaged('a comment does not end', this.current, this.at);
    // One that does not end is passed over by its sign alone, so that what follows is seen.
    this.at = end < 0 ? this.at + 2 : end + 2;
  }
}

/** A new definition after the end of another: in a text only where its closing quote is lost. */
const NEXT_DEFINITION = /;\s*#\d+\s*=/y;

/** The place after a text that begins at a quote. */
function endOfText(text: string, start: number): { readonly at: number; readonly isWhole: boolean } {
  for (let i = start + 1; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (code === QUOTE) {
      if (text.charCodeAt(i + 1) !== QUOTE) return { at: i + 1, isWhole: true };
      i++;
    } else if (code === SEMICOLON) {
      NEXT_DEFINITION.lastIndex = i;
      if (NEXT_DEFINITION.test(text)) return { at: i, isWhole: false };
    }
  }
  return { at: text.length, isWhole: false };
}

const NUMBER = /[+-]?\d+(?:\.\d*)?(?:[Ee][+-]?\d+)?/y;
const ENUMERATION = /\.([A-Za-z_][A-Za-z0-9_]*)\./y;
const BINARY = /"[0-9A-Fa-f]*"/y;
const DEFINITION = /([A-Za-z_!][A-Za-z0-9_-]*)/y;

/** Reads one instance. */
class Parser {
  private depth = 0;

  constructor(
    private readonly text: string,
    private at: number,
    private readonly id: number,
  ) {}

  instance(): Instance {
    this.space();
    if (this.peek() !== '(') {
      const type = this.keyword();
      return { id: this.id, type, parts: new Map([[type, this.list()]]) };
    }
    this.at++;
    const parts = new Map<string, readonly Value[]>();
    for (;;) {
      this.space();
      if (this.peek() === ')') break;
      const type = this.keyword();
      parts.set(type, this.list());
    }
    return { id: this.id, type: '(', parts };
  }

  private list(): Value[] {
    this.space();
    this.expect('(');
    if (++this.depth > DEEPEST) throw this.problem(`lists within lists, deeper than ${DEEPEST}`);
    const values: Value[] = [];
    this.space();
    if (this.peek() === ')') {
      this.at++;
      this.depth--;
      return values;
    }
    for (;;) {
      values.push(this.value());
      this.space();
      if (this.peek() === ',') this.at++;
      else {
        this.expect(')');
        this.depth--;
        return values;
      }
    }
  }

  private value(): Value {
    this.space();
    const next = this.peek();
    switch (next) {
      case '$':
        this.at++;
        return null;
      case '*':
        this.at++;
        return undefined;
      case '(':
        return this.list();
      case "'":
        return this.quoted();
      case '#':
        this.at++;
        return new Ref(Number(this.match(/\d+/y, 'the number of an instance')));
      case '.':
        return new Enumeration(this.match(ENUMERATION, 'a word between points').slice(1, -1).toUpperCase());
      case '"':
        return this.match(BINARY, 'a binary value');
    }
    if (/[A-Za-z_!]/.test(next)) {
      const type = this.keyword();
      const [value] = this.list();
      return new Typed(type, value);
    }
    return numberFrom(this.match(NUMBER, 'a value'));
  }

  private quoted(): string {
    const { at, isWhole } = endOfText(this.text, this.at);
    if (!isWhole) throw this.problem('a text does not end');
    const raw = this.text.slice(this.at + 1, at - 1);
    this.at = at;
    // A text may be broken over lines, which are no part of it.
    return decodedText(raw.replace(/[\r\n]+/g, ''));
  }

  private keyword = (): string => this.match(DEFINITION, 'a type').toUpperCase();

  private space(): void {
    for (;;) {
      while (this.text.charCodeAt(this.at) <= BLANK) this.at++;
      if (!this.text.startsWith('/*', this.at)) return;
      const end = this.text.indexOf('*/', this.at + 2);
      if (end < 0) throw this.problem('a comment does not end');
      this.at = end + 2;
    }
  }

  private peek = (): string => this.text.charAt(this.at);

  private expect(character: string): void {
    if (this.peek() !== character) throw this.problem(`'${character}' is missing`);
    this.at++;
  }

  private match(pattern: RegExp, what: string): string {
    pattern.lastIndex = this.at;
    const match = pattern.exec(this.text);
    if (!match) throw this.problem(`${what} is missing before '${this.text.slice(this.at, this.at + 12).trim()}'`);
    this.at = pattern.lastIndex;
    return match[0];
  }

  private problem = (message: string) => new StepProblem(message, this.id);
}

/** NaN where it is none. */
const numberFrom = (text: string): number => (/^[+-]?\d+\.?\d*(?:[Ee][+-]?\d+)?$/.test(text) ? Number(text) : NaN);
