import { fitFailureInWords, gateInWords } from './fitWords';

describe('what is said of fits', () => {
  it('names why there is none', () => {
    expect(fitFailureInWords({ kind: 'too-few-points', count: 2, needed: 3 })).toBe('3 points are needed, not 2');
    expect(fitFailureInWords({ kind: 'coincident-points', first: 3, second: 4 })).toBe(
      'points 4 and 5 lie in one place',
    );
    expect(fitFailureInWords({ kind: 'out-of-reach', reachable: 0.0826 })).toContain('0.0826 mm can be reached');
    expect(fitFailureInWords({ kind: 'ill-conditioned', degree: 3, points: 5 })).toBe('the points lie too unevenly');
    expect(fitFailureInWords({ kind: 'unsolvable', degree: 3, points: 5 })).toContain('no curve');
  });

  it('names every gate', () => {
    const words = [
      gateInWords({ kind: 'turn', index: 2, turn: Math.PI / 2, most: Math.PI / 4 }),
      gateInWords({ kind: 'length', ratio: 1.84, most: 1.3 }),
      gateInWords({ kind: 'crossing', count: 1 }),
      gateInWords({ kind: 'no-gain' }),
      gateInWords({ kind: 'not-flat' }),
      gateInWords({ kind: 'not-found' }),
    ];
    expect(words[0]).toBe('the points turn by 90° at 3, more than 45°');
    expect(words[1]).toContain('1.8 times as long');
    expect(new Set(words).size).toBe(words.length);
  });
});
