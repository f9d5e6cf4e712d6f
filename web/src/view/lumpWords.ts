import { radiusOf } from '@pencil-bend/core';
import type { EndPair, Hook, Lump } from '@pencil-bend/core/reading';
import { radiusInWords } from '../ui/labels';
import { lengthInWords, type Units } from '../ui/length';

/** What a curve does at a lump, and where: 'tightens, then relaxes, near 61 mm'. */
export function lumpInWords(lump: Lump, units: Units): string {
  return `${bendingOf(lump)}, near ${lengthInWords(lump.s, units, 3)}`;
}

/** How tight it is there, as people read it: 'R 14.2 mm'. */
export const radiusThere = ({ kappa }: Pick<Lump, 'kappa'>, units: Units): string =>
  `R ${radiusInWords(radiusOf(kappa), units)}`;

function bendingOf({ kappa, partner }: Lump): string {
  if (kappa * partner.kappa < 0) return 'bends to the other side and back';
  return Math.abs(kappa) > Math.abs(partner.kappa) ? 'tightens, then relaxes' : 'flattens, then tightens';
}

/** What a curve does near one of its ends. */
export function hookInWords(hook: Hook | EndPair, length: number, units: Units): string {
  const away = hook.end === 'start' ? hook.s : length - hook.s;
  const what = 'kind' in hook && hook.kind === 'inflection' ? 'changes sides' : 'hooks';
  return `${what} ${lengthInWords(away, units, 2)} from its ${hook.end}`;
}
