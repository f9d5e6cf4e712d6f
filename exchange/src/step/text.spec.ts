import fc from 'fast-check';
import { decodedText, encodedText } from './text';

describe('text of STEP files', () => {
  it('is written in ASCII', () => {
    expect(encodedText('ß"🖊\\\'')).toBe("\\X2\\00DF\\X0\\\"\\X4\\0001F58A\\X0\\\\\\''");
  });

  it('comes back', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const written = encodedText(text);
        expect(written).toMatch(/^[\x20-\x7e]*$/);
        expect(decodedText(written)).toBe(text);
      }),
    );
  });

  it('is understood in all its escapes', () => {
    expect(decodedText('Gr\\S\\v\\X\\DFe \\X2\\00E9\\X0\\')).toBe('Größe é');
    // ISO 8859-7 has alpha at 0xE1, ISO 8859-5 a Cyrillic er at 0xC0.
    expect(decodedText('\\PG\\\\S\\a')).toBe('α');
    expect(decodedText('\\PE\\\\S\\@')).toBe('Р');
    expect(decodedText('\\X2\\D83DDD8A\\X0\\')).toBe('🖊');
  });

  it('keeps escapes that are broken', () => {
    for (const broken of ['\\X2\\00E\\X0\\', '\\X4\\FFFFFFFF\\X0\\', '\\S\\', '\\X\\G1', '\\PZ\\']) {
      expect(decodedText(broken)).toBe(broken);
    }
  });

  it('takes bytes that should not be there as UTF-8, else as Latin 1', () => {
    expect(decodedText('Gr\xc3\xb6\xc3\x9fe')).toBe('Größe');
    expect(decodedText('Gr\xf6\xdfe')).toBe('Größe');
  });
});
