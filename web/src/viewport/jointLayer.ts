import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { along, frameAt, smallestRadius } from '@pencil-bend/core';
import { keptTies, pointsOf, tiesOf } from '@pencil-bend/document';
import { Editing, Joints, ReadingKernel, ShownItems, ToolView } from '../session';
import { lengthInWords } from '../ui/length';
import { jointSentence, levelInWords, missingInWords } from '../view/jointWords';
import { followedInWords } from '../view/tieWords';
import { isSeen, toPixel, type Viewport } from '../view/viewport';
import { pointName } from '../view/pointName';
import { apart } from './apart';
import { reachShown } from './jointReach';

/** More levels than that hide the drawing: then the rings stand alone. */
const MOST_LEVELS = 200;

/** The mark of every joint, with its level beside it; it takes nothing from the handles below it. */
@Component({
  selector: 'svg:g[pbJointLayer]',
  templateUrl: './jointLayer.html',
  styleUrl: './jointLayer.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointLayer {
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly kernel = inject(ReadingKernel);
  private readonly shown = inject(ShownItems);
  private readonly toolView = inject(ToolView);
  readonly viewport = input.required<Viewport>();
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  /** Where the control point under the pointer can go. */
  protected readonly reach = computed(() => {
    const { hover, hoverHandle } = this.toolView.preview();
    const reachOf = this.kernel.functions()?.reachOfJoined;
    const item = hover ? this.editing.project()?.items[hover] : null;
    const isBound = item?.kind === 'curve' && item.joints !== undefined && hoverHandle?.kind === 'control';
    const project = isBound ? this.shown.project() : null;
    return hover && hoverHandle && reachOf && project
      ? reachShown(project, hover, hoverHandle, reachOf, this.viewport())
      : null;
  });

  /** Beside a selected soft corner the circle of its smallest radius. */
  protected readonly gauge = computed(() => {
    const [id] = this.editing.selection().items;
    const shown = this.shown.selected();
    const item = id ? this.editing.project()?.items[id] : null;
    if (!shown?.curve || item?.kind !== 'curve' || item.recipe.kind !== 'corner') return null;
    const tightest = smallestRadius(shown.curve);
    const frame = tightest && frameAt(shown.curve, tightest.u);
    if (!frame || !(frame.kappa > 0)) return null;
    const viewport = this.viewport();
    const [x, y] = toPixel(viewport, along(frame.point, frame.curvature, 1 / frame.kappa ** 2));
    return { x, y, r: tightest.radius / viewport.scale, text: `R ${lengthInWords(tightest.radius, this.units())}` };
  });

  /** Points that follow something, with what. */
  protected readonly ties = computed(() => {
    const kept = Object.values(this.editing.project()?.items ?? {});
    const project = kept.some((item) => item.kind === 'curve' && item.ties) ? this.shown.project() : null;
    const viewport = this.viewport();
    if (!project) return [];
    return this.shown.all().flatMap(({ id, item }) => {
      if (item.kind !== 'curve' || !item.ties) return [];
      const problems = keptTies(project, id);
      const places = pointsOf(item.recipe)?.places;
      return tiesOf(item).flatMap(([point, tie]) => {
        const at = places?.get(point);
        if (!at || !isSeen(viewport, at)) return [];
        const [x, y] = toPixel(viewport, at);
        const problem = problems[point] ?? null;
        const label = `${pointName(item.recipe, point)} of ${item.name}, tied to ${followedInWords(project, tie)}`;
        return [
          { key: `${id} ${point}`, x, y, label: problem ? `${label}: ${problem}` : label, flagged: problem !== null },
        ];
      });
    });
  });

  protected readonly marks = computed(() => {
    const viewport = this.viewport();
    const units = this.units();
    const selected = this.joints.selected();
    const { items } = this.editing.selection();
    const marks = this.joints
      .all()
      .filter(({ at }) => isSeen(viewport, at))
      .map((reading) => {
        const [x, y] = toPixel(viewport, reading.at);
        const isOwn = items.includes(reading.item);
        const level = levelInWords(reading);
        const label = jointSentence(reading, units);
        return { reading, x, y, label, level, isOwn, isSelected: reading === selected };
      });
    // What is in hand, and what is wrong, is told first where there is no room for all.
    const rank = ({ isSelected, reading: { holds } }: (typeof marks)[number]) => (isSelected ? 0 : holds ? 2 : 1);
    const legible = apart(marks.toSorted((a, b) => rank(a) - rank(b)).slice(0, MOST_LEVELS), 30, 15);
    return marks.map((mark) => ({
      ...mark,
      level: legible.has(mark) ? mark.level : '',
      missing: legible.has(mark) && (mark.isSelected || mark.isOwn) ? missingInWords(mark.reading, units) : null,
    }));
  });
}
