import { colord, extend } from 'colord';
import names from 'colord/plugins/names';
import type { SvgElement } from './tree';

extend([names]);

/** Declarations of a style sheet by what they are for. */
export interface StyleRule {
  readonly selector: string;
  /** Of an id, a class, a type: the stronger wins, the later of two that are equal. */
  readonly strength: number;
  readonly declarations: ReadonlyMap<string, string>;
}

/** The rules of a style sheet that are for a type, a class, an id or everything; `unread` counts the others. */
export function rulesOf(sheet: string): { readonly rules: readonly StyleRule[]; readonly unread: number } {
  const rules: StyleRule[] = [];
  let unread = 0;
  const plain = withoutComments(sheet);
  let at = 0;
  for (;;) {
    const open = plain.indexOf('{', at);
    const close = open < 0 ? -1 : plain.indexOf('}', open);
    if (close < 0) return { rules, unread };
    const declarations = declarationsOf(plain.slice(open + 1, close));
    for (const selector of plain
      .slice(at, open)
      .split(',')
      .map((each) => each.trim())) {
      const strength = /^#[\w-]+$/.test(selector)
        ? 3
        : /^\.[\w-]+$/.test(selector)
          ? 2
          : /^[\w-]+$/.test(selector)
            ? 1
            : selector === '*'
              ? 0
              : -1;
      if (strength < 0) unread++;
      else rules.push({ selector, strength, declarations });
    }
    at = close + 1;
  }
}

function withoutComments(sheet: string): string {
  let out = '';
  let at = 0;
  for (;;) {
    const start = sheet.indexOf('/*', at);
    if (start < 0) return out + sheet.slice(at);
    const end = sheet.indexOf('*/', start + 2);
    out += sheet.slice(at, start);
    if (end < 0) return out;
    at = end + 2;
  }
}

export function declarationsOf(text: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const declaration of text.split(';')) {
    const colon = declaration.indexOf(':');
    if (colon < 0) continue;
    found.set(
      declaration.slice(0, colon).trim().toLowerCase(),
      declaration
        .slice(colon + 1)
        .replace('!important', '')
        .trim(),
    );
  }
  return found;
}

/** What an element says of a property itself: in its style, over rules, over its attribute; undefined where it says nothing. */
export function ownProperty(element: SvgElement, rules: readonly StyleRule[], property: string): string | undefined {
  const { name, attributes } = element;
  const inline = declarationsOf(attributes.get('style') ?? '').get(property);
  if (inline !== undefined) return inline;
  const classes = (attributes.get('class') ?? '').split(/\s+/).map((each) => `.${each}`);
  const mine = ['*', name, ...classes, `#${attributes.get('id') ?? ''}`];
  let found: { strength: number; value: string } | undefined;
  for (const { selector, strength, declarations } of rules) {
    const value = declarations.get(property);
    if (value !== undefined && mine.includes(selector) && strength >= (found?.strength ?? -1))
      found = { strength, value };
  }
  return found?.value ?? attributes.get(property);
}

/** '#rrggbb' of a colour in CSS; null for none, gradients and what is no colour. */
export function colourOf(value: string | undefined): string | null {
  if (value === undefined || value === 'none' || value === 'transparent') return null;
  const colour = colord(value);
  return colour.isValid() ? colour.alpha(1).toHex() : null;
}
