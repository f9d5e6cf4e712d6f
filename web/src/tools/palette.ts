import { LAYING_GROUPS, type Laying } from './place/placingTool';
import { LAYING_NAMES, LAYINGS } from './place/placingTools';
import type { ToolName } from './table';

/** A tool as people find it: in the palette, in the toolbar, by its key. */
export interface Tool {
  readonly name: ToolName;
  readonly words: string;
  readonly group: 'Bend' | Laying['group'];
  /** As the table of deeds writes it; null for one that is found in the palette. */
  readonly key: string | null;
}

const KEYS: Partial<Record<ToolName, string>> = {
  through: 't',
  pulled: 'Shift+T',
  compare: 'Shift+V',
  line: 'Shift+L',
  polyline: 'Shift+K',
  rectangle: 'Shift+R',
  polygon: 'Shift+G',
  circle: 'Shift+C',
  arc: 'Shift+A',
  ellipse: 'Shift+E',
  conic: 'Shift+O',
  parabola: 'Shift+N',
  point: 'Shift+I',
  gauge: 'Shift+H',
  guideLine: 'Shift+M',
  trim: 'Shift+J',
  move: 'Shift+W',
};

const laid = LAYING_NAMES.map((name): Tool => {
  const { words, group } = LAYINGS[name];
  return { name, words, group, key: KEYS[name] ?? null };
});

const OTHERS: readonly Tool[] = [
  { name: 'bend', words: 'Bend: drag handles', group: 'Bend', key: 'b' },
  { name: 'insert', words: 'Add a point to a curve', group: 'Bend', key: 'i' },
  { name: 'bezier', words: 'Bézier', group: 'Curves', key: 'Shift+B' },
  { name: 'freehand', words: 'Freehand', group: 'Curves', key: 'Shift+F' },
];

export const TOOL_GROUPS = ['Bend', ...LAYING_GROUPS] as const;

/** Every tool, group by group. */
export const TOOLS: readonly Tool[] = TOOL_GROUPS.flatMap((group) => [...laid, ...OTHERS].filter((tool) => tool.group === group)); // prettier-ignore

/** What the toolbar over the sheet shows; the palette has the rest. */
export const AT_HAND: readonly ToolName[] = [
  'through',
  'pulled',
  'bezier',
  'freehand',
  'line',
  'polyline',
  'circle',
  'arc',
];

export const toolOf = (name: ToolName): Tool => TOOLS.find((tool) => tool.name === name) ?? TOOLS[0];
