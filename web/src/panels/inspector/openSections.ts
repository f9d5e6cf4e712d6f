import { Injectable, signal } from '@angular/core';

/** Sections of the card, from the top. */
export const SECTIONS = {
  reading: 'Reading',
  fairing: 'Fairing',
  marks: 'Marks',
  shape: 'Shape',
  joints: 'Joints',
  points: 'Points',
  comb: 'Comb',
  lighter: 'Lighter',
  look: 'Look',
  carry: 'Carry and group',
} as const;
export type Section = keyof typeof SECTIONS;

const KEY = 'pencil-bend-card';
const FIRST_OPEN: readonly Section[] = ['reading', 'fairing', 'marks', 'shape', 'joints', 'points'];

/** Which sections of the card are open: remembered in this browser, for every project. */
@Injectable({ providedIn: 'root' })
export class OpenSections {
  readonly open = signal<readonly Section[]>(remembered());

  isOpen(section: Section): boolean {
    return this.open().includes(section);
  }

  set(open: readonly Section[]): void {
    this.open.set(open);
    try {
      localStorage.setItem(KEY, JSON.stringify(open));
    } catch {
      // A browser that stores nothing forgets which were open.
    }
  }
}

function remembered(): readonly Section[] {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(KEY) ?? 'null');
    if (!Array.isArray(stored)) return FIRST_OPEN;
    return (Object.keys(SECTIONS) as Section[]).filter((section) => stored.includes(section));
  } catch {
    return FIRST_OPEN;
  }
}
