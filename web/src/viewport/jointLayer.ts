import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Editing, Joints } from '../session';
import { jointSentence, levelInWords, missingInWords } from '../view/jointWords';
import { isSeen, toPixel, type Viewport } from '../view/viewport';
import { apart } from './apart';

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
  readonly viewport = input.required<Viewport>();
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');

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
