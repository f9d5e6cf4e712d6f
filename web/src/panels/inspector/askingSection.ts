import type { Section } from './openSections';

/** The section of a curve's card that asks for each kind of refit: its price stands there while it is open. */
const ASKING: Readonly<Record<string, Section>> = {
  fair: 'fairing',
  pull: 'fairing',
  oneWay: 'fairing',
  iron: 'reading',
  lighten: 'lighter',
  relay: 'lighter',
  arcsAndLines: 'lighter',
  polyline: 'lighter',
};

/** Null for any other step. */
export const askingSection = (how: string | null): Section | null =>
  how !== null && Object.hasOwn(ASKING, how) ? ASKING[how] : null;
