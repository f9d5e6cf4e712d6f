/** Letters that no accent makes of another one. */
const SPELLED: Readonly<Record<string, string>> = {
  ß: 'ss',
  æ: 'ae',
  Æ: 'AE',
  ø: 'o',
  Ø: 'O',
  œ: 'oe',
  Œ: 'OE',
  ł: 'l',
  Ł: 'L',
};

/** Text in ASCII, the only one that IGES has: without accents, and what is left of others as '?'. */
export const plainText = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\x20-\x7e]/gu, (character) => SPELLED[character] ?? '?');
