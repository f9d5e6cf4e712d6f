/** How the text of a file is coded. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/** So many bytes at the start tell. */
const LOOKED_AT = 2000;

/**
 * The code of a file's text: by its byte order mark (Unicode 16, 23.8); UTF-16 where every second byte is 0, which no
 * text in other codes has; UTF-8 where it is well-formed; else Windows-1252, in which every byte means something.
 */
export function encodingOf(bytes: Uint8Array): Encoding {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  const start = bytes.subarray(0, LOOKED_AT);
  const zeros = [0, 1].map((odd) => start.filter((byte, i) => byte === 0 && i % 2 === odd).length);
  if (zeros[1] > start.length / 4) return 'utf-16le';
  if (zeros[0] > start.length / 4) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** The text of a file, without its byte order mark. */
export const decoded = (bytes: Uint8Array, encoding: Encoding = encodingOf(bytes)): string =>
  new TextDecoder(encoding).decode(bytes);
