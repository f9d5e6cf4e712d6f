/**
 * A number as formats of the trade write reals, which always have a point: with every digit, so that it reads back to the
 * same bits.
 */
export function realWith(exponentSign: 'E' | 'D', x: number): string {
  // 0 is added to take the sign off a zero.
  const [mantissa, exponent] = String(x + 0).split('e');
  const whole = mantissa.includes('.') ? mantissa : `${mantissa}.`;
  return exponent === undefined ? whole : `${whole}${exponentSign}${exponent.replace('+', '')}`;
}
