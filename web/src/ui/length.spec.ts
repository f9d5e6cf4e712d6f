import { lengthInWords, lengthShown } from './length';

it('lengths are shown in the unit of the sheet, to a micrometre', () => {
  expect(lengthShown(88.9, 'in')).toBe('3.5000');
  expect(lengthShown(88.9, 'mm')).toBe('88.900');
  expect(lengthShown(88.9, 'cm')).toBe('8.8900');
  expect(lengthShown(88.9, 'm')).toBe('0.088900');
  expect(lengthShown(-1e-9, 'mm')).toBe('0.000');
  expect(lengthInWords(12.345, 'mm')).toBe('12.35 mm');
  expect(lengthInWords(25.4, 'in', 2)).toBe('1.00 in');
});
