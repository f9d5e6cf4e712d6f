import { Refusal } from '../refusal';
import type { Project, Recipe } from '../project/project';
import type { Command } from './command';
import { carryCommands } from './carryCommands';
import { curveCommands } from './curveCommands';
import { cutCommands } from './cutCommands';
import { layerCommands } from './layerCommands';
import { sheetCommands } from './sheetCommands';

/** Every change of a project that a user can make, by name. */
export const commands = {
  ...sheetCommands,
  ...layerCommands,
  ...curveCommands,
  ...carryCommands,
  ...cutCommands,
} as const;

export type CommandName = keyof typeof commands;
type ArgsOf<Name extends CommandName> = (typeof commands)[Name] extends Command<infer Args> ? Args : never;

/** A command with its arguments, as plain JSON: what a tool yields and an action carries. */
export type Order = { [Name in CommandName]: { readonly command: Name; readonly args: ArgsOf<Name> } }[CommandName];

/** Whether a command changes the shape by an amount that is to be shown first. */
export const isLossy = (command: CommandName): boolean => (commands[command] as Command<unknown>).lossy === true;

/**
 * The recipe that an order would give a curve of this recipe, for a preview: the order does just that. Null for an
 * order that changes no recipe, or cannot be done.
 */
export function recipeAfter(recipe: Recipe, order: Order, project: Pick<Project, 'tolerance'>): Recipe | null {
  try {
    return (commands[order.command] as Command<unknown>).recipe?.(recipe, order.args, project) ?? null;
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}
