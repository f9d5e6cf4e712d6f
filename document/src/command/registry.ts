import type { commandArgs } from '../schema/commandArgs';
import type { Value } from '../schema/kit';
import type { Command, Commands } from './command';
import { transformCommands } from './transformCommands';
import { curveCommands } from './curveCommands';
import { cutCommands } from './cutCommands';
import { layerCommands } from './layerCommands';
import { jointCommands } from './jointCommands';
import { sheetCommands } from './sheetCommands';

/** Every change of a project that a user can make, by name. */
export const commands: Commands<typeof commandArgs> = {
  ...sheetCommands,
  ...layerCommands,
  ...curveCommands,
  ...transformCommands,
  ...cutCommands,
  ...jointCommands,
};

export type CommandName = keyof typeof commandArgs;
type ArgsOf<Name extends CommandName> = Value<(typeof commandArgs)[Name]>;

/** A command with its arguments, as plain JSON: what a tool yields and an action carries. */
export type CommandCall = {
  [Name in CommandName]: { readonly command: Name; readonly args: ArgsOf<Name> };
}[CommandName];

/** Whether a command changes the shape by an amount that is to be shown first. */
export const isLossy = (command: CommandName): boolean => (commands[command] as Command<unknown>).lossy === true;

/** Whether a command adds points or knots to the curve it is done to. */
export const addsHandles = (command: CommandName): boolean =>
  (commands[command] as Command<unknown>).addsHandles === true;
