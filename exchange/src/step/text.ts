/** Text as it stands between the quotes of a STEP file (ISO 10303-21, 6.4.3). */
export function encodedText(text: string): string {
  let out = '';
  for (const character of text) {
    const code = character.codePointAt(0) ?? 0;
    if (character === "'") out += "''";
    else if (character === '\\') out += '\\\\';
    else if (code >= 0x20 && code <= 0x7e) out += character;
    else if (code > 0xffff) out += `\\X4\\${hex(code, 8)}\\X0\\`;
    else out += `\\X2\\${hex(code, 4)}\\X0\\`;
  }
  return out;
}

const hex = (code: number, digits: number) => code.toString(16).toUpperCase().padStart(digits, '0');

/** The parts of ISO 8859 that a page letter stands for, as text decoders know them; the first is Latin 1. */
const PAGES = 'ABCDEFGHI';

const ESCAPES =
  /''|\\\\|\\X2\\((?:[0-9A-Fa-f]{4})*)\\X0\\|\\X4\\((?:[0-9A-Fa-f]{8})*)\\X0\\|\\X\\([0-9A-Fa-f]{2})|\\S\\([\x20-\x7e])|\\P([A-I])\\/g;

/**
 * The text that was meant, of what stands between the quotes. Escapes that are broken stay as they are; bytes beyond
 * ASCII, which the standard has no use for, are taken as UTF-8 or, where they are none, as Latin 1.
 */
export function decodedText(raw: string): string {
  let page = 0;
  return withBytes(raw).replace(ESCAPES, (all, two, four, one, shifted, letter) => {
    if (all === "''") return "'";
    if (all === '\\\\') return '\\';
    if (two !== undefined) return fromHex(two, 4, all);
    if (four !== undefined) return fromHex(four, 8, all);
    if (one !== undefined) return String.fromCharCode(parseInt(one, 16));
    if (letter !== undefined) {
      page = PAGES.indexOf(letter);
      return '';
    }
    return ofPage(page, shifted.charCodeAt(0) + 128);
  });
}

function fromHex(digits: string, size: number, broken: string): string {
  let out = '';
  for (let i = 0; i < digits.length; i += size) {
    const code = parseInt(digits.slice(i, i + size), 16);
    if (code > 0x10ffff) return broken;
    // Pairs of surrogates, which some write as two, become one character.
    out += size === 4 ? String.fromCharCode(code) : String.fromCodePoint(code);
  }
  return out;
}

function ofPage(page: number, byte: number): string {
  // What is called iso-8859-1 is decoded as Windows-1252; its upper half is the same as that of Unicode.
  if (page === 0 || byte < 0xa0) return String.fromCharCode(byte);
  return new TextDecoder(`iso-8859-${page === 8 ? 9 : page + 1}`).decode(Uint8Array.of(byte));
}

/** The text has a character for each byte. */
function withBytes(raw: string): string {
  // eslint-disable-next-line no-control-regex
  if (/^[\x00-\x7f]*$/.test(raw)) return raw;
  const bytes = Uint8Array.from(raw, (character) => character.charCodeAt(0));
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return raw;
  }
}
