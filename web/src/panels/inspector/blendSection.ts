import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { type Level } from '@pencil-bend/core';
import { blendCandidates } from '@pencil-bend/core/changing';
import { energies } from '@pencil-bend/core/reading';
import { arcLength, type Curve, smallestRadius } from '@pencil-bend/core';
import {
  type BlendEnd,
  type BlendRecipe,
  blendIn,
  blendLeader,
  type CommandCall,
  handedOn,
} from '@pencil-bend/document';
import { Editing, Ghosts, Joints, ShownItems } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Hold } from '../../ui/hold';
import { lengthShown } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { chordOf, freedomsInMm } from '../../view/freedomStems';
import { levelInWords, LEVELS } from '../../view/jointWords';

type Ends = Pick<BlendRecipe, 'first' | 'second'>;
interface Candidate {
  readonly name: string;
  readonly tip: string;
  readonly curve: Curve;
  /** Null for the one that is there. */
  readonly call: CommandCall | null;
}

const LINKS: readonly ChoiceOption<boolean>[] = [
  { value: true, label: 'linked', tip: 'The second fullness follows the first' },
  { value: false, label: 'apart', tip: 'Each end has its own' },
];

/** A blend: the level and the fullness at each end, and candidates beside each other with their figures. */
@Component({
  selector: 'pb-blend-section',
  imports: [Choice, Hold, LinkButton, NumberField],
  templateUrl: './blendSection.html',
  styleUrls: ['./sections.css', './jointSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BlendSection {
  private readonly editing = inject(Editing);
  private readonly ghosts = inject(Ghosts);
  private readonly joints = inject(Joints);
  private readonly shown = inject(ShownItems);
  protected readonly levels = LEVELS;
  protected readonly links = LINKS;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  private readonly id = computed(() => this.editing.selection().items[0] ?? '');

  protected readonly recipe = computed(() => {
    const item = this.editing.project()?.items[this.id()];
    return item?.kind === 'curve' && item.recipe.kind === 'blend' ? item.recipe : null;
  });
  private readonly curve = computed(() => this.shown.selected()?.curve ?? null);
  protected readonly problem = computed(() => {
    const project = this.editing.project();
    return project && this.recipe() ? blendIn(project, this.id()).problem : null;
  });
  protected readonly isLinked = computed(() => this.recipe()?.ratio !== undefined);

  /** Both ends: where each goes on from, what it asks for and what it reaches. */
  protected readonly ends = computed(() => {
    const [project, recipe, curve] = [this.shown.project(), this.recipe(), this.curve()];
    if (!project || !recipe || !curve) return [];
    const chord = chordOf(curve);
    return (['start', 'end'] as const).map((end) => {
      const which = end === 'start' ? 'first' : 'second';
      const each = recipe[which];
      const { item, level, magnitude } = each;
      const reading = this.joints.at(this.id(), end);
      const mm = freedomsInMm(curve, end)?.a ?? 0;
      return {
        which,
        name: project.items[item]?.name ?? '',
        level,
        reached: reading && !reading.holds ? levelInWords(reading) : null,
        fullness: chord > 0 ? mm / chord : 0,
        isHeld: magnitude !== undefined,
        follows: which === 'second' && recipe.ratio !== undefined,
        share: 'share' in each ? each.share : null,
      } as const;
    });
  });

  /** Looked at only where they are asked for: the search takes longer than a frame. */
  protected readonly compares = linkedSignal({ source: this.id, computation: () => false });
  protected readonly candidates = computed((): readonly Candidate[] => {
    const [project, recipe] = [this.editing.project(), this.recipe()];
    if (!this.compares() || !project || !recipe) return [];
    const jets = [recipe.first, recipe.second].map((each) => handedOn(project, { leader: blendLeader(each) }).jet);
    if (!jets[0] || !jets[1]) return [];
    const found = blendCandidates(jets[0], jets[1], [recipe.first.level, recipe.second.level]);
    if (!found.ok) return [];
    const { fairest, shortest } = found.value;
    const chord = chordOf(fairest.curve);
    const [a, b] = shortest.magnitudes;
    const own = this.curve();
    return [
      {
        name: 'fairest',
        tip: 'Its curvature varies least',
        curve: fairest.curve,
        call: this.callFor(this.withStrengths(recipe, null), null),
      },
      {
        name: 'shortest fair',
        tip: 'The shortest with F within twice the least',
        curve: shortest.curve,
        call: this.callFor(this.withStrengths(recipe, [a / chord, b / chord]), null),
      },
      ...(own ? [{ name: 'as it is', tip: 'By hand, or as it was left', curve: own, call: null }] : []),
    ];
  });
  protected readonly rows = computed(() =>
    this.candidates().map(({ name, tip, curve, call }) => {
      const tightest = smallestRadius(curve);
      return {
        name,
        tip,
        call,
        length: lengthShown(arcLength(curve).total, this.units(), 1),
        fairness: energies(curve).fairness.toPrecision(3),
        radius: tightest ? lengthShown(tightest.radius, this.units(), 1) : 'straight',
      };
    }),
  );

  protected setLevel(which: keyof Ends, level: Level): void {
    this.change(which, (each) => ({ ...each, level }));
  }

  protected fill(which: keyof Ends, ratio: number): void {
    this.change(which, (each) => ({ ...each, magnitude: { ratio } }));
  }

  /** Of an end that leaves a place along a curve, the place. */
  protected place(which: keyof Ends, share: number): void {
    this.change(which, (each) => ('share' in each ? { ...each, share } : each));
  }

  protected turn(which: keyof Ends): void {
    this.change(which, (each) =>
      'share' in each ? { ...each, sense: each.sense === 'forward' ? 'backward' : 'forward' } : each,
    );
  }

  protected hold(which: keyof Ends, held: boolean): void {
    const recipe = this.recipe();
    const now = this.ends().find((each) => each.which === which);
    if (!recipe || !now) return;
    if (held) return this.fill(which, now.fullness);
    this.change(which, ({ magnitude: _magnitude, ...free }) => free);
  }

  /** Linked in the ratio that the two have now. */
  protected link(linked: boolean): void {
    const recipe = this.recipe();
    const [first, second] = this.ends();
    if (!recipe) return;
    const { magnitude: _magnitude, ...free } = recipe.second;
    if (linked) this.do({ ...recipe, second: free }, second.fullness / first.fullness);
    else this.do(this.withStrengths(recipe, first.isHeld ? [first.fullness, second.fullness] : null), null);
  }

  protected point(call: CommandCall | null): void {
    this.ghosts.show(call);
  }

  protected take(call: CommandCall): void {
    this.ghosts.show(null);
    this.editing.do(call);
  }

  private withStrengths({ first, second }: Ends, ratios: readonly [number, number] | null): Ends {
    const [one, other] = [first, second].map(({ magnitude: _magnitude, ...free }, i) =>
      ratios ? { ...free, magnitude: { ratio: ratios[i] } } : free,
    );
    return { first: one, second: other };
  }

  private callFor({ first, second }: Ends, ratio: number | null): CommandCall {
    return { command: 'setBlend', args: { item: this.id(), first, second, ratio } };
  }

  private change(which: keyof Ends, changed: (each: BlendEnd) => BlendEnd): void {
    const recipe = this.recipe();
    if (recipe) this.do({ ...recipe, [which]: changed(recipe[which]) }, recipe.ratio ?? null);
  }

  private do(ends: Ends, ratio: number | null): void {
    this.editing.do(this.callFor(ends, ratio));
  }
}
