import { Type } from '@sinclair/typebox';
import { freedoms, gives, leader, level, share, spread } from './joints';
import { end, id, object, oneOf, orNull, size } from './kit';
import { blendEnd } from './recipes';
import { tieDirection, tieTarget } from './ties';

const ofEnd = { item: id, end };

/** Where curves meet: an end, or a place along one. */
const meetingPlace = oneOf([object(ofEnd), object({ item: id, share })]);

/** Arguments of what lets ends go on from other curves. */
export const jointArgs = {
  joinEnd: object({
    ...ofEnd,
    leader,
    level,
    gives: Type.Optional(gives),
    spread: Type.Optional(spread),
  }),
  joinMeetings: object({
    level,
    meetings: Type.Array(object({ first: meetingPlace, second: meetingPlace }), { minItems: 1 }),
  }),
  setJoint: object({
    ...ofEnd,
    leader: Type.Optional(leader),
    level: Type.Optional(level),
    gives: Type.Optional(gives),
    spread: Type.Optional(spread),
    freedoms: Type.Optional(orNull(freedoms)),
  }),
  swapJoint: object(ofEnd),
  joinOtherEnd: object(ofEnd),
  releaseJoint: object(ofEnd),
  returnToFree: object(ofEnd),
  meetOnce: object({ ...ofEnd, leader, level }),
  tiePoint: object({ item: id, point: id, to: tieTarget }),
  tieTangent: object({ item: id, point: id, to: tieDirection }),
  untie: object({ item: id, point: id }),
  drawBlend: object({ id, first: blendEnd, second: blendEnd, ratio: Type.Optional(size) }),
  setBlend: object({ item: id, first: blendEnd, second: blendEnd, ratio: orNull(size) }),
};
