import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { angleBetween, directionBeyond } from '@pencil-bend/core';
import { type CommandCall, cornerIn, type CornerRecipe, plainRecipe, pointsOf } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing, ShownItems } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { counted } from '../../ui/labels';
import { lengthInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';

type Numbers = Omit<CornerRecipe, 'kind' | 'together'>;

const LEVELS: readonly ChoiceOption<CornerRecipe['level']>[] = ([1, 2, 3, 4] as const).map((value) => ({
  value,
  label: `G${value}`,
  tip: `${counted(value + 1, 'point', 'points')} in line on each leg`,
}));
const LINKS: readonly ChoiceOption<boolean>[] = [
  { value: true, label: 'linked', tip: 'Both setbacks grow together' },
  { value: false, label: 'apart', tip: 'Each leg has its own setback' },
];
const TOGETHER: readonly ChoiceOption<boolean>[] = [
  { value: true, label: 'all', tip: 'The corners that were made together have the same numbers' },
  { value: false, label: 'this one', tip: 'This corner has its own numbers from here on' },
];

/** A soft corner: given by setback, smallest radius or distance, each with the other two beside it. */
@Component({
  selector: 'pb-corner-section',
  imports: [Choice, LinkButton, NumberField, Tooltip],
  templateUrl: './cornerSection.html',
  styleUrls: ['./sections.css', './jointSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CornerSection {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);
  protected readonly levels = LEVELS;
  protected readonly links = LINKS;
  protected readonly sharing = TOGETHER;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  private readonly id = computed(() => this.editing.selection().items[0] ?? '');

  protected readonly recipe = computed(() => {
    const item = this.shown.project()?.items[this.id()];
    return item?.kind === 'curve' && item.recipe.kind === 'corner' ? item.recipe : null;
  });
  /** What is there now. */
  protected readonly corner = computed(() => {
    const project = this.shown.project();
    return project && this.recipe() ? cornerIn(project, this.id()) : null;
  });
  protected readonly names = computed(() => {
    const [project, recipe] = [this.editing.project(), this.recipe()];
    return recipe ? [recipe.first, recipe.second].map(({ item }) => project?.items[item]?.name ?? '') : ['', ''];
  });
  protected readonly isLinked = computed(() => {
    const recipe = this.recipe();
    return recipe !== null && !('setbacks' in recipe.size);
  });
  /** What of the size is given; the others follow. */
  protected readonly given = computed(() => {
    const size = this.recipe()?.size;
    return !size ? '' : 'radius' in size ? 'radius' : 'distance' in size ? 'distance' : 'setback';
  });
  /** Those that share their numbers with it. */
  protected readonly others = computed(() => {
    const [project, together] = [this.editing.project(), this.recipe()?.together];
    if (!project || together === undefined) return 0;
    const all = Object.values(project.items).filter(
      (item) => item.kind === 'curve' && item.recipe.kind === 'corner' && item.recipe.together === together,
    );
    return all.length - 1;
  });
  /** Where a plain arc of the same radius would start, in mm; null where there is no corner. */
  protected readonly plain = computed(() => {
    const [project, recipe, corner] = [this.shown.project(), this.recipe(), this.corner()];
    if (!project || !recipe || !corner?.cuts) return null;
    const tangents = [recipe.first, recipe.second].map(({ item, end }) => {
      const leg = project.items[item];
      const curve = leg?.kind === 'curve' ? pointsOf(plainRecipe(project, leg))?.curve : null;
      return curve ? directionBeyond(curve, end) : null;
    });
    const [one, other] = tangents;
    if (!one || !other) return null;
    const setback = corner.smallestRadius * Math.tan((Math.PI - angleBetween(one, other)) / 2);
    const further = this.length(corner.setbacks[0] - setback);
    return `A plain radius of ${this.length(corner.smallestRadius)} would start at ${this.length(setback)}: this one starts ${further} further back.`;
  });
  protected readonly ratio = computed(() => this.recipe()?.ratio ?? 1);
  protected readonly length = (mm: number): string => lengthInWords(mm, this.units());

  protected set(asked: Partial<Numbers>, apart = false): void {
    const recipe = this.recipe();
    if (recipe) this.editing.do(this.callFor(recipe, asked, apart));
  }

  /** The second setback over the first. */
  protected setRatio(ratio: number): void {
    this.set({ ratio });
  }

  protected setBack(leg: 0 | 1, mm: number): void {
    const recipe = this.recipe();
    if (!recipe) return;
    const { size } = recipe;
    if ('setbacks' in size) {
      const pair: [number, number] = leg === 0 ? [mm, size.setbacks[1]] : [size.setbacks[0], mm];
      return this.set({ size: { setbacks: pair } });
    }
    this.set({ size: { setback: leg === 0 ? mm : mm / this.ratio() } });
  }

  /** Linked again in the ratio that the two have now. */
  protected link(linked: boolean): void {
    const [first, second] = this.corner()?.setbacks ?? [1, 1];
    const ratio = Number((second / first).toPrecision(9));
    if (linked) this.set({ size: { setback: first }, ratio });
    else this.set({ size: { setbacks: [first, second] } });
  }

  protected apart(together: boolean): void {
    if (!together) this.set({}, true);
  }

  protected toFillet(): void {
    this.editing.do({ command: 'filletSoftCorner', args: { item: this.id() } });
  }

  private callFor(recipe: CornerRecipe, asked: Partial<Numbers>, apart: boolean): CommandCall {
    const { kind: _kind, together: _together, ...numbers } = recipe;
    return { command: 'setCorner', args: { item: this.id(), ...numbers, ...asked, ...(apart && { apart: true }) } };
  }
}
