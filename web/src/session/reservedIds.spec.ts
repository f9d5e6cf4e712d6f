import { ReservedIds } from './reservedIds';

it('the same ids come each time, from the first, until they are in use', () => {
  const ids = new ReservedIds();
  const [next, again] = [ids.fromTheFirst(), ids.fromTheFirst()];
  const first = [next(), next()];
  expect(new Set(first).size).toBe(2);
  expect([again(), again()]).toEqual(first);
  ids.renew();
  expect(first).not.toContain(ids.fromTheFirst()());
});
