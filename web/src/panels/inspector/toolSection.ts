import { Editing, ShownItems, Snaps, ToolInHand, ToolView } from '../../session';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { SNAPS } from '../../snap/snapKinds';
import type { Fact, Option } from '../../tools/contract';
import { entryOf } from '../../tools/catalogue';
import { Choice } from '../../ui/choice';
import { Icon } from '../../ui/icon';
import { lengthInWords, lengthShown } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';
import { Toggle } from '../../ui/toggle';
import { Switch } from '../../ui/switch';
import { LinkButton, QuietButton } from '../../ui/buttons';

/** So many letters fit beside each other. */
const WIDE = 28;

interface ToolOptions {
  readonly tool: string;
  readonly options: readonly Option[];
}

/** What can be set, or could be. */
interface OptionRow {
  readonly option: Option;
  readonly isGone: boolean;
}

/** The tool in hand that makes something: what can be set of it, its places, and what places are caught by. */
@Component({
  selector: 'pb-tool-section',
  imports: [LinkButton, QuietButton, Choice, Icon, NumberField, Slide, Switch, Toggle],
  templateUrl: './toolSection.html',
  styleUrls: ['./sections.css', './toolSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ToolSection {
  private readonly editing = inject(Editing);
  protected readonly toolView = inject(ToolView);
  private readonly shown = inject(ShownItems);
  protected readonly hand = inject(ToolInHand);
  protected readonly snaps = inject(Snaps);
  protected readonly kinds = SNAPS;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly icon = computed(() => entryOf(this.hand.name()).icon);
  protected readonly label = computed(() => entryOf(this.hand.name()).label);
  protected readonly takesPlaces = computed(() => this.toolView.accepts().places);
  protected readonly note = computed(() => this.toolView.preview().note ?? this.shown.refusal());

  /**
   * What can be set now, and hidden what could be a moment ago: over many curves an end is caught and let go with every
   * other move, and a choice takes longer to make than a frame.
   */
  protected readonly rows = linkedSignal<ToolOptions, readonly OptionRow[]>({
    source: () => ({ tool: this.hand.name(), options: this.toolView.options() }),
    computation: ({ tool, options }, before) => {
      const rows = options.map((option): OptionRow => ({ option, isGone: false }));
      const indexOf = (name?: string) => rows.findIndex(({ option }) => option.name === name);
      const others = before?.source.tool === tool ? before.value : [];
      others.forEach(({ option }, i) => {
        if (indexOf(option.name) >= 0) return;
        // Where it was: after the one before it.
        rows.splice(indexOf(others[i - 1]?.option.name) + 1, 0, { option, isGone: true });
      });
      return rows;
    },
  });

  /** Places given so far, where they can be put in another order. */
  protected readonly places = computed(() => {
    const { placed, numbered } = this.toolView.preview();
    return numbered
      ? placed.map((at) => `${lengthShown(at[0], this.units(), 2)}, ${lengthShown(at[1], this.units(), 2)}`)
      : null;
  });

  /** Choices that do not fit beside each other stand below each other. */
  protected isTall(option: Option & { readonly kind: 'choice' }): boolean {
    return option.choices.reduce((sum, { label }) => sum + label.length + 3, 0) > WIDE;
  }

  protected length = (mm: number): string => lengthInWords(mm, this.units(), 0);
  protected factText = ({ value }: Fact): string => (typeof value === 'string' ? value : this.length(value.mm));

  /** Swaps a place with the one before or after it. */
  protected shift(index: number, by: 1 | -1): void {
    const order = (this.places() ?? []).map((_, i) => i);
    [order[index], order[index + by]] = [order[index + by], order[index]];
    this.hand.feed({ type: 'order-of-places', order });
  }

  protected leaveOut(index: number): void {
    const order = (this.places() ?? []).map((_, i) => i).filter((i) => i !== index);
    this.hand.feed({ type: 'order-of-places', order });
  }

  protected turnRound(): void {
    const order = (this.places() ?? []).map((_, i) => i).reverse();
    this.hand.feed({ type: 'order-of-places', order });
  }
}
