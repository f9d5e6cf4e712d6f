/** So many characters are made at once. */
const CHUNK = 1 << 15;

/** A text with one character for each byte: what TextDecoder calls latin1 has others from 0x80 to 0x9f. */
export function latin1(bytes: Uint8Array): string {
  const chunks: string[] = [];
  for (let i = 0; i < bytes.length; i += CHUNK) chunks.push(String.fromCharCode(...bytes.subarray(i, i + CHUNK)));
  return chunks.join('');
}
