/** The largest picture to trace over: large enough for any scan that one traces by hand, and shown by every browser. */
export const LARGEST_PICTURE = { bytes: 20_000_000, words: '20 MB', side: 16_384, pixels: 150_000_000 } as const;

/** Why a picture of so many pixels is too large, with its size and what may be; null when it is not. */
export function pictureSizeProblem({
  width,
  height,
}: {
  readonly width: number;
  readonly height: number;
}): string | null {
  const { side, pixels } = LARGEST_PICTURE;
  return Math.max(width, height) <= side && width * height <= pixels
    ? null
    : `${counted(width)} × ${counted(height)} pixels; a picture may have ${counted(side)} on a side and ${pixels / 1e6} million in all`;
}

const counted = (count: number): string => count.toLocaleString('en');
