import { GRAPHITE } from '@pencil-bend/document';

/** Colours to choose from: none of them is one that means something on the bench. */
export const COLOURS = [
  { name: 'Graphite', value: GRAPHITE },
  { name: 'Blue', value: '#2f5d8a' },
  { name: 'Umber', value: '#7a5230' },
  { name: 'Slate', value: '#6b7783' },
  { name: 'Rose', value: '#a34a6b' },
] as const;
