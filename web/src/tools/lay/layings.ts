import type { Laying } from './laying';
import { carry } from './layings/carry';
import { curves } from './layings/curves';
import { cut } from './layings/cut';
import { lines } from './layings/lines';
import { pictures } from './layings/pictures';
import { pointsAndGuides } from './layings/pointsAndGuides';
import { round } from './layings/round';

/** Every tool that takes places, by name. */
const all = { ...curves, ...lines, ...round, ...pointsAndGuides, ...cut, ...carry, ...pictures } as const;

export type LayingName = keyof typeof all;

export const LAYINGS: Readonly<Record<LayingName, Laying>> = all;

export const LAYING_NAMES = Object.keys(all) as LayingName[];
