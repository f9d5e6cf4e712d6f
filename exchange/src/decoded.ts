/**
 * The text of a file: by its byte order mark (Unicode 16, 23.8); as UTF-16 where every second byte is 0, which no text in
 * other codes has; as UTF-8 where it is well-formed; else as Windows-1252, in which every byte means something.
 */
export function decoded(bytes: Uint8Array): string {
  const [a, b] = bytes;
  const label = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : unmarked(bytes);
  return new TextDecoder(label).decode(bytes);
}

/** So many bytes at the start tell. */
const LOOKED_AT = 2000;

function unmarked(bytes: Uint8Array): string {
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
