import { pictureSizeProblem } from '@pencil-bend/document';
import { disableTypes, imageSize, types } from 'image-size';
import { Failure } from './failure';

/** What a browser can show, by what its file says of itself; throws a `Failure` for anything else. */
export function pictureType(bytes: Uint8Array): string {
  const size = sizeOf(bytes);
  const type = TYPES[size?.type ?? ''];
  if (!size || !type) throw new Failure(415, 'A picture is a PNG or a JPEG file; this is neither');
  const problem = pictureSizeProblem(size);
  if (problem !== null) throw new Failure(413, `This picture has ${problem}`);
  return type;
}

const TYPES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg' };
// Nothing else is even looked into.
disableTypes(types.filter((type) => !Object.hasOwn(TYPES, type)));

function sizeOf(bytes: Uint8Array): { width: number; height: number; type?: string } | null {
  try {
    return imageSize(bytes);
  } catch {
    // Its errors are those of a reader that expected more.
    return null;
  }
}
