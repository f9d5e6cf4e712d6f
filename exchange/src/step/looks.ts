import { type Records, StepProblem } from './records';
import { attributesOf, idsIn, idsOf, numberOf, textOf } from './values';

/** What the file says of how items look: by their ids, or those of what they are in. */
export interface Looks {
  readonly layers: ReadonlyMap<number, string>;
  readonly colours: ReadonlyMap<number, string>;
  readonly hidden: ReadonlySet<number>;
}

/** From a style to its colour there are no more steps than this. */
const DEEPEST = 8;

const NAMED: Readonly<Record<string, string>> = {
  red: '#ff0000',
  green: '#00ff00',
  blue: '#0000ff',
  yellow: '#ffff00',
  magenta: '#ff00ff',
  cyan: '#00ffff',
  black: '#000000',
  white: '#ffffff',
};

/** Layers, colours and what is hidden (ISO 10303-46). What cannot be understood leaves no mark. */
export function looksOf(records: Records): Looks {
  const layers = new Map<number, string>();
  const colours = new Map<number, string>();
  const hidden = new Set<number>();
  const each = (type: string, read: (id: number) => void) => {
    for (const id of records.ofType(type)) {
      try {
        read(id);
      } catch (error) {
        if (!(error instanceof StepProblem)) throw error;
      }
    }
  };
  each('PRESENTATION_LAYER_ASSIGNMENT', (id) => {
    const [name, , items] = attributesOf(records.instance(id), 'PRESENTATION_LAYER_ASSIGNMENT');
    for (const item of idsIn(items)) layers.set(item, textOf(name));
  });
  each('STYLED_ITEM', (id) => {
    const [, styles, item] = attributesOf(records.instance(id), 'REPRESENTATION_ITEM', 'STYLED_ITEM');
    const [styled] = idsIn(item);
    const colour = colourIn(records, [...idsIn(styles)], 0);
    if (styled === undefined) return;
    if (colour) colours.set(styled, colour);
    // Layers and what is hidden may name the styled item in place of the item.
    const layer = layers.get(id);
    if (layer !== undefined) layers.set(styled, layer);
  });
  each('INVISIBILITY', (id) => {
    for (const item of idsIn(attributesOf(records.instance(id), 'INVISIBILITY')[0])) {
      hidden.add(item);
      const type = records.typeOf(item);
      if (type === 'STYLED_ITEM') {
        const [styled] = idsIn(attributesOf(records.instance(item), 'REPRESENTATION_ITEM', 'STYLED_ITEM')[2]);
        if (styled !== undefined) hidden.add(styled);
      } else if (type === 'PRESENTATION_LAYER_ASSIGNMENT') {
        for (const on of idsIn(attributesOf(records.instance(item), 'PRESENTATION_LAYER_ASSIGNMENT')[2]))
          hidden.add(on);
      }
    }
  });
  return { layers, colours, hidden };
}

/** The first colour that styles lead to. */
function colourIn(records: Records, ids: readonly number[], depth: number): string | null {
  for (const id of depth < DEEPEST ? ids : []) {
    if (!records.has(id)) continue;
    const instance = records.instance(id);
    if (instance.parts.has('COLOUR_RGB')) {
      const shares = attributesOf(instance, 'COLOUR_SPECIFICATION', 'COLOUR_RGB').slice(1, 4);
      const bytes = shares.map((share) => Math.round(255 * Math.min(1, Math.max(0, numberOf(share, instance)))));
      return `#${bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')}`;
    }
    const named = NAMED[textOf(instance.parts.get('DRAUGHTING_PRE_DEFINED_COLOUR')?.[0]).toLowerCase()];
    const found = named ?? colourIn(records, [...idsOf(instance)], depth + 1);
    if (found) return found;
  }
  return null;
}
