/** Units of length that can be typed, in mm. Also the marks of feet and inches. */
const UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  inch: 25.4,
  '"': 25.4,
  '″': 25.4,
  ft: 304.8,
  "'": 304.8,
  '′': 304.8,
};

/** A number typed by a person, or what is wrong with it, in words. */
export type Typed = { readonly ok: true; readonly value: number } | { readonly ok: false; readonly why: string };

/** A plain number, or a length in mm. */
interface Quantity {
  readonly value: number;
  readonly length: boolean;
}

class Mistake extends Error {}

const TOKEN = /\s*(\d+(?:[.,]\d*)?(?:e[+-]?\d+)?|[.,]\d+(?:e[+-]?\d+)?|[a-zA-Z]+|["″'′]|[-+−*×·/()])/iy;

/**
 * Reads arithmetic: `+ - * /`, brackets, decimals with a point or a comma, thousands set apart as in '1 000' and
 * '1.234,5', fractions behind whole numbers as in '3 1/2' and '3½', and units (mm, cm, m, in, ft) behind any number or bracket. Numbers without a unit are `unit` mm each, where
 * the result is a length; `unit` null asks for a plain number.
 */
export function readNumber(text: string, unit: number | null): Typed {
  try {
    const tokens = tokensOf(plainDigits(text));
    if (tokens.length === 0) throw new Mistake('A number is needed');
    const reader = new Reader(tokens, unit ?? 1);
    const { value, length } = reader.all();
    if (unit === null && length) throw new Mistake('A plain number is needed, without a unit');
    const result = length || unit === null ? value : value * unit;
    if (!Number.isFinite(result)) throw new Mistake('That number is too large');
    return { ok: true, value: result };
  } catch (error) {
    if (!(error instanceof Mistake)) throw error;
    return { ok: false, why: error.message };
  }
}

/** Spaces that set thousands apart. */
const SPACE = '[ \\u00a0\\u2009\\u202f]';
const BY_SPACES = new RegExp(`(?<![\\d.,])(\\d{1,3}(?:${SPACE}\\d{3})+)(?!\\d)(\\s*/\\s*(\\d+))?`, 'g');
const BY_POINTS = /(?<![\d.,])(\d{1,3}(?:\.\d{3})+),(\d+)(?![.,])/g;
const BY_COMMAS = /(?<![\d.,])(\d{1,3}(?:,\d{3})+)\.(\d+)(?![.,])/g;
const MANY_GROUPS = /(?<![\d.,])\d{1,3}(?:(?:\.\d{3}){2,}|(?:,\d{3}){2,})(?![\d.,])/g;

/** Fractions written as one sign, and thousands set apart, as the digits they stand for. */
function plainDigits(text: string): string {
  return text
    .replace(/(\d)?([\u00bc-\u00be\u2150-\u215e])/g, (_, before: string | undefined, sign: string) => {
      const fraction = sign.normalize('NFKC').replace('\u2044', '/');
      return before === undefined ? fraction : `${before} ${fraction}`;
    })
    .replace(BY_SPACES, (all, digits: string, over = '', under?: string) => {
      // '3 125/1000' is a fraction behind a whole number, '1 000/2' is not.
      const last = digits.slice(-3);
      const isFraction = under !== undefined && !last.startsWith('0') && Number(last) < Number(under);
      return isFraction ? all : digits.replace(/\D/g, '') + over;
    })
    .replace(BY_POINTS, (_, whole: string, part: string) => `${whole.replaceAll('.', '')}.${part}`)
    .replace(BY_COMMAS, (_, whole: string, part: string) => `${whole.replaceAll(',', '')}.${part}`)
    .replace(MANY_GROUPS, (all) => all.replace(/\D/g, ''));
}

function tokensOf(text: string): string[] {
  const tokens: string[] = [];
  TOKEN.lastIndex = 0;
  const end = text.trimEnd().length;
  while (TOKEN.lastIndex < end) {
    const from = TOKEN.lastIndex;
    const found = TOKEN.exec(text);
    if (!found) throw new Mistake(`'${text.slice(from).trim()}' is not a number`);
    tokens.push(found[1]);
  }
  return tokens;
}

/** A recursive descent through the tokens, one method for each level of binding. */
class Reader {
  private index = 0;

  constructor(
    private readonly tokens: readonly string[],
    private readonly unit: number,
  ) {}

  all(): Quantity {
    const sum = this.sum();
    const next = this.tokens[this.index];
    if (next === undefined) return sum;
    if (next === ')') throw new Mistake('A bracket is closed that was not opened');
    const behind = this.tokens[this.index - 1];
    throw new Mistake(
      /^[\d.,(]/.test(next)
        ? `Between '${behind}' and '${next}' a sign is missing: + - * or /`
        : `'${next}' cannot stand behind '${behind}'`,
    );
  }

  private sum(): Quantity {
    let left = this.product();
    for (;;) {
      const sign = this.take(/^[-+−]$/);
      if (!sign) return left;
      const right = this.product();
      left = this.added(left, right, sign === '+' ? 1 : -1);
    }
  }

  /** A plain number beside a length is one in the sheet's unit. */
  private added(a: Quantity, b: Quantity, sign: 1 | -1): Quantity {
    const length = a.length || b.length;
    const mm = ({ value, length: is }: Quantity) => (length && !is ? value * this.unit : value);
    return { value: mm(a) + sign * mm(b), length };
  }

  private product(): Quantity {
    let left = this.signed();
    for (;;) {
      const sign = this.take(/^[*×·/]$/);
      if (!sign) return left;
      const right = this.signed();
      if (sign === '/') {
        if (right.value === 0) throw new Mistake('Nothing can be divided by 0');
        if (right.length && !left.length) throw new Mistake('A number divided by a length is no length');
        left = { value: left.value / right.value, length: left.length && !right.length };
      } else {
        if (left.length && right.length) throw new Mistake('A length times a length is an area');
        left = { value: left.value * right.value, length: left.length || right.length };
      }
    }
  }

  private signed(): Quantity {
    const sign = this.take(/^[-+−]$/);
    if (!sign) return this.measures();
    const { value, length } = this.signed();
    return { value: sign === '+' ? value : -value, length };
  }

  /** Measures one behind the other add up: 1' 3 1/2". */
  private measures(): Quantity {
    let sum = this.measure();
    while (sum.length && /^[\d.,(]/.test(this.tokens[this.index] ?? '')) sum = this.added(sum, this.measure(), 1);
    return sum;
  }

  private measure(): Quantity {
    const bracket = this.take(/^\($/);
    let inner: Quantity;
    if (bracket) {
      inner = this.sum();
      if (!this.take(/^\)$/)) throw new Mistake('A bracket is not closed');
    } else inner = { value: this.number(), length: false };
    const name = this.take(/^[a-zA-Z"″'′]+$/);
    if (!name) return inner;
    const unit = UNITS[name.toLowerCase()];
    if (unit === undefined) throw new Mistake(`'${name}' is no unit: use mm, cm, m, in or ft`);
    if (inner.length) throw new Mistake('A length has one unit');
    return { value: inner.value * unit, length: true };
  }

  private number(): number {
    const text = this.take(/^[\d.,]/);
    if (!text) {
      const token = this.tokens[this.index];
      throw new Mistake(token === undefined ? 'A number is missing at the end' : `'${token}' is not a number`);
    }
    const whole = Number(text.replace(',', '.'));
    // '1/2 in' is half an inch.
    const [over, under, unit] = this.tokens.slice(this.index, this.index + 3);
    if (over === '/' && /^\d+$/.test(text) && /^\d+$/.test(under ?? '') && /^[a-zA-Z"″'′]/.test(unit ?? '')) {
      if (Number(under) === 0) throw new Mistake('Nothing can be divided by 0');
      this.index += 2;
      return whole / Number(under);
    }
    // '3 1/2': two numbers in a row, the second one over a third.
    const [above, stroke, below] = this.tokens.slice(this.index, this.index + 3);
    if (stroke !== '/' || !/^\d+$/.test(text) || !/^\d+$/.test(above) || !/^\d+$/.test(below ?? '')) return whole;
    if (Number(below) === 0) throw new Mistake('Nothing can be divided by 0');
    this.index += 3;
    return whole + Number(above) / Number(below);
  }

  private take(shape: RegExp): string | null {
    const token = this.tokens[this.index];
    if (token === undefined || !shape.test(token)) return null;
    this.index++;
    return token;
  }
}
