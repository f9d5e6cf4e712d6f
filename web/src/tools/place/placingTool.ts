import type { Measurement, TracedPicture } from '../../api/savedView';
import type { Vector3 } from '@pencil-bend/core';
import type { Guide, Id, NewItem, CommandCall, Recipe, Selection, Shape } from '@pencil-bend/document';
import type { Caught } from '../../snap/caught';
import type { NumberMeaning, Option, Options, ToolContext, ToolGroup } from '../contract';

/** A place that was given by a click, by keys or typed. */
export interface Place {
  readonly at: Vector3;
  /** The curve that was picked there, for tools that ask for one. */
  readonly on: { readonly item: Id; readonly u: number } | null;
  /** What a snap caught there. */
  readonly caught: Pick<Caught, 'kind' | 'item' | 'ahead'> | null;
  /** The kind of leg that leads here, of a tool that has several. */
  readonly leg?: string;
  /** The number that was typed for it, as `PlacingTool.number` says what it means. */
  readonly value?: number;
}

/** All that was given so far. */
export interface Given {
  readonly places: readonly Place[];
  readonly closed: boolean;
  readonly options: Options;
}

type NewJoints = Extract<NewItem, { readonly recipe: unknown }>['joints'];

/** What is drawn, without its id. */
export type ItemToDraw = { readonly colour?: string } & (
  | { readonly recipe: Recipe; readonly joints?: NonNullable<NewJoints> }
  | { readonly at: Vector3 }
  | { readonly guide: Guide }
);

/** What comes of what was given: things to draw, a command, or why nothing does. */
export type Made =
  | { readonly shape: Shape; readonly items: readonly ItemToDraw[]; readonly note?: string }
  | { readonly call: CommandCall; readonly select?: readonly Id[] | Selection; readonly note?: string }
  | { readonly picture: TracedPicture; readonly note?: string }
  | { readonly measurement: Measurement; readonly note?: string }
  | { readonly why: string };

/** Whether places of a tool of this group are drawn; picks of the others are not. */
export const draws = (group: ToolGroup): boolean => !['cut', 'joints', 'transform', 'measure', 'trace'].includes(group);

/** A tool that takes places one after the other and makes something of them. */
export interface PlacingTool {
  /** What is asked for next, after so many places. */
  readonly asks: (count: number, options: Options) => string;
  /** From so many places on something can be made, and after so many it is. */
  readonly least: number;
  readonly most: number | ((options: Options, places: readonly Place[]) => number);
  /** From so many places on a click at the first one closes. */
  readonly closes?: number;
  /** The next place must be on a curve. */
  readonly picks?: (count: number) => boolean;
  /** The next place must be a point that is there already; given again it is taken out. */
  readonly catches?: true;
  /** Works on what is selected: without a selection it says so. */
  readonly needsSelection?: boolean;
  readonly options?: readonly Option[];
  /** Options that depend on the places given so far, in place of those of the same names; without a choice there is none. */
  readonly optionsNow?: (given: Given) => readonly Option[];
  /** What a typed number means, where it is not the length from the last place. */
  readonly number?: (given: Given, pointer: Vector3 | null, context: ToolContext) => NumberMeaning | null;
  /** The options, in mm, that a single typed number sets: a size that no place gives. */
  readonly sets?: readonly string[];
  /** Stays in hand after something was made. */
  readonly stays?: boolean;
  /** Its places are shown with their numbers, and can be put in another order. */
  readonly ordered?: boolean;
  readonly make: (given: Given, context: ToolContext) => Made;
}

export const placingTool = (it: PlacingTool): PlacingTool => it;

/** Options as they are until somebody sets them. */
export const firstOptions = ({ options = [] }: PlacingTool): Options =>
  Object.fromEntries(options.map(({ name, value }) => [name, value]));

export const mostOf = ({ most }: PlacingTool, options: Options, places: readonly Place[]): number =>
  typeof most === 'function' ? most(options, places) : most;

/** With ids, as a command takes them. */
export const withIds = (items: readonly ItemToDraw[], newId: () => Id): NewItem[] =>
  items.map((shape) => ({ id: newId(), ...shape }));
