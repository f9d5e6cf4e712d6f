import { computed } from '@angular/core';
import type { Answer } from '../work/jobs';
import type { Outcome } from '../work/workQueue';
import { Answers } from './answers';

const answered = (answer: Answer<'self-crossings'>): Promise<Outcome<'self-crossings'>> =>
  Promise.resolve({ kind: 'answered', answer });

describe('answers', () => {
  it('are heard of by those who asked, and known from then on', async () => {
    const answers = new Answers<object, number>();
    const [a, b] = [{}, {}];
    let looks = 0;
    const sum = computed(() => {
      looks++;
      return (answers.of(a) ?? 0) + (answers.of(b) ?? 0);
    });
    expect(sum()).toBe(0);
    const waiting = answers.wait(
      [a, b],
      answered([
        [3, 0, 0],
        [4, 0, 0],
      ]),
      (places) => places.map(([x]) => x),
      -1,
    );
    expect(answers.isAsked(a)).toBe(true);
    await waiting;
    expect(sum()).toBe(7);
    expect(answers.isAsked(b)).toBe(true);
    expect(looks).toBe(2);
  });

  it('that nobody wanted can be asked for again; where the work fails there is another answer for good', async () => {
    const answers = new Answers<object, number>();
    const key = {};
    await answers.wait([key], Promise.resolve({ kind: 'given-up' } as Outcome<'self-crossings'>), () => [1], -1);
    expect(answers.isAsked(key)).toBe(false);
    expect(answers.of(key)).toBeUndefined();
    await answers.wait([key], Promise.reject<Outcome<'self-crossings'>>(new Error('away')), () => [1], -1);
    expect(answers.of(key)).toBe(-1);
    expect(answers.isAsked(key)).toBe(true);
  });
});
