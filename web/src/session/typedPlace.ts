import { ToolView } from './toolView';
import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { readPlace } from '../tools/place/typedPlace';
import { UNIT } from '../ui/length';
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

  /** Gives the place; where something is wrong with it, that is said and nothing was given. */
  give(text: string): void {
    const read = readPlace(text, {
      unit: UNIT[this.editing.project()?.units ?? 'mm'],
      plane: this.target.plane(),
      last: this.toolView.preview().placed.at(-1) ?? null,
      pointer: this.viewports.pointer(),
      meaning: this.meaning(),
    });
    if (!read.ok) return this.mistake.set(read.why);
    this.text.set(null);
    this.hand.feed({ type: 'typed', at: read.at, ...(read.value !== undefined && { value: read.value }) });
  }
}
