// Every tool but the resting one. Loaded by whoever takes one up: in a browser with the code of steps.
import { bezier } from './bezier/bezier';
import type { Tool } from './contract';
import { freehand } from './freehand/freehand';
import { insert } from './insert/insert';
import { Placing } from './place/place';
import { PLACING_TOOLS, type PlacingToolName } from './place/placingTools';
import { erased, useTools } from './table';

const placing = Object.fromEntries(
  (Object.keys(PLACING_TOOLS) as PlacingToolName[]).map((name) => [
    name,
    erased(new Placing(name, PLACING_TOOLS[name])),
  ]),
) as Record<PlacingToolName, Tool>;

useTools({ insert: erased(insert), ...placing, bezier: erased(bezier), freehand: erased(freehand) });
