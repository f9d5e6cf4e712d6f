import { SNAPS } from '../../snap/snapKinds';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Bench } from '../../session/bench';
import { lengthInWords, lengthShown } from '../../ui/length';
import { Icon } from '../../ui/icon';
import { NumberField } from '../../ui/numberField';
import { Snaps } from '../../session/snaps';
import { type Option } from '../../tools/place/placingTool';
import { LAYINGS } from '../../tools/place/placingTools';
import { toolOf } from '../../tools/palette';

/** The card of a tool that draws, cuts or carries: what can be set of it, its places, and what places are caught by. */
@Component({
  selector: 'pb-tool-card',
  imports: [Icon, NumberField],
  templateUrl: './toolSection.html',
  styleUrls: ['./sections.css', './toolSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ToolCard {
  protected readonly bench = inject(Bench);
  protected readonly snaps = inject(Snaps);
  protected readonly kinds = SNAPS;
  protected readonly units = computed(() => this.bench.project()?.units ?? 'mm');
  protected readonly name = computed(() => toolOf(this.bench.toolName()).words);
  protected readonly takesPlaces = computed(() => ['lay', 'bezier'].includes(this.bench.tool().tool));

  protected readonly options = computed(() => {
    const tool = this.bench.tool();
    if (tool.tool === 'bezier') return [{ ...ANCHORS, value: tool.options.kind }];
    if (tool.tool !== 'lay') return [];
    const { options = [] } = LAYINGS[tool.laying];
    return options
      .filter(({ only }) => !only || tool.options[only[0]] === only[1])
      .map((option) => ({ ...option, value: tool.options[option.name] ?? option.value }) as Option);
  });

  /** The stroke of a freehand curve, and what came of it. */
  protected readonly stroke = computed(() => {
    const tool = this.bench.tool();
    if (tool.tool !== 'freehand') return null;
    const made = tool.phase === 'settling' ? tool.made : null;
    const { tightness, corners } = tool.options;
    return {
      tightness,
      corners,
      slider: tightness > 0 ? Math.log2(tightness) : 0,
      words: lengthInWords(tightness, this.units(), 0),
      settling: tool.phase === 'settling',
      facts: made && [
        { name: 'Deviation', value: lengthInWords(made.deviation, this.units(), 0) },
        { name: 'Points', value: `${made.points} control` },
        { name: 'Stroke', value: `${tool.stroke.length} samples` },
      ],
    };
  });

  /** Places given so far, where they can be put in another order. */
  protected readonly places = computed(() => {
    const tool = this.bench.tool();
    if (tool.tool !== 'lay' || !LAYINGS[tool.laying].ordered) return null;
    return tool.places.map(
      ({ at }) => `${lengthShown(at[0], this.units(), 2)}, ${lengthShown(at[1], this.units(), 2)}`,
    );
  });

  /** Choices that do not fit beside each other stand below each other. */
  protected isTall(option: Option & { readonly kind: 'choice' }): boolean {
    return option.choices.reduce((sum, { words }) => sum + words.length + 3, 0) > WIDE;
  }

  protected readonly snapping = computed(() => this.bench.view().snapping);
  protected isOn(kind: (typeof SNAPS)[number]['kind']): boolean {
    return this.bench.view().snaps.includes(kind);
  }

  protected tighten(log: string): void {
    this.bench.setOption('tightness', Number((2 ** Number(log)).toPrecision(3)));
  }

  /** Swaps a place with the one before or after it. */
  protected shift(index: number, by: 1 | -1): void {
    const order = (this.places() ?? []).map((_, i) => i);
    [order[index], order[index + by]] = [order[index + by], order[index]];
    this.bench.feed({ type: 'order-of-places', order });
  }

  protected leaveOut(index: number): void {
    const order = (this.places() ?? []).map((_, i) => i).filter((i) => i !== index);
    this.bench.feed({ type: 'order-of-places', order });
  }

  protected turnRound(): void {
    const order = (this.places() ?? []).map((_, i) => i).reverse();
    this.bench.feed({ type: 'order-of-places', order });
  }
}

/** So many letters fit beside each other. */
const WIDE = 28;

const ANCHORS = {
  name: 'kind',
  words: 'Handles',
  kind: 'choice',
  choices: [
    { value: 'smooth', words: 'smooth' },
    { value: 'symmetric', words: 'symmetric' },
    { value: 'kink', words: 'kink' },
  ],
} as const;
