import { type Handle, type Id, type Item, type Project } from '@pencil-bend/document';
import type { DragConstraint, Prompt, ToolContext } from '../contract';
import { callOf } from './drag';
import { lockOf } from './lock';
import { hoverOf, type SelectState } from './state';

const PUT_BACK = { key: 'Esc', does: 'puts it back' };
const LET_GO = { key: 'Esc', does: 'lets it go' };
const ALONG: Readonly<Record<DragConstraint, string>> = {
  free: '',
  x: ' along x',
  y: ' along y',
  z: ' along z',
  legs: ' along the polygon',
  normal: ' along the normal',
};

/** What a drag of each kind of handle does. */
const DOES: Readonly<Record<Handle['kind'], string>> = {
  fit: 'Drag the point to bend the curve, click to select it.',
  given: 'Drag it: the shape stays what it is. Click to select it.',
  control: 'Drag the control point to pull the curve, click to select it.',
  tangent: 'Drag to turn the tangent and give it strength; with Shift its direction alone.',
  'on-tangent': 'Drag to turn the curve here and give it strength; with Shift its direction alone.',
  weight: 'Drag outwards to give the control point more weight.',
  on: 'Drag the curve here: the nearest control points follow.',
  knot: 'Drag the knot along the curve.',
  leg: 'Drag the leg; with L it grows along itself. Double-click it to add a control point.',
  seam: 'Drag the start along the closed curve.',
  joint: 'Drag the joint: both curves go along. Click to choose its level.',
  freedom: 'Drag the stem to strengthen the joint; its level is kept.',
};

/** What is selected, in words, and the keys that do something to it. */
const SELECTED: Readonly<Record<Handle['kind'], string>> = {
  fit: 'Drag a point to bend the curve, or type its place on the card.',
  given: 'Drag it, or type its place, and sizes, on the card.',
  control: 'Drag the control point, or type its place and weight on the card.',
  tangent: 'Drag the tangent, or type it on the card.',
  'on-tangent': 'Drag the tangent, or type it on the card.',
  weight: 'Drag the weight, or type it on the card.',
  on: 'Drag the curve at this knot.',
  knot: 'Drag the knot here or on the knot line.',
  leg: 'Drag the leg, or type its length on the card.',
  seam: 'Drag the start along the curve.',
  joint: 'Choose a level, or drag a stem to strengthen the joint.',
  freedom: 'Drag the stem, or type it on the card.',
};

const REMOVES: Partial<Record<Handle['kind'], string>> = {
  fit: 'takes the point out',
  control: 'takes it out',
  knot: 'takes the knot out',
  on: 'takes the knot out',
  tangent: 'frees it',
  weight: 'makes it 1 again',
  joint: 'releases it',
  freedom: 'leaves it to the program',
};

/** What can be done to what is no curve, where it is selected. */
const ALONE: Readonly<Record<Exclude<Item['kind'], 'curve'>, string>> = {
  point: 'Drag the point, or type its place on the card.',
  guide: 'Drag the guide, or type its figures on the card.',
  pointSet: 'Drag the set, or thin it on the card; with Shift click a curve to compare with it.',
};

function isGiven(project: Project | null, id: Id): boolean {
  const item = project?.items[id];
  return item?.kind === 'curve' && item.recipe.kind === 'primitive';
}

/** An end is over something that it would be joined to. */
const isJoining = ({ drag, ...settings }: SelectState, context: ToolContext): boolean =>
  drag !== null && Boolean(drag.caught?.item) && callOf(drag, settings, context)?.command === 'joinEnd';

export function prompt(state: SelectState, context: ToolContext): Prompt {
  const { selection, project } = context;
  const { drag, area, along, soft, taking, slide, framing } = state;
  const hover = hoverOf(state);
  if (taking !== null) {
    const text =
      taking === 'direction'
        ? 'Click a curve or a leg: the tangent takes its direction there.'
        : `Click the point whose ${'xyz'[taking]} is taken.`;
    return { text, keys: [{ key: 'Esc', does: 'leaves it' }] };
  }
  if (area) return { text: 'Release to select what lies inside.', keys: [{ key: 'Esc', does: 'leaves it' }] };
  if (framing) {
    const them = selection.items.length > 1 ? 'them' : 'it';
    return {
      text: `Release to leave ${them} here.`,
      keys: [
        { key: 'Ctrl', does: 'goes past snaps' },
        { key: 'Esc', does: `puts ${them} back` },
      ],
    };
  }
  const way = `${ALONG[along]}${soft === null ? '' : ', softly'}`;
  if (drag?.byKeys) return { text: `Let the key go to leave it here${way}.`, keys: [PUT_BACK] };
  if (drag?.moving && isJoining(state, context)) {
    return {
      text: 'Release to join it here; its level is chosen then.',
      keys: [{ key: 'Ctrl', does: 'goes past snaps' }, PUT_BACK],
    };
  }
  if (drag?.moving || slide) {
    const keys = [
      { key: 'Shift', does: 'one axis' },
      { key: 'Ctrl', does: 'goes past snaps' },
      { key: 'L', does: 'along the polygon' },
      { key: 'N', does: 'along the normal' },
      PUT_BACK,
    ];
    return { text: `Release to leave it here${way}.`, keys };
  }
  const locked = selection.items.map((id) => lockOf(project, id)).find((why) => why !== null);
  if (locked) return { text: `${locked}: it can be read.`, keys: [LET_GO] };
  if (hover?.kind === 'handle') {
    return { text: DOES[hover.located.handle.kind], keys: [{ key: '.', does: 'takes the one below it' }] };
  }
  if (hover?.kind === 'point') return { text: 'Drag the point, click to select it.', keys: [] };
  if (hover?.kind === 'pointSet' && !selection.items.includes(hover.item))
    return { text: 'Click to select the measured set.', keys: [] };
  if (hover?.kind === 'guide') return { text: 'Drag the guide, click to select it.', keys: [] };
  if (selection.handles.length > 0) {
    const { kind } = selection.handles[0];
    const isOne = selection.handles.length === 1 && selection.beside.length === 0;
    const text = isOne ? SELECTED[kind] : 'Drag one of the points: all selected ones follow.';
    const removes = isOne ? REMOVES[kind] : 'takes them out';
    const keys = [{ key: 'arrows', does: `nudge${way}` }, ...(removes ? [{ key: 'Del', does: removes }] : []), LET_GO];
    return { text, keys };
  }
  if (selection.items.length > 1) {
    return {
      text: 'Drag the frame to move them, a corner to scale, the knob to turn them, or a box around points.',
      keys: [{ key: 'Shift', does: 'click adds or leaves out' }, { key: 'Del', does: 'deletes them' }, LET_GO],
    };
  }
  if (selection.items[0]) {
    const kind = project?.items[selection.items[0]]?.kind;
    if (kind && kind !== 'curve') return { text: ALONE[kind], keys: [{ key: 'Del', does: 'deletes it' }, LET_GO] };
    const delete_ = { key: 'Del', does: 'deletes the curve' };
    if (hover?.kind === 'curve' && hover.item === selection.items[0]) {
      return { text: 'Drag to move the curve, double-click to add a point here.', keys: [delete_] };
    }
    if (isGiven(project, selection.items[0])) {
      return {
        text: 'Drag a handle to size or place the shape; its numbers are on the card.',
        keys: [delete_, LET_GO],
      };
    }
    return {
      text: 'Drag a handle to bend the curve, or drag a box around points.',
      keys: [{ key: 'I', does: 'adds a point' }, delete_, LET_GO],
    };
  }
  return {
    text: hover ? 'Click to select this curve.' : 'Click a curve to select it.',
    keys: [{ key: 'T', does: 'draws a new one through points' }],
  };
}
