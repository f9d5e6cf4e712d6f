import { circle, FRONT, homogeneous, lineBetween, makeCurve, translation, type Vector3 } from '@pencil-bend/core';
import { controlRecipe } from '../recipe/fixSpacing';
import { fitRecipe } from '../project/project';
import { measured } from '../fixture';
import type { CommandCall } from './registry';

const line = (from: Vector3, to: Vector3) => controlRecipe(lineBetween(from, to), (i) => `c${i + 1}`);
const axis = { at: [0, 0, 0], across: [1, 0, 0] } as const;
const fit = (...places: Vector3[]) =>
  fitRecipe(
    places.map((at, i) => ({ id: `p${i + 1}`, at })),
    false,
  );
const sheet = { layer: 'sheet', plane: 'front' } as const;

/** One valid call of every command of layers, transforms and cuts, in an order that works, with its title. */
// Read as a table: a line for each call.
// prettier-ignore
export const STORY_OF_ITEMS: readonly (readonly [CommandCall, string])[] = [
  [
    {
      command: 'drawItems',
      args: {
        ...sheet,
        shape: 'line',
        items: [
          { id: 'low', recipe: line([100, 0, 0], [160, 0, 0]) },
          { id: 'steep', recipe: line([130, -20, 0], [130, 40, 0]) },
          { id: 'far', recipe: line([200, 0, 0], [200, 50, 0]) },
        ],
      },
    },
    'Draw Line 1 and 2 more',
  ],
  [
    { command: 'drawItems', args: { ...sheet, shape: 'gauge-circle', items: [{ id: 'gauge', guide: { kind: 'circle', centre: [0, 0, 0], radius: 5 } }] } },
    'Draw Gauge circle 1',
  ],
  [{ command: 'setGuide', args: { item: 'gauge', guide: { kind: 'circle', centre: [0, 0, 0], radius: 6 } } }, 'Change Gauge circle 1'],
  [{ command: 'mirrorItems', args: { items: ['low'], id: 'm', about: axis } }, 'Mirror Line 1'],
  [{ command: 'splitCurve', args: { item: 'low', u: 0.9, id: 'tail' } }, 'Split Line 1; Line, mirror 1 is a mirror no longer'],
  [{ command: 'joinCurves', args: { first: 'low', firstEnd: 'end', second: 'tail', secondEnd: 'start' } }, 'Make one of Line 1 and Line 4'],
  [{ command: 'trimCurve', args: { item: 'low', u: 0.9, by: null, id: 'cut' } }, 'Trim Line 1'],
  [{ command: 'extendCurve', args: { item: 'low', end: 'end', how: 'straight', reach: { item: 'far' } } }, 'Extend Line 1'],
  [{ command: 'shortenCurve', args: { item: 'low', end: 'start', length: 5 } }, 'Shorten Line 1'],
  [{ command: 'filletCorner', args: { first: 'low', second: 'far', near: [200, 0, 0], radius: 4, id: 'round' } }, 'Fillet Line 1 and Line 3'],
  [{ command: 'chamferCorner', args: { first: 'low', second: 'steep', near: [130, 0, 0], setbacks: [3, 2], id: 'bevel' } }, 'Chamfer Line 1 and Line 2'],
  [{ command: 'offsetCurve', args: { item: 'far', by: [3, -3], corners: 'round', id: 'o' } }, 'Offset Line 3'],
  [{ command: 'divideCurve', args: { item: 'far', into: { count: 3 }, id: 'd' } }, 'Divide Line 3'],
  [{ command: 'midwayCurve', args: { first: 'far', second: 'o-1', id: 'mid' } }, 'Draw midway between Line 3 and Offset 1'],
  [{ command: 'transformItems', args: { items: ['far', 'gauge'], how: 'move', map: translation([1, 2, 0]) } }, 'Move Line 3 and Gauge circle 1'],
  [{ command: 'copyItems', args: { items: ['far'], how: 'copy', id: 'k', maps: [translation([5, 0, 0]), translation([9, 0, 0])] } }, 'Copy Line 3, 2 times'],
  [{ command: 'drawItems', args: { ...sheet, shape: 'freehand', items: [{ id: 'lid', recipe: fit([-30, 0, 0], [0, 12, 0], [31, 1, 0]) }] } }, 'Draw Curve 1'],
  [{ command: 'makeSymmetric', args: { item: 'lid', about: axis } }, 'Make Curve 1 its own mirror'],
  [{ command: 'releaseMirror', args: { item: 'lid' } }, 'Let Curve 1 go its own way'],
  [{ command: 'drawItems', args: { ...sheet, shape: 'polyline', items: [{ id: 'leg', recipe: line([0, 0, 0], [5, 5, 0]) }] } }, 'Draw Polyline 1'],
  [{ command: 'pulledByCorners', args: { item: 'leg', degree: 3 } }, 'Let Polyline 1 be pulled by its 2 corners'],
  [{ command: 'throughCorners', args: { item: 'leg' } }, 'Lay Polyline 1 through its 2 corners'],
  [
    {
      command: 'paste',
      args: {
        id: 'v',
        ...sheet,
        map: translation([0, 0, 0]),
        items: [{ from: 'x', item: { kind: 'curve', name: 'Ring', colour: '#33363b', visible: true, ...sheet, recipe: controlRecipe(circle(FRONT, [0, 0, 0], 9), (i) => `c${i}`) } }],
      },
    },
    'Paste Ring',
  ],
  [
    { command: 'drawItems', args: { ...sheet, shape: 'circle', items: [{ id: 'hub', recipe: { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'circle', centre: [0, 90, 0], radius: 12 } } }] } },
    'Draw Circle 1',
  ],
  [{ command: 'setFigure', args: { item: 'hub', figure: 'diameter', value: 30 } }, 'Set the diameter of Circle 1 to 30'],
  [{ command: 'movePoints', args: { item: 'hub', moves: [{ point: 'rim', to: [0, 110, 0] }] } }, 'Move the rim of Circle 1'],
  [{ command: 'giveBy', args: { item: 'hub', kind: 'circle-through' } }, 'Give Circle 1 as circle through three places'],
  [{ command: 'fixSpacing', args: { item: 'hub' } }, 'Make Circle 1 a free curve'],
  [{ command: 'drawItems', args: { ...sheet, shape: 'measured-set', items: [{ id: 'scan', pointSet: measured }] } }, 'Draw Measured set 1'],
  [{ command: 'thinPointSet', args: { item: 'scan', thinning: 5 } }, 'Show one of 5 points of Measured set 1'],
  [
    { command: 'drawItems', args: { ...sheet, shape: 'curve', items: [{ id: 'one', recipe: fit([300, 0, 0], [320, 12, 0], [345, 8, 0]) }, { id: 'two', recipe: fit([350, 10, 0], [370, 22, 0], [400, 20, 0]) }] } },
    'Draw Curve 2 and Curve 3',
  ],
  [
    { command: 'takeFit', args: { item: 'one', ...sheet, how: 'faded', recipe: fit([300, 0, 0], [320, 12, 0], [345, 8, 0]), points: { id: 'one-points', layer: 'fits', layerName: 'Points of fits', name: 'Points', pointSet: measured } } },
    'Fit Curve 2 anew: through, usual spacing',
  ],
  [{ command: 'drawBlend', args: { id: 'gap', first: { item: 'one', end: 'end', level: 2 }, second: { item: 'two', end: 'start', level: 2 } } }, 'Blend Curve 2 and Curve 3'],
  [{ command: 'setBlend', args: { item: 'gap', first: { item: 'one', end: 'end', level: 3 }, second: { item: 'two', end: 'start', level: 2 }, ratio: 1 } }, 'Change the blend Blend 1'],
  [{ command: 'deleteItem', args: { item: 'gap' } }, 'Delete Blend 1'],
  [{ command: 'joinEnd', args: { item: 'two', end: 'start', leader: { kind: 'end', item: 'one', end: 'end' }, level: 2 } }, 'Join Curve 3 and Curve 2 with G2'],
  [{ command: 'setJoint', args: { item: 'two', end: 'start', level: 1 } }, 'Change the joint of Curve 3 and Curve 2 to G1'],
  [{ command: 'joinMeetings', args: { level: 0, meetings: [{ first: { item: 'one', end: 'end' }, second: { item: 'two', end: 'start' } }] } }, 'Join Curve 2 and Curve 3 with G0'],
  [{ command: 'swapJoint', args: { item: 'two', end: 'start' } }, 'Swap leader and follower of Curve 3 and Curve 2'],
  [{ command: 'swapJoint', args: { item: 'one', end: 'end' } }, 'Swap leader and follower of Curve 2 and Curve 3'],
  [{ command: 'joinOtherEnd', args: { item: 'two', end: 'start' } }, 'Join the other end of Curve 3 and Curve 2'],
  [{ command: 'joinOtherEnd', args: { item: 'two', end: 'end' } }, 'Join the other end of Curve 3 and Curve 2'],
  [{ command: 'setJoint', args: { item: 'two', end: 'start', spread: 'rigid' } }, 'Change the joint of Curve 3 and Curve 2'],
  [{ command: 'releaseJoint', args: { item: 'two', end: 'start' } }, 'Release the start of Curve 3 and Curve 2'],
  [{ command: 'joinEnd', args: { item: 'two', end: 'end', leader: { kind: 'plane', at: [400, 0, 0], across: [1, 0, 0] }, level: 2 } }, 'Join Curve 3 with G2'],
  [{ command: 'returnToFree', args: { item: 'two', end: 'end' } }, 'Let the end of Curve 3 go back to its free shape'],
  [{ command: 'meetOnce', args: { item: 'two', end: 'start', leader: { kind: 'end', item: 'one', end: 'end' }, level: 3 } }, 'Let Curve 3 and Curve 2 meet once with G3'],
  [{ command: 'tiePoint', args: { item: 'two', point: 'p2', to: { kind: 'along', item: 'gauge' } } }, 'Tie point 2 of Curve 3 and Gauge circle 1'],
  [{ command: 'untie', args: { item: 'two', point: 'p2' } }, 'Untie point 2 of Curve 3'],
  [{ command: 'drawItems', args: { ...sheet, shape: 'line', items: [{ id: 'post', recipe: fit([500, 0, 0], [500, 60, 0]) }, { id: 'beam', recipe: fit([500, 60, 0], [560, 60, 0]) }] } }, 'Draw Line 6 and Line 7'],
  [{ command: 'drawCorner', args: { id: 'soft', first: { item: 'post', end: 'end' }, second: { item: 'beam', end: 'start' }, level: 2, size: { radius: 9 } } }, 'Soften the corner of Line 6 and Line 7'],
  [{ command: 'setCorner', args: { item: 'soft', first: { item: 'post', end: 'end' }, second: { item: 'beam', end: 'start' }, level: 3, size: { setback: 20 } } }, 'Change the corner Corner 1'],
  [{ command: 'filletSoftCorner', args: { item: 'soft' } }, 'Make Corner 1 a fillet'],
  [{ command: 'softenFillet', args: { item: 'soft', first: { item: 'post', end: 'end' }, second: { item: 'beam', end: 'start' }, level: 2 } }, 'Make Corner 1 a soft corner'],
  [{ command: 'drawItems', args: { ...sheet, shape: 'polyline', items: [{ id: 'zig', recipe: controlRecipe(makeCurve(1, [0, 0, 1, 2, 2], homogeneous([600, 0, 0, 640, 0, 0, 640, 50, 0])), (i) => `c${i}`) }] } }, 'Draw Polyline 2'],
  [{ command: 'softenKink', args: { item: 'zig', near: [640, 0, 0], id: 'knee', level: 2, size: { setback: 9 } } }, 'Soften a corner of Polyline 2'],
  [{ command: 'drawItems', args: { ...sheet, shape: 'polyline', items: [{ id: 'zag', recipe: controlRecipe(makeCurve(1, [0, 0, 1, 2, 3, 3], homogeneous([700, 0, 0, 740, 0, 0, 740, 50, 0, 790, 50, 0])), (i) => `c${i}`) }] } }, 'Draw Polyline 4'],
  [{ command: 'softenCorners', args: { items: ['zag'], id: 'bend', level: 2, size: { setback: 9 } } }, 'Soften the corners of Polyline 4'],
  [{ command: 'tieTangent', args: { item: 'one', point: 'p2', to: { item: 'beam', turned: false } } }, 'Tie the tangent at point 2 of Curve 2 and Line 7'],
  [{ command: 'groupItems', args: { items: ['far', 'steep'], id: 'pair', name: 'Pair' } }, 'Group Line 3 and Line 2 as Pair'],
  [{ command: 'renameGroup', args: { group: 'pair', name: 'Walls' } }, 'Rename the group Pair to Walls'],
  [{ command: 'ungroup', args: { group: 'pair' } }, 'Ungroup Walls'],
  [{ command: 'addLayer', args: { id: 'spare', name: 'Spare' } }, 'Add the layer Spare'],
  [{ command: 'setLayer', args: { layer: 'spare', name: 'Spout' } }, 'Rename the layer Spare to Spout'],
  [{ command: 'moveLayer', args: { layer: 'spare', to: 0 } }, 'Move the layer Spout'],
  [{ command: 'arrange', args: { items: ['far'], layer: 'spare', before: null } }, 'Move Line 3 to the layer Spout'],
  [{ command: 'arrange', args: { items: ['far'], layer: 'sheet', before: 'low' } }, 'Move Line 3 to the layer Sheet'],
  [{ command: 'deleteLayer', args: { layer: 'spare' } }, 'Delete the layer Spout'],
  [{ command: 'copyAsReference', args: { items: ['far'], id: 'ref', layer: 'refs', name: 'Reference' } }, 'Copy Line 3 to Reference as reference'],
  [{ command: 'deleteItems', args: { items: ['low', 'steep', 'leg'] } }, 'Delete Line 1 and 2 more'],
  [
    { command: 'bringIn', args: { file: 'spout.step', plane: 'front', layers: [{ id: 'rims', name: 'Rims', reference: true }], groups: [{ id: 'both', name: 'Both' }], items: [{ id: 'in1', name: 'Rim', layer: 'rims', colour: '#ff8000', hidden: true, recipe: line([800, 0, 0], [850, 0, 0]) }, { id: 'in2', name: 'Mark', layer: 'sheet', group: 'both', at: [0, 5, 0] }] } },
    'Bring in Rim and Mark from spout.step',
  ],
];
