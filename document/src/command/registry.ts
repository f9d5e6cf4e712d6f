import type { Command } from './command';
import { curveCommands } from './curveCommands';
import { sheetCommands } from './sheetCommands';

/** Every change of a project that a user can make, by name. */
export const commands = { ...sheetCommands, ...curveCommands } as const;

export type CommandName = keyof typeof commands;
type ArgsOf<Name extends CommandName> = (typeof commands)[Name] extends Command<infer Args> ? Args : never;

/** A command with its arguments, as plain JSON: what a tool yields and an action carries. */
export type Order = { [Name in CommandName]: { readonly command: Name; readonly args: ArgsOf<Name> } }[CommandName];

/** Whether a command changes the shape by an amount that is to be shown first. */
export const isLossy = (command: CommandName): boolean => (commands[command] as Command<unknown>).lossy === true;
