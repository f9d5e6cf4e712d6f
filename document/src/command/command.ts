import type { Draft } from 'immer';
import type { Fates } from '../links/settle';
import type { Id, Item, Project } from '../project/project';
import type { StepFacts } from '../history/stepTitle';
import type { TSchema } from '@sinclair/typebox';
import type { Value } from '../schema/kit';

/** A verb of the work. Its arguments are checked by the schema of its name before any of its functions is called. */
export interface Command<Args> {
  /** What its step tells, of the project as it was before. Throws a `CommandError` for what is not there. */
  readonly facts: (project: Project, args: Args) => StepFacts;
  /** How it is done. Throws a `CommandError`, which leaves the project as it was. */
  readonly change: Change<Args>;
  /**
   * A quick stand-in that is shown while a tool or a slider is moved, where `change` takes too long for that: what was
   * seen is then no longer what is kept, but close to it. It refuses what `change` refuses, as far as it can tell.
   */
  readonly quick?: Change<Args>;
  /** What it makes of curves besides editing them, so that what is made from those can follow. */
  readonly fates?: (args: Args) => Fates;
  /** Its title says by itself what becomes of what is made from others. */
  readonly tellsOfLinks?: true;
  /** How many items it adds, where its arguments tell: too many are refused before it begins. */
  readonly adds?: (args: Args) => number;
  /** It changes the shape by an amount nobody can foresee, so its price is shown before it is done. */
  readonly lossy?: true;
  /** It adds points or knots to its curve. */
  readonly addsHandles?: true;
}

/** By changing a draft; or, of a command that adds and changes items and does nothing else, by what they become. */
export type Change<Args> =
  ((project: Draft<Project>, args: Args) => void) | { readonly items: (project: Project, args: Args) => ChangedItems };

/** What items become, and items that come: their ids must be free. */
export interface ChangedItems {
  readonly changed?: Readonly<Record<Id, Item>>;
  readonly added?: Readonly<Record<Id, Item>>;
}

/** The commands whose arguments these schemas describe. */
export type Commands<Schemas extends Readonly<Record<string, TSchema>>> = {
  readonly [Name in keyof Schemas]: Command<Value<Schemas[Name]>>;
};
