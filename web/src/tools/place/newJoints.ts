import { type Level, subtract } from '@pencil-bend/core';
import type { End, Leader } from '@pencil-bend/document';
import type { Option, ToolContext } from '../contract';
import { leaderAt } from '../leaders';
import type { Given, ItemToDraw, Place } from './placingTool';

/** What a curve that is being drawn goes on from, where its first or last place was caught by something that leads. */

const NAMES: Readonly<Record<End, string>> = { start: 'startLevel', end: 'endLevel' };
const LABELS: Readonly<Record<End, string>> = { start: 'Starts on with', end: 'Ends on with' };
const LEVELS: readonly Level[] = [0, 1, 2, 3];
/** Nobody has chosen yet: smooth at an end and at a symmetry line, and only touching elsewhere. */
const UNASKED = '';

/** For the table of a tool: which levels are chosen, until somebody does. */
export const JOINT_OPTIONS: readonly Option[] = (['start', 'end'] as const).map((end) => ({
  name: NAMES[end],
  label: LABELS[end],
  kind: 'choice',
  value: UNASKED,
  choices: [],
}));

const placeAt = ({ places }: Pick<Given, 'places'>, end: End): Place | undefined =>
  end === 'start' ? places[0] : places.length > 1 ? places.at(-1) : undefined;

const LEADING: readonly string[] = ['end', 'curve', 'symmetry'];
/** What can lead: an end, a curve or a guide, a line of symmetry. A grid, or what is level, leads nowhere. */
const leads = (place: Place | undefined): boolean =>
  place?.caught ? place.caught.item !== null && LEADING.includes(place.caught.kind) : false;

/** What a kind of curve can keep at its ends, and whether it is joined where nobody asked for it. */
export interface JointRule {
  readonly most: Level;
  readonly unasked: boolean;
}

/** A line or an arc can take a direction over, and goes where it was clicked unless that is asked for. */
export const OF_EXACT_SHAPES: JointRule = { most: 1, unasked: false };

function levelFor({ options }: Pick<Given, 'options'>, end: End, place: Place, rule: JointRule): Level | null {
  const chosen = options[NAMES[end]];
  const isAsked = chosen !== UNASKED && chosen !== undefined;
  if (chosen === 'free' || (!isAsked && !rule.unasked)) return null;
  const unasked = place.caught?.kind === 'curve' ? 0 : 1;
  return Math.min(rule.most, isAsked ? Number(chosen) : unasked) as Level;
}

/** The choices of a tool's card now: those of ends that something was caught at, as far as the places so far allow. */
export function jointOptions(given: Given, rule: JointRule): readonly Option[] {
  return (['start', 'end'] as const).flatMap((end): Option[] => {
    const place = placeAt(given, end);
    if (given.closed || !place || !leads(place)) return [];
    const level = levelFor(given, end, place, rule);
    return [
      {
        name: NAMES[end],
        label: LABELS[end],
        kind: 'choice',
        value: level === null ? 'free' : String(level),
        choices: [
          { value: 'free', label: 'no' },
          ...LEVELS.filter((each) => each <= rule.most).map((each) => ({ value: String(each), label: `G${each}` })),
        ],
      },
    ];
  });
}

/** The same item with its joints. */
export function withJoints(item: ItemToDraw, given: Given, rule: JointRule, { project }: ToolContext): ItemToDraw {
  const { places, closed } = given;
  if (!project || closed || places.length < 2 || !('recipe' in item)) return item;
  const joints: Partial<Record<End, { leader: Leader; level: Level }>> = {};
  for (const end of ['start', 'end'] as const) {
    const place = placeAt(given, end);
    if (!place || !leads(place)) continue;
    const level = levelFor(given, end, place, rule);
    const next = end === 'start' ? places[1] : places[places.length - 2];
    const caught = { at: place.at, item: place.caught?.item ?? null };
    const leader = level === null ? null : leaderAt(project, caught, subtract(next.at, place.at));
    if (leader && level !== null) joints[end] = { leader, level };
  }
  return joints.start || joints.end ? { ...item, joints } : item;
}

/** 'Goes on from the start with G1.' */
export function jointsNote(item: ItemToDraw): string | null {
  const joints = 'recipe' in item ? item.joints : undefined;
  if (!joints) return null;
  const told = (['start', 'end'] as const).flatMap((end) =>
    joints[end] ? [`${end} joined with G${joints[end].level}`] : [],
  );
  return `${told.join(', ').replace(/^./, (first) => first.toUpperCase())}.`;
}
