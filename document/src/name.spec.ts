import fc from 'fast-check';
import { nameProblem, shortened, withCleanNames } from './name';
import { LONGEST_NAME } from './project/format';

/** A hairdresser, a flag and a letter with two accents: several code points each, one character to people. */
const SEEN = ['\u{1F469}\u{1F3FD}\u200D\u{1F9B0}', '\u{1F1E9}\u{1F1EA}', 'e\u0301\u0323'];
const INVISIBLE = [
  '',
  ' ',
  '\u00A0 ',
  '\u200B',
  '\uFEFF\u2060',
  '\u200D\u200C',
  '\u3164',
  '\u2800',
  '\u00AD',
  '\u0301',
];
const CONTROLLING = [
  '\u0000',
  '\u0007',
  '\n',
  '\t',
  '\u007F',
  '\u0085',
  '\u2028',
  '\u202E',
  '\u2066',
  '\uD83D',
  '\uDE00',
];

describe('a name', () => {
  it.each(['Lid', '7', '/', 'Wall, left', 'Крышка', '蓋', 'غطاء \u200Fب', '\u{1F9FF}', '…', 'a'.repeat(120), ...SEEN])(
    'can be %s',
    (text) => expect(nameProblem(text)).toBeNull(),
  );

  it.each(INVISIBLE)('is not %j, of which nothing can be seen', (text) => {
    expect(nameProblem(text)).toBe('A name must have a character that can be seen, and none that controls the text around it'); // prettier-ignore
  });

  it.each(CONTROLLING)('holds no %j', (character) => {
    expect(nameProblem(`Lid${character}`)).toContain('none that controls the text');
  });

  it('has 120 characters at most; a pair of surrogates is one', () => {
    expect(nameProblem('\u{1F9FF}'.repeat(120))).toBeNull();
    expect(nameProblem('\u{1F9FF}'.repeat(121))).toBe('A name may have 120 characters at most');
  });
});

describe('a text cut short', () => {
  it('ends between characters as people see them', () => {
    const text = SEEN.join('');
    expect(shortened(text, 100)).toBe(text);
    expect(shortened(text.repeat(30), 4)).toBe(SEEN[0]);
    expect(shortened(text.repeat(30), 5)).toBe(SEEN[0]);
    expect(shortened(text.repeat(30), 6)).toBe(SEEN[0] + SEEN[1]);
    expect(shortened('abcdef', 3)).toBe('abc');
  });

  it('of whatever can be a name can be one again', () => {
    let cut = 0;
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary', minLength: 20, maxLength: 80 }),
        fc.integer({ min: 1, max: 30 }),
        (text, most) => {
          const short = shortened(`A${text}`, most);
          expect([...short].length).toBeLessThanOrEqual(most);
          expect(`A${text}`.startsWith(short)).toBe(true);
          // fast-check's texts have no lone surrogates, so the cut must not make one.
          expect(/\p{Cs}/u.test(short)).toBe(false);
          if (short.length < text.length) cut++;
        },
      ),
    );
    expect(cut).toBeGreaterThan(30);
  });
});

describe('names of before there was a rule', () => {
  it('are cleaned in projects and patches, and only they', () => {
    const lid = { kind: 'point', name: '\u202ELid\u0007', at: [1, 2, 3], note: '\u0007' };
    expect(withCleanNames({ name: '\u200B', items: { lid } })).toEqual({
      name: 'Unnamed',
      items: { lid: { ...lid, name: 'Lid' } },
    });
    const patch = [
      { op: 'replace', path: '/items/lid/name', value: 'Li\nd' },
      { op: 'replace', path: '/items/lid/colour', value: '#00\n' },
      { op: 'add', path: '/items/lid', value: lid },
    ];
    expect(withCleanNames(patch)).toEqual([
      { op: 'replace', path: '/items/lid/name', value: 'Lid' },
      patch[1],
      { op: 'add', path: '/items/lid', value: { ...lid, name: 'Lid' } },
    ]);
  });

  it('can be names then', () => {
    const names = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 120 }),
      fc.constantFrom(...INVISIBLE, ...CONTROLLING),
    );
    let mended = 0;
    fc.assert(
      fc.property(names, (name) => {
        if (nameProblem(name) !== null) mended++;
        expect(nameProblem(withCleanNames({ name }).name)).toBeNull();
      }),
    );
    expect(mended).toBeGreaterThan(30);
    expect(LONGEST_NAME).toBe(120);
  });
});
