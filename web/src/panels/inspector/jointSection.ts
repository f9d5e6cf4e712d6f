import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Level } from '@pencil-bend/core';
import { controlPointsFor } from '@pencil-bend/core/changing';
import { type CommandCall, type Freedom, handlesOn, type Joint, steps } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { type JointCall, jointActions } from '../../actions/jointActions';
import { Editing, Ghosts, Joints, ShownItems, StepLoader } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Hold } from '../../ui/hold';
import { NumberField } from '../../ui/numberField';
import { freedomCall } from '../../tools/select/jointDrag';
import { chordOf, freedomsInMm } from '../../view/freedomStems';
import { addedInWords, jointTable, LEVELS, missingInWords, otherEnd } from '../../view/jointWords';
import { Store } from '@ngrx/store';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';

const SPREADS: readonly ChoiceOption<Joint['spread']>[] = [
  { value: 'local', label: 'local', tip: 'Only what the joint holds goes along' },
  { value: 'faded', label: 'faded', tip: 'The curve goes along, less and less towards its other end' },
  { value: 'rigid', label: 'rigid', tip: 'The whole curve goes along and turns as its leader does' },
];
const AS: readonly ChoiceOption<boolean>[] = [
  { value: false, label: 'length', tip: 'As a length' },
  { value: true, label: 'ratio', tip: 'As a ratio of the chord' },
];
const LINKS: readonly ChoiceOption<boolean>[] = [
  { value: true, label: 'linked', tip: 'Both ends have the same strength' },
  { value: false, label: 'apart', tip: 'Each end has its own' },
];
const BEYOND: readonly { readonly of: Freedom; readonly label: string; readonly tip: string }[] = [
  { of: 'b', label: 'Bend', tip: 'How the speed grows along the tangent: it pushes the bend on' },
  { of: 'c', label: 'Rate', tip: 'How that grows in turn' },
];

/** The joint in hand: its level with what is measured, what it leaves free, and who gives way. */
@Component({
  selector: 'pb-joint-section',
  imports: [Choice, Hold, LinkButton, NumberField, Tooltip],
  templateUrl: './jointSection.html',
  styleUrls: ['./sections.css', './jointSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointSection {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly ghosts = inject(Ghosts);
  private readonly joints = inject(Joints);
  private readonly shown = inject(ShownItems);
  private readonly loader = inject(StepLoader);
  private readonly settings = this.store.selectSignal(selectReading);
  protected readonly spreads = SPREADS;
  protected readonly measures = AS;
  protected readonly links = LINKS;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  protected readonly reading = computed(() => {
    const reading = this.joints.selected();
    return reading?.joint ? { ...reading, joint: reading.joint } : null;
  });
  protected readonly table = computed(() => {
    const reading = this.reading();
    return reading?.figures ? jointTable(reading.figures, this.settings().continuity, this.units()) : [];
  });
  /** Why it is not reached. */
  protected readonly why = computed(() => {
    const reading = this.reading();
    if (!reading || reading.holds) return null;
    return reading.problem ?? missingInWords(reading, this.units());
  });
  protected readonly added = computed(() => {
    const reading = this.reading();
    return reading && addedInWords(reading.joint);
  });

  /** A knot that the joint brought and needs no longer. */
  protected readonly spare = computed((): CommandCall | null => {
    const [reading, project] = [this.reading(), this.editing.project()];
    const item = reading && project?.items[reading.item];
    const knots = reading?.joint.added?.knots ?? [];
    if (!reading || item?.kind !== 'curve' || item.recipe.kind !== 'control' || knots.length === 0) return null;
    const other = item.joints?.[otherEnd(reading.end)]?.level ?? 0;
    const isSpare = item.recipe.points.length > controlPointsFor(reading.joint.level, other);
    return isSpare && item.recipe.knots.includes(knots[0])
      ? { command: 'removeKnot', args: { item: reading.item, u: knots[0] } }
      : null;
  });

  /** The levels, with what each would need more of the curve. */
  protected readonly levels = computed(() => {
    const reading = this.reading();
    const project = this.editing.project();
    if (!reading || !project || !this.loader.isReady() || this.shown.inHand().length > 0) return LEVELS;
    return LEVELS.map((each) => {
      if (each.value <= reading.joint.level) return each;
      const attempted = steps().attempt(project, this.callFor({ level: each.value }));
      const item = attempted.ok ? attempted.value.items[reading.item] : null;
      const needs = item?.kind === 'curve' ? addedInWords(item.joints?.[reading.end] ?? reading.joint) : null;
      return needs && needs !== this.added() ? { ...each, tip: `${each.tip}. ${needs}` } : each;
    });
  });

  protected readonly actions = computed(() => {
    const [reading, project] = [this.reading(), this.editing.project()];
    return reading && project ? jointActions(project, reading) : [];
  });

  protected readonly gives = computed((): readonly ChoiceOption<Joint['gives']>[] => {
    const reading = this.reading();
    return [
      { value: 'follower', label: reading?.follower ?? '', name: `${reading?.follower ?? ''} alone` },
      { value: 'both', label: 'both', tip: 'Both meet halfway' },
    ];
  });
  protected readonly canShare = computed(() => this.reading()?.joint.leader.kind === 'end');
  protected readonly isWide = computed(() => (this.reading()?.follower.length ?? 0) > 14);

  /** The curve as it is this instant. */
  private readonly curve = computed(() => {
    const id = this.reading()?.item;
    return this.shown.all().find((each) => each.id === id)?.curve ?? null;
  });
  /** What it leaves free, as it is and as it is held. */
  protected readonly free = computed(() => {
    const [reading, curve] = [this.reading(), this.curve()];
    const mm = reading && curve && reading.joint.level > 0 ? freedomsInMm(curve, reading.end) : null;
    if (!reading || !curve || !mm) return null;
    const { freedoms = {}, level } = reading.joint;
    const inRatio = freedoms.a !== undefined && 'ratio' in freedoms.a;
    const chord = chordOf(curve);
    return {
      inRatio,
      strength: inRatio && chord > 0 ? mm.a / chord : mm.a,
      held: freedoms.a !== undefined,
      linked: freedoms.linked === true,
      beyond: BEYOND.slice(0, level - 1).map((each) => ({
        ...each,
        mm: mm[each.of],
        held: freedoms[each.of] !== undefined,
      })),
    };
  });
  /** The curve is joined at its other end, too. */
  protected readonly hasBothEnds = computed(() => {
    const reading = this.reading();
    const item = reading && this.editing.project()?.items[reading.item];
    return item?.kind === 'curve' && item.joints?.[otherEnd(reading?.end ?? 'start')] !== undefined;
  });

  protected set(asked: Partial<JointCall>): void {
    this.ghosts.show(null);
    this.editing.do(this.callFor(asked));
  }

  protected setLevel(level: Level): void {
    this.set({ level });
  }

  /** A choice that is pointed at is seen as a ghost. */
  protected point(asked: Partial<JointCall> | null): void {
    this.ghosts.show(asked && this.callFor(asked));
  }

  protected give(of: Freedom, value: number): void {
    const [reading, curve, project] = [this.reading(), this.curve(), this.editing.project()];
    if (!reading || !curve || !project) return;
    const mm = of === 'a' && this.free()?.inRatio ? value * chordOf(curve) : value;
    const call = freedomCall(project, reading.item, { end: reading.end, of }, mm);
    if (call) this.editing.do(call);
  }

  /** Holds a freedom as it is, or leaves it to the program. */
  protected hold(of: Freedom, held: boolean): void {
    const [reading, curve] = [this.reading(), this.curve()];
    const mm = reading && curve && freedomsInMm(curve, reading.end);
    if (!reading || !curve || !mm) return;
    if (held) return this.give(of, of === 'a' && this.free()?.inRatio ? mm.a / chordOf(curve) : mm[of]);
    const { [of]: _free, linked, ...others } = reading.joint.freedoms ?? {};
    const left = { ...others, ...(linked && of !== 'a' && { linked }) };
    this.set({ freedoms: Object.keys(left).length > 0 ? left : null });
  }

  protected measure(inRatio: boolean): void {
    this.setStrength({ inRatio, linked: this.free()?.linked ?? false });
  }

  protected link(linked: boolean): void {
    this.setStrength({ inRatio: this.free()?.inRatio ?? false, linked });
  }

  protected does({ call }: { readonly call: CommandCall }): void {
    const leader = this.reading()?.joint.leader;
    this.editing.do(call);
    if (call.command === 'swapJoint') {
      if (leader?.kind === 'end') this.editing.select(handlesOn(leader.item, [{ kind: 'joint', end: leader.end }]));
    }
    if (call.command === 'joinOtherEnd') {
      const { item, end } = call.args;
      this.editing.select(handlesOn(item, [{ kind: 'joint', end: otherEnd(end) }]));
    }
  }

  private setStrength({ inRatio, linked }: { readonly inRatio: boolean; readonly linked: boolean }): void {
    const [reading, curve] = [this.reading(), this.curve()];
    const mm = reading && curve && freedomsInMm(curve, reading.end);
    if (!reading || !curve || !mm) return;
    const a = inRatio ? { ratio: mm.a / chordOf(curve) } : { mm: mm.a };
    const { linked: _linked, ...others } = reading.joint.freedoms ?? {};
    this.set({ freedoms: { ...others, a, ...(linked && { linked }) } });
  }

  private callFor(asked: Partial<JointCall>): CommandCall {
    const { item, end } = this.reading() ?? { item: '', end: 'start' as const };
    return { command: 'setJoint', args: { item, end, ...asked } };
  }
}
