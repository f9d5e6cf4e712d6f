import type { Laying } from './placingTool';
import { carry } from './transform';
import { curves } from './curves';
import { cut } from './cut';
import { lines } from './lines';
import { pictures } from './pictures';
import { pointsAndGuides } from './pointsAndGuides';
import { round } from './round';

/** Every tool that takes places, by name. */
const all = { ...curves, ...lines, ...round, ...pointsAndGuides, ...cut, ...carry, ...pictures } as const;

export type LayingName = keyof typeof all;

export const LAYINGS: Readonly<Record<LayingName, Laying>> = all;

export const LAYING_NAMES = Object.keys(all) as LayingName[];
