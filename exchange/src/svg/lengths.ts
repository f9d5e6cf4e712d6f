/** Absolute units of length in mm (CSS Values 4, 6.2): an inch has 96 pixels. */
const MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  q: 0.25,
  px: 25.4 / 96,
};
/** Of type, where a length is a share of it. */
const EM = 16;

export interface Length {
  readonly value: number;
  /** '' for a user unit. */
  readonly unit: string;
}

/** A number with its unit; null where it is none. */
export function lengthIn(text: string | undefined): Length | null {
  const [, number, unit] = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*(%|[a-zA-Z]*)\s*$/.exec(text ?? '') ?? [];
  if (number === undefined || !(Math.abs(Number(number)) < 1e15)) return null;
  const known = unit.toLowerCase();
  return known === '' || known === '%' || known === 'em' || known === 'ex' || known in MM
    ? { value: Number(number), unit: known }
    : null;
}

/** In mm, of a length with a unit of its own; null for user units, pixels and shares. */
export const inMm = ({ value, unit }: Length): number | null => (unit in MM && unit !== 'px' ? value * MM[unit] : null);

/** In user units, of which one is a pixel; a share is of `whole`. */
export function inUserUnits(text: string | undefined, whole: number, otherwise: number): number {
  const length = lengthIn(text);
  if (!length) return otherwise;
  const { value, unit } = length;
  if (unit === '%') return (value * whole) / 100;
  if (unit === 'em') return value * EM;
  if (unit === 'ex') return (value * EM) / 2;
  return unit === '' || unit === 'px' ? value : (value * MM[unit]) / MM.px;
}
