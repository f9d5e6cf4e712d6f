import { transform } from './transform';
import { curves } from './curves';
import { cut } from './cut';
import { joints } from './joints';
import { lines } from './lines';
import { measure } from './measure';
import { pictures } from './pictures';
import type { PlacingTool } from './placingTool';
import { pointsAndGuides } from './pointsAndGuides';
import { round } from './round';

/** Every tool that takes places, by name. */
const all = {
  ...curves,
  ...lines,
  ...round,
  ...pointsAndGuides,
  ...cut,
  ...joints,
  ...transform,
  ...measure,
  ...pictures,
} as const;

export type PlacingToolName = keyof typeof all;

export const PLACING_TOOLS: Readonly<Record<PlacingToolName, PlacingTool>> = all;
