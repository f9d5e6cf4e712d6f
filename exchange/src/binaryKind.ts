/** The first bytes of files that hold no text, and what they are. */
const SIGNATURES: readonly (readonly [signature: string, kind: string])[] = [
  ['%PDF-', 'a PDF document'],
  ['\x89PNG\r\n', 'a PNG picture'],
  ['\xff\xd8\xff', 'a JPEG picture'],
  ['GIF8', 'a GIF picture'],
  ['PK\x03\x04', 'a ZIP archive or a workbook of a spreadsheet'],
  ['\x1f\x8b', 'a compressed file'],
  ['\xd0\xcf\x11\xe0', 'a document or workbook of an office program'],
];

/** What a file is that holds no text, by its first bytes, in words; null where it may hold text. */
export function binaryKind(bytes: Uint8Array): string | null {
  const start = String.fromCharCode(...bytes.subarray(0, 8));
  return SIGNATURES.find(([signature]) => start.startsWith(signature))?.[1] ?? null;
}
