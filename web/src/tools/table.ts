import { bezier } from './bezier/bezier';
import { type Tool, TOOL_GROUPS, type ToolGroup, type ToolState } from './contract';
import { freehand } from './freehand/freehand';
import { toolIcons } from './icons';
import { insert } from './insert/insert';
import { Placing } from './place/place';
import { PLACING_TOOLS, type PlacingToolName } from './place/placingTools';
import { select } from './select/select';

/** Every tool that can be taken into hand. */
export type ToolName = 'select' | 'insert' | 'bezier' | 'freehand' | PlacingToolName;

/** A tool is only ever given states that it made itself: they bear its name. */
const erased = <State extends ToolState>(tool: Tool<State>): Tool => tool as unknown as Tool;

const placing = Object.fromEntries(
  Object.entries(PLACING_TOOLS).map(([name, its]) => [name, erased(new Placing(name, its))]),
) as Record<PlacingToolName, Tool>;

const tools: Readonly<Record<ToolName, Tool>> = {
  select: erased(select),
  insert: erased(insert),
  ...placing,
  bezier: erased(bezier),
  freehand: erased(freehand),
};

/** In hand whenever no other tool is. */
export const RESTING_TOOL: ToolName = 'select';

const KEYS: Partial<Record<ToolName, string>> = {
  select: 'b',
  insert: 'i',
  bezier: 'Shift+B',
  freehand: 'Shift+F',
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
  joint: '&',
  blend: '~',
  softCorner: '(',
  tie: '*',
};

/** A tool as people find it: in the palette, in the toolbar, by its key. */
export interface ToolEntry {
  readonly name: ToolName;
  readonly label: string;
  readonly group: ToolGroup;
  /** Its sign, as paths in a square of 24. */
  readonly icon: string;
  /** As the table of bench actions writes it; null for one that is found in the palette. */
  readonly key: string | null;
}

const entries = (Object.keys(tools) as ToolName[]).map((name): ToolEntry => {
  const { label, group } = tools[name];
  return { name, label, group, icon: toolIcons[name], key: KEYS[name] ?? null };
});

/** Every tool, group by group. */
export const TOOLS: readonly ToolEntry[] = Object.keys(TOOL_GROUPS).flatMap((group) =>
  entries.filter((tool) => tool.group === group),
);

/** What the toolbar over the sheet shows, in groups; the palette has the rest. */
export const TOOLBAR: readonly (readonly ToolName[])[] = [
  ['select', 'insert'],
  ['through', 'pulled', 'bezier', 'freehand', 'line', 'polyline', 'circle', 'arc'],
];

export const entryOf = (name: ToolName): ToolEntry => entries.find((tool) => tool.name === name) ?? entries[0];

/** Whether a name that was stored is that of a tool. */
export const isToolName = (name: string): name is ToolName => Object.hasOwn(tools, name);

/** The tool by its name; of a state, the tool it is of. */
export const toolOf = (name: string): Tool => tools[isToolName(name) ? name : RESTING_TOOL];
