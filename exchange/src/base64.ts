/** Bytes turned into text, and back, so many at a time: more arguments than a call takes would be too many. */
const AT_ONCE = 30_000;

/** Bytes as text (RFC 4648, section 4). */
export function toBase64(bytes: Uint8Array): string {
  let binary = '';
  for (let i = 0; i < bytes.length; i += AT_ONCE) binary += String.fromCharCode(...bytes.subarray(i, i + AT_ONCE));
  return btoa(binary);
}

/** The bytes of such a text; null where it is none. */
export function fromBase64(text: string): Uint8Array | null {
  try {
    const binary = atob(text);
    return Uint8Array.from({ length: binary.length }, (_, i) => binary.charCodeAt(i));
  } catch {
    return null;
  }
}
