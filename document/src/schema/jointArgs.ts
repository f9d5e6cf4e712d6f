import { Type } from '@sinclair/typebox';
import { freedoms, gives, leader, level, spread } from './joints';
import { end, id, object, orNull, size } from './kit';
import { blendEnd } from './recipes';
import { tieDirection, tieTarget } from './ties';

const ofEnd = { item: id, end };

/** Arguments of what lets ends go on from other curves. */
export const jointArgs = {
  joinEnd: object({
    ...ofEnd,
    leader,
    level,
    gives: Type.Optional(gives),
    spread: Type.Optional(spread),
  }),
  setJoint: object({
    ...ofEnd,
    level: Type.Optional(level),
    gives: Type.Optional(gives),
    spread: Type.Optional(spread),
    freedoms: Type.Optional(orNull(freedoms)),
  }),
  releaseJoint: object(ofEnd),
  returnToFree: object(ofEnd),
  meetOnce: object({ ...ofEnd, leader, level }),
  tiePoint: object({ item: id, point: id, to: tieTarget }),
  tieTangent: object({ item: id, point: id, to: tieDirection }),
  untie: object({ item: id, point: id }),
  drawBlend: object({ id, first: blendEnd, second: blendEnd, ratio: Type.Optional(size) }),
  setBlend: object({ item: id, first: blendEnd, second: blendEnd, ratio: orNull(size) }),
};
