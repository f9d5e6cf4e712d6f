import { ToolView } from './toolView';
import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { inPlane } from '@pencil-bend/core';
import { readPlace, type TypedPlace as ReadPlace } from '../tools/place/typedPlace';
import { lengthShown, UNIT } from '../ui/length';
import { Editing } from './editing';
import { Target } from './target';
import { ToolInHand } from './toolInHand';
import { Viewports } from './viewports';

/** The place that is being typed for the tool in hand. */
@Injectable()
export class TypedPlace {
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly hand = inject(ToolInHand);
  private readonly target = inject(Target);
  private readonly viewports = inject(Viewports);

  /** What is typed so far; null while nothing is. */
  readonly text = signal<string | null>(null);
  /** What is wrong with it. */
  readonly mistake = linkedSignal<string | null, string | null>({ source: this.text, computation: () => null });
  /** What a single number means; null for the length from the last place. */
  readonly meaning = computed(() => this.toolView.meaning(this.viewports.pointer()));

  /** A key that belongs to what is typed, or starts it: while places are taken a number is the start of one. */
  key(key: string): boolean {
    const text = this.text();
    if (text === null) {
      const starts = this.toolView.accepts().places && /^[0-9.+=−-]$/.test(key);
      if (starts) this.text.set(key === '=' ? '' : key);
      return starts;
    }
    if (key.length === 1) this.text.set(text + key);
    else if (key === 'Backspace') this.text.set(text.slice(0, -1));
    else if (key === 'Enter') this.give(text);
    else if (key === 'Escape') this.text.set(null);
    else return false;
    return true;
  }

  /** What the text means so far, where it means something: '(12.000, 5.000)', 'radius 7.500 mm'. */
  readonly understood = computed((): string | null => {
    const text = this.text();
    const read = text && this.read(text);
    if (!read || !read.ok) return null;
    const units = this.editing.project()?.units ?? 'mm';
    const shown = (mm: number) => lengthShown(mm, units);
    if (read.value !== undefined) {
      const meaning = this.meaning();
      const size = meaning?.plain ? String(read.value) : `${shown(read.value)} ${units}`;
      return `${meaning?.label ?? 'length'} ${size}`;
    }
    const [x, y, z] = inPlane(this.target.plane(), read.at);
    return `(${[x, y, ...(z === 0 ? [] : [z])].map(shown).join(', ')}) ${units}`;
  });

  /** Gives the place; where something is wrong with it, that is said and nothing was given. */
  give(text: string): void {
    const read = this.read(text);
    if (!read.ok) return this.mistake.set(read.why);
    this.text.set(null);
    this.hand.feed({ type: 'typed', at: read.at, ...(read.value !== undefined && { value: read.value }) });
  }

  private read(text: string): ReadPlace {
    return readPlace(text, {
      unit: UNIT[this.editing.project()?.units ?? 'mm'],
      plane: this.target.plane(),
      last: this.toolView.preview().placed.at(-1) ?? null,
      pointer: this.viewports.pointer(),
      meaning: this.meaning(),
    });
  }
}
