import type { Vector3 } from '@pencil-bend/core';
import type { Guide, Selection } from '@pencil-bend/document';
import type { Caught } from '../snap/caught';
import { cornersOf, type Frame, knobOf } from '../tools/select/frame';
import type { Preview } from '../tools/contract';
import { type Camera, toPixel } from '../view/camera';
import type { Drawn } from '../view/shownItem';
import { pathOf } from './handleMarks';

interface Spot {
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
export interface ShapesShown {
  readonly guides: readonly GuideShown[];
  /** Points that are being drawn. */
  readonly points: readonly Spot[];
  readonly placed: readonly Spot[];
  readonly numbered: boolean;
  readonly ghost: Spot | null;
  readonly path: string;
  readonly stems: readonly (Spot & { readonly path: string })[];
  readonly caught: (Spot & { readonly label: string; readonly left: boolean }) | null;
  /** Thin lines to the places that a caught place is level with. */
  readonly levels: readonly string[];
  /** The frame around several selected items, with its corners and the knob that turns it. */
  readonly frame: { readonly path: string; readonly corners: readonly Spot[]; readonly knob: Spot } | null;
}

/** A label turns to the left of its place this near to the right edge, in pixels. */
const LABEL = 170;
/** A guide line is drawn so many widths of the sheet to both sides. */
const FAR = 3;

export function shapesShown(
  drawn: readonly Drawn[],
  preview: Preview,
  caught: Caught | null,
  selection: Selection,
  camera: Camera,
  frame: Frame | null,
  reach: number,
): ShapesShown {
  const pixel = (at: Vector3): Spot => {
    const [x, y] = toPixel(camera, at);
    return { x, y };
  };
  const chosen = selection.items;
  const drawnGuides = drawn.flatMap(({ id, item }) =>
    item.kind === 'guide' ? [{ guide: item.guide, selected: chosen.includes(id), live: false }] : [],
  );
  const made = preview.shown.flatMap((shape) => ('guide' in shape ? [{ guide: shape.guide, selected: true, live: true }] : [])); // prettier-ignore
  const at = caught && pixel(caught.at);
  return {
    guides: [...drawnGuides, ...made].map(({ guide, selected, live }) => ({
      path: guidePath(guide, camera),
      symmetry: guide.kind === 'line' && guide.symmetry,
      selected,
      live,
    })),
    points: preview.shown.flatMap((shape) => ('at' in shape ? [pixel(shape.at)] : [])),
    placed: preview.placed.map(pixel),
    numbered: preview.numbered,
    ghost: preview.ghost && !caught ? pixel(preview.ghost) : null,
    path: preview.path.length > 1 ? pathOf(preview.path.map(pixel)) : '',
    stems: preview.stems.map(([from, to]) => ({ ...pixel(to), path: pathOf([pixel(from), pixel(to)]) })),
    caught: caught && at && { ...at, label: caught.label, left: at.x > camera.width - LABEL },
    frame: frame && {
      path: `${pathOf(cornersOf(frame).map(pixel))}Z`,
      corners: cornersOf(frame).map(pixel),
      knob: pixel(knobOf(frame, reach)),
    },
    levels: caught && at ? caught.from.map((from) => pathOf([pixel(from), at])) : [],
  };
}

function guidePath(guide: Guide, camera: Camera): string {
  if (guide.kind === 'circle') {
    const [x, y] = toPixel(camera, guide.centre);
    const r = guide.radius / camera.scale;
    return `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}M${x - 4} ${y}H${x + 4}M${x} ${y - 4}V${y + 4}`;
  }
  // Through the place of the line that is nearest to the middle of the sheet, so that no number grows large.
  const [x, y] = toPixel(camera, guide.at);
  const [dx, dy] = [guide.direction[0], -guide.direction[1]];
  const size = Math.hypot(dx, dy) || 1;
  const along = ((camera.width / 2 - x) * dx + (camera.height / 2 - y) * dy) / size ** 2;
  const reach = (FAR * (camera.width + camera.height)) / size;
  const end = (way: number) => `${x + (along + way * reach) * dx} ${y + (along + way * reach) * dy}`;
  return `M${end(-1)}L${end(1)}`;
}
