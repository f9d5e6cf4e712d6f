import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { dot, endOf, type Level, mirror, planeFrom, subtract, type Vector3 } from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import {
  type CommandCall,
  type End,
  ENDS,
  handlesOn,
  type Id,
  isDerived,
  keptTies,
  type Leader,
  plainRecipe,
  type Project,
  tiesOf,
} from '@pencil-bend/document';
import { filletSoftened } from '../../actions/jointActions';
import { joiningOf } from '../../actions/joinMeetings';
import { tieOffered } from '../../actions/tieOffer';
import { Editing, Joints, Meetings, ShownItems, StepLoader, Target, ToolInHand } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { levelInWords } from '../../view/jointWords';
import { levelShown } from '../../view/meeting';
import { pointName } from '../../view/pointName';
import { followedInWords } from '../../view/tieWords';

/** What an end of the curve is held by, or could be. */
interface EndRow {
  readonly end: End;
  readonly label: string;
  readonly says: string;
  readonly flagged: boolean;
  /** The joint that is there, to be taken into hand. */
  readonly joint: { readonly item: Id; readonly end: End } | null;
  /** What would make one. */
  readonly offers: readonly { readonly label: string; readonly call: CommandCall }[];
}

/** An end lies on a plane of symmetry within this many mm. */
const ON_PLANE = 1e-3;

/** The ends of a curve with their joints, or what they meet by chance, and its points that are tied. */
@Component({
  selector: 'pb-joints-section',
  imports: [LinkButton],
  templateUrl: './jointsSection.html',
  styleUrls: ['./sections.css', './jointsSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointsSection {
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly meetings = inject(Meetings);
  private readonly shown = inject(ShownItems);
  private readonly loader = inject(StepLoader);
  private readonly target = inject(Target);
  protected readonly hand = inject(ToolInHand);
  private readonly id = computed(() => this.editing.selection().items[0] ?? '');

  /** At rest: what a drag moves is told on the sheet meanwhile. */
  protected readonly rows = linkedSignal<readonly EndRow[] | null, readonly EndRow[]>({
    source: () => (this.shown.inHand().length > 0 ? null : this.rowsNow()),
    computation: (now, before) => now ?? before?.value ?? [],
  });
  private readonly rowsNow = computed((): readonly EndRow[] => {
    const project = this.editing.project();
    const shown = this.shown.kept().find(({ id }) => id === this.id());
    if (!project || shown?.curve?.closing !== 'open') return [];
    return ENDS.map((end) => this.rowAt(project, end));
  });

  protected readonly ties = computed(() => {
    const project = this.editing.project();
    const id = this.id();
    const item = project?.items[id];
    if (!project || item?.kind !== 'curve') return [];
    const kept = tiesOf(item).length > 0 ? keptTies(project, id) : {};
    return tiesOf(item).map(([point, tie]) => ({
      point,
      says: `${pointName(plainRecipe(project, item), point)} follows ${followedInWords(project, tie)}`,
      problem: kept[point] ?? null,
    }));
  });

  /** What the selected point lies on by chance. */
  protected readonly tieOffer = computed(() => {
    const project = this.editing.project();
    return project && tieOffered(project, this.editing.selection(), this.shown.kept(), this.target.plane());
  });

  /** What makes a soft corner of an arc between two curves. */
  protected readonly fillet = computed(() => {
    const project = this.editing.project();
    return project && filletSoftened(project, this.id());
  });

  protected take({ item, end }: { readonly item: Id; readonly end: End }): void {
    this.editing.select(handlesOn(item, [{ kind: 'joint', end }]));
  }

  protected does(call: CommandCall): void {
    this.editing.do(call);
    if (call.command === 'joinEnd') this.take(call.args);
  }

  protected untie(point: Id): void {
    this.editing.do({ command: 'untie', args: { item: this.id(), point } });
  }

  private rowAt(project: Project, end: End): EndRow {
    const id = this.id();
    const label = end === 'start' ? 'Start' : 'End';
    const free = { end, label, flagged: false, joint: null, offers: [] };
    const own = this.joints.at(id, end);
    if (own) {
      const says = `${levelInWords(own)} with ${own.led}`;
      return { ...free, says, flagged: !own.holds, joint: own.joint ? { item: id, end } : null };
    }
    const follower = this.joints.all().find(({ joint }) => leads(joint?.leader, id, end));
    if (follower) {
      const says = `${follower.follower} follows with ${levelInWords(follower)}`;
      return { ...free, says, flagged: !follower.holds, joint: { item: follower.item, end: follower.end } };
    }
    return { ...free, ...(this.mirroredAt(project, end) ?? this.metAt(project, end) ?? { says: 'free' }) };
  }

  /** Another curve that is met there without a joint. */
  private metAt(project: Project, end: End): Pick<EndRow, 'says' | 'offers'> | null {
    const id = this.id();
    const meeting = this.meetings
      .of(id)
      .find(({ first, second }) =>
        [first, second].some((place) => 'end' in place && place.item === id && place.end === end),
      );
    if (!meeting || !this.loader.isReady()) return null;
    const other = meeting.first.item === id ? meeting.second.item : meeting.first.item;
    if (other === id) return null;
    const level = Math.max(0, meeting.figures.level) as Level;
    const curves = new Map(this.shown.kept().map(({ id: each, curve }) => [each, curve]));
    const { call } = joiningOf(project, [meeting], (each) => curves.get(each) ?? null, level);
    const says = `meets ${project.items[other]?.name ?? ''}, ${levelShown(meeting.figures)} by chance`;
    return { says, offers: call ? [{ label: `join with G${level}`, call }] : [] };
  }

  /** Its own image, where it is mirrored about a plane that it ends on. */
  private mirroredAt(project: Project, end: End): Pick<EndRow, 'says' | 'offers'> | null {
    const id = this.id();
    const item = project.items[id];
    const curve = this.shown.kept().find((each) => each.id === id)?.curve;
    if (!curve || item?.kind !== 'curve' || isDerived(item.recipe)) return null;
    for (const image of Object.values(project.items)) {
      if (image.kind !== 'curve' || image.recipe.kind !== 'mirror' || image.recipe.of !== id) continue;
      const { at, across } = image.recipe.about;
      if (Math.abs(dot(subtract(endOf(curve, end), at), across)) > ON_PLANE) continue;
      const { level } = continuityOfEnds(mirror(curve, planeFrom(at, across as Vector3)), end, curve, end);
      const leader: Leader = { kind: 'plane', at, across };
      const joined = Math.max(0, level) as Level;
      return {
        says: `meets its mirror with G${joined}`,
        offers: [
          {
            label: `join with G${joined}`,
            call: { command: 'joinEnd', args: { item: id, end, leader, level: joined } },
          },
        ],
      };
    }
    return null;
  }
}

const leads = (leader: Leader | undefined, item: Id, end: End): boolean =>
  leader?.kind === 'end' && leader.item === item && leader.end === end;
