import type { MarkKind } from '../api/savedView';

/** How a kind of mark looks, and what people call it. */
export interface MarkLook {
  readonly one: string;
  readonly many: string;
  readonly tip: string;
  /** About the place, 12 pixels large; a lump has a number instead. */
  readonly glyph: string;
  readonly filled: boolean;
}

/** No two look alike at 10 pixels; the colour is the same for all, what is wrong is told by shape. */
export const MARK_LOOKS: Readonly<Record<MarkKind, MarkLook>> = {
  lump: {
    one: 'lump',
    many: 'lumps',
    tip: 'Where the curve tightens or flattens and comes back: it would be fairer without',
    glyph: '',
    filled: false,
  },
  hook: {
    one: 'end hook',
    many: 'end hooks',
    tip: 'Where an end bends away from how the curve goes on',
    // Cubics in place of arcs: what draws graphs as SVG has none for a path.
    glyph: 'M-5 -6V1C-5 3.485 -2.985 5.5 -0.5 5.5S4 3.485 4 1V-1',
    filled: false,
  },
  kink: { one: 'kink', many: 'kinks', tip: 'Where the direction jumps', glyph: 'M-6 5L0 -5L6 5', filled: false },
  crossing: {
    one: 'self-crossing',
    many: 'self-crossings',
    tip: 'Where the curve crosses itself',
    glyph: 'M-6 -6L6 6M-6 6L6 -6',
    filled: false,
  },
  inflection: {
    one: 'inflection',
    many: 'inflections',
    tip: 'Where the curve changes sides',
    glyph: 'M-6 4C-6 -5 0 -5 0 0S6 5 6 -4',
    filled: false,
  },
  extremum: {
    one: 'extremum',
    many: 'extrema',
    tip: 'Where curvature is largest or smallest',
    glyph: 'M0 -6L3.5 0L0 6L-3.5 0Z',
    filled: true,
  },
  flat: {
    one: 'flat stretch',
    many: 'flat stretches',
    tip: 'Where the curve hardly bends: below 2 % of its reference curvature for a twentieth of its length or more',
    glyph: 'M-6 -2H6M-6 2H6',
    filled: false,
  },
  monotone: {
    one: 'monotone piece',
    many: 'monotone pieces',
    tip: 'Where curvature provably runs one way; the wedge opens to the tighter side',
    glyph: 'M-6 0L6 -4V4Z',
    filled: false,
  },
  meeting: {
    one: 'meeting',
    many: 'levels at meetings',
    tip: 'How smoothly the curve goes on where it meets others: G0 to G3',
    glyph: '',
    filled: false,
  },
};
