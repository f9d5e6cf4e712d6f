import type { commandArgs } from '../schema/commandArgs';
import type { Value } from '../schema/kit';
import type { Command, Commands } from './command';
import { cornerCommands } from './cornerCommands';
import { curveCommands } from './curveCommands';
import { cutCommands } from './cutCommands';
import { exchangeCommands } from './exchangeCommands';
import { jointCommands } from './jointCommands';
import { layerCommands } from './layerCommands';
import { sheetCommands } from './sheetCommands';
import { transformCommands } from './transformCommands';

/** Every change of a project that a user can make, by name. */
export const commands: Commands<typeof commandArgs> = {
  ...sheetCommands,
  ...layerCommands,
  ...curveCommands,
  ...transformCommands,
  ...cutCommands,
  ...jointCommands,
  ...cornerCommands,
  ...exchangeCommands,
};

export type CommandName = keyof typeof commandArgs;
type ArgsOf<Name extends CommandName> = Value<(typeof commandArgs)[Name]>;

/** A command with its arguments, as plain JSON: what a tool yields and an action carries. */
export type CommandCall = {
  [Name in CommandName]: { readonly command: Name; readonly args: ArgsOf<Name> };
}[CommandName];

/** The command of a name, whatever arguments it takes. */
export const commandOf = (name: CommandName): Command<unknown> => commands[name] as Command<unknown>;

/** Whether a command changes the shape by an amount that is to be shown first. */
export const isLossy = (command: CommandName): boolean => commandOf(command).lossy === true;

/** Whether a command adds points or knots to the curve it is done to. */
export const addsHandles = (command: CommandName): boolean => commandOf(command).addsHandles === true;
