import type { Vector3 } from '@pencil-bend/core';
import type { MirrorPlane } from '../project/project';
import { placed, reflection } from './affine';

/** The image of a place in a mirror's plane. */
export const mirroredPlace = (about: MirrorPlane, at: Vector3): Vector3 => placed(reflection(about), at);
