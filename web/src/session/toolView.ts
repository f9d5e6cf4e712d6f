import { computed, inject, Injectable } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import equal from 'fast-deep-equal';
import type { Accepts, NumberMeaning } from '../tools/contract';
import { entryOf } from '../tools/catalogue';
import { ToolInHand } from './toolInHand';

/** What the tool in hand takes, shows and says in its present state. */
@Injectable()
export class ToolView {
  private readonly hand = inject(ToolInHand);
  private readonly tool = this.hand.tool;

  /** What inspector, comb and graph are about: what is selected, or what would come of the tool. */
  readonly reads = computed(() => this.tool().reads);
  /** What is selected is marked as such, unless something new is being made beside it. */
  readonly marksSelection = computed(() => this.tool().reads === 'selection' || this.tool().needsSelection === true);
  /** It leaves measurements standing: they are listed meanwhile. */
  readonly measures = computed(() => entryOf(this.hand.name()).group === 'measure');
  readonly label = computed(() => entryOf(this.hand.name()).label);
  readonly accepts = computed((): Accepts => this.tool().accepts(this.hand.now()));
  readonly preview = computed(() => this.tool().preview(this.hand.now(), this.hand.context()));
  readonly prompt = computed(() => this.tool().prompt(this.hand.now(), this.hand.context()));
  /** The same list as long as it says the same: each move would have its choices written anew. */
  readonly options = computed(() => this.tool().options?.(this.hand.now()) ?? [], { equal });
  readonly facts = computed(() => this.tool().facts?.(this.hand.now()) ?? [], { equal });
  /** What it waits for the worker to compute. */
  readonly work = computed(() => this.tool().work?.(this.hand.now()) ?? null);

  /** What a single number means that is typed now; null for the length from the last place. */
  meaning(pointer: Vector3 | null): NumberMeaning | null {
    return this.tool().meaning?.(this.hand.now(), pointer, this.hand.context()) ?? null;
  }
}
