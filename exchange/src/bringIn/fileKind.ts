import { binaryKind } from '../binaryKind';
import { decoded } from '../decoded';
import { latin1 } from '../latin1';
import { isMachinePath } from '../machine/read';
import type { ImportFormat } from '../report';

/** What a file is by its content, whatever it is called. */
export type FileKind =
  | { readonly kind: ImportFormat | 'project' | 'points' }
  /** What it is in words: nothing that curves can be had of. */
  | { readonly kind: 'refused'; readonly why: string };

/** So much of a file is looked at. */
const LOOKED_AT = 1 << 16;

/** Tells by a file's first characters what reads it: STEP, IGES, JSON, SVG, a machine path; what is none of them may be points. */
export function fileKind(bytes: Uint8Array): FileKind {
  const binary = binaryKind(bytes);
  if (binary) return { kind: 'refused', why: `it is ${binary}` };
  const start = bytes.subarray(0, LOOKED_AT);
  const raw = latin1(start);
  if (/^\s*ISO-10303-21\s*;/.test(raw.replace(/^\u00ef\u00bb\u00bf/, ''))) return { kind: 'step' };
  if (isCard(raw)) return { kind: 'iges' };
  const text = decoded(start).trimStart();
  if (text.startsWith('{')) return { kind: /"format"\s*:\s*"pencil-bend-curves"/.test(text) ? 'curves' : 'project' };
  if (text.startsWith('<')) {
    const element = firstElement(text);
    return element === 'svg'
      ? { kind: 'svg' }
      : { kind: 'refused', why: `it is XML of another kind: its first element is ${element ?? 'missing'}` };
  }
  if (/^solid\b/.test(text) && /\bfacet\s+normal\b/.test(text))
    return { kind: 'refused', why: 'it is a mesh of triangles (STL), which has no curves' };
  return { kind: isMachinePath(text) ? 'machine' : 'points' };
}

/** The first card of an IGES file: the letter of its section in column 73; those of other forms are refused by its reader. */
const isCard = (text: string): boolean =>
  /^[SCB][ 0]{6}1/.test(text.slice(72, 80)) && !/[\r\n]/.test(text.slice(0, 72));

/** Past the declaration, comments and the document type. */
function firstElement(text: string): string | null {
  let at = 0;
  for (;;) {
    at = text.indexOf('<', at);
    if (at < 0) return null;
    if (text.startsWith('<!--', at)) {
      const end = text.indexOf('-->', at);
      if (end < 0) return null;
      at = end + 3;
    } else if (text.startsWith('<!', at)) {
      // A document type may have a part in brackets.
      const [bracket, end] = [text.indexOf('[', at), text.indexOf('>', at)];
      at = bracket >= 0 && bracket < end ? text.indexOf(']', bracket) : end;
      if (at < 0) return null;
    } else if (text.startsWith('<?', at)) at++;
    else {
      const [, name] = /^<(?:[\w.-]+:)?([\w.-]+)/.exec(text.slice(at, at + 200)) ?? [];
      return name ?? null;
    }
  }
}
