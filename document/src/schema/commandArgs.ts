import { cornerArgs } from './cornerArgs';
import { curveArgs } from './curveArgs';
import { cutArgs } from './cutArgs';
import { exchangeArgs } from './exchangeArgs';
import { jointArgs } from './jointArgs';
import { layerArgs } from './layerArgs';
import { sheetArgs } from './sheetArgs';
import { transformArgs } from './transformArgs';

/** The arguments of every command, by its name. */
export const commandArgs = {
  ...sheetArgs,
  ...layerArgs,
  ...curveArgs,
  ...transformArgs,
  ...cutArgs,
  ...jointArgs,
  ...cornerArgs,
  ...exchangeArgs,
};
