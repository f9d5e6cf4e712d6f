import type { Id } from '@pencil-bend/document';
import type { TracedPicture } from '../api/savedView';

/** A picture first fills this share of the sheet's width, and is this faint. */
const FIRST_SHARE = 0.5;
const FIRST_OPACITY = 0.5;

/** A picture as it first lies on the sheet, about its middle. */
export const newPicture = (
  id: Id,
  name: string,
  { width, height }: { readonly width: number; readonly height: number },
  at: TracedPicture['at'],
  sheetWidth: number,
): TracedPicture => ({
  id,
  name,
  width,
  height,
  at,
  scale: (FIRST_SHARE * sheetWidth) / width,
  angle: 0,
  opacity: FIRST_OPACITY,
  locked: false,
  removed: false,
});

/** Why something cannot be done to a picture; null where it can. */
const refused = (picture: TracedPicture | null): string | null =>
  !picture
    ? 'There is no picture: drop a PNG or JPEG file on the sheet'
    : picture.locked
      ? `${picture.name} is locked`
      : null;

/** A place of the sheet in the axes of the plane on which the picture lies. */
type Place = TracedPicture['at'];

export type PictureChange = { readonly picture: TracedPicture } | { readonly why: string };

/** The picture scaled so that two of its places lie a length apart; the first stays where it is. */
export function scaledBetween(picture: TracedPicture | null, a: Place, b: Place, length: number): PictureChange {
  const why = refused(picture);
  if (why !== null || !picture) return { why: why ?? '' };
  const apart = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (!(apart > 0)) return { why: 'Two different places are needed' };
  if (!(length > 0)) return { why: 'A length above 0 is needed' };
  const factor = length / apart;
  const at = [0, 1].map((c) => a[c] + factor * (picture.at[c] - a[c])) as unknown as TracedPicture['at'];
  return { picture: { ...picture, at, scale: picture.scale * factor } };
}

/** The picture moved, or with `level` also turned so that the line between the two places runs level or upright. */
export function movedBetween(picture: TracedPicture | null, a: Place, b: Place): PictureChange {
  const why = refused(picture);
  if (why !== null || !picture) return { why: why ?? '' };
  return { picture: { ...picture, at: [picture.at[0] + b[0] - a[0], picture.at[1] + b[1] - a[1]] } };
}

/** The picture turned about the first place so that the line to the second runs level, or upright if that is nearer. */
export function levelledBetween(picture: TracedPicture | null, a: Place, b: Place): PictureChange {
  const why = refused(picture);
  if (why !== null || !picture) return { why: why ?? '' };
  const angle = Math.atan2(b[1] - a[1], b[0] - a[0]);
  if (b[0] === a[0] && b[1] === a[1]) return { why: 'Two different places are needed' };
  const turn = Math.round(angle / (Math.PI / 2)) * (Math.PI / 2) - angle;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [dx, dy] = [picture.at[0] - a[0], picture.at[1] - a[1]];
  return {
    picture: {
      ...picture,
      at: [a[0] + c * dx - s * dy, a[1] + s * dx + c * dy],
      angle: picture.angle + (turn * 180) / Math.PI,
    },
  };
}
