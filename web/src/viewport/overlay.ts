import { add, type Vector3 } from '@pencil-bend/core';
import type { Guide, Selection } from '@pencil-bend/document';
import type { Caught } from '../snap/caught';
import { cornersOf, knobOf } from '../tools/select/frame';
import type { Preview } from '../tools/contract';
import { type Viewport, toPixel } from '../view/viewport';
import type { ShownItem } from '../view/shownItem';
import { pathOf } from './handleMarks';

interface Mark {
  readonly x: number;
  readonly y: number;
}

interface GuideShown {
  readonly path: string;
  readonly symmetry: boolean;
  readonly selected: boolean;
  /** It is being drawn. */
  readonly live: boolean;
}

/** What lies over the curves on the sheet while a tool is at work, and guides, in pixels. */
export interface Overlay {
  readonly guides: readonly GuideShown[];
  readonly placed: readonly Mark[];
  readonly numbered: boolean;
  readonly ghost: Mark | null;
  readonly path: string;
  readonly stems: readonly (Mark & { readonly path: string })[];
  readonly caught: (Mark & { readonly label: string; readonly left: boolean }) | null;
  /** Thin lines to the places that a caught place is level with. */
  readonly levels: readonly string[];
  /** The frame around several selected items, with its corners and the knob that turns it. */
  readonly frame: { readonly path: string; readonly corners: readonly Mark[]; readonly knob: Mark } | null;
}

/** A label turns to the left of its place this near to the right edge, in pixels. */
const LABEL = 170;
/** A guide line is drawn so many widths of the sheet to both sides. */
const FAR = 3;

export function overlayOf(
  marks: readonly ShownItem[],
  preview: Preview,
  caught: Caught | null,
  selection: Selection,
  viewport: Viewport,
  reach: number,
): Overlay {
  const pixel = (at: Vector3): Mark => {
    const [x, y] = toPixel(viewport, at);
    return { x, y };
  };
  const guides = marks.flatMap(({ id, item, made }) =>
    item.kind === 'guide' ? [{ guide: item.guide, selected: made || selection.items.includes(id), live: made }] : [],
  );
  const { frame } = preview;
  const at = caught && pixel(caught.at);
  return {
    guides: guides.map(({ guide, selected, live }) => ({
      path: guidePath(guide, viewport),
      symmetry: guide.kind === 'line' && guide.symmetry,
      selected,
      live,
    })),
    placed: preview.placed.map(pixel),
    numbered: preview.numbered,
    ghost: preview.ghost && !caught ? pixel(preview.ghost) : null,
    path: preview.path.length > 1 ? pathOf(preview.path.map(pixel)) : '',
    stems: preview.stems.map(([from, to]) => ({ ...pixel(to), path: pathOf([pixel(from), pixel(to)]) })),
    caught: caught && at && { ...at, label: caught.label, left: at.x > viewport.width - LABEL },
    frame: frame && {
      path: `${pathOf(cornersOf(frame).map(pixel))}Z`,
      corners: cornersOf(frame).map(pixel),
      knob: pixel(knobOf(frame, reach)),
    },
    levels: caught && at ? caught.from.map((from) => pathOf([pixel(from), at])) : [],
  };
}

function guidePath(guide: Guide, viewport: Viewport): string {
  if (guide.kind === 'circle') {
    const [x, y] = toPixel(viewport, guide.centre);
    const r = guide.radius / viewport.scale;
    return `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}M${x - 4} ${y}H${x + 4}M${x} ${y - 4}V${y + 4}`;
  }
  // Through the point of the line that is nearest to the middle of the sheet, so that no number grows large.
  const [x, y] = toPixel(viewport, guide.at);
  const [tipX, tipY] = toPixel(viewport, add(guide.at, guide.direction));
  const [dx, dy] = [tipX - x, tipY - y];
  const size = Math.hypot(dx, dy) || 1;
  const along = ((viewport.width / 2 - x) * dx + (viewport.height / 2 - y) * dy) / size ** 2;
  const reach = (FAR * (viewport.width + viewport.height)) / size;
  const end = (way: number) => `${x + (along + way * reach) * dx} ${y + (along + way * reach) * dy}`;
  return `M${end(-1)}L${end(1)}`;
}
