import { computed, inject, Injectable, signal } from '@angular/core';
import { FRONT, type Plane } from '@pencil-bend/core';
import { FRONT_ID, type Id } from '@pencil-bend/document';
import { gridOf } from '../view/grid';
import { Editing } from './editing';
import { Viewports } from './viewports';

/** A soft drag reaches so many cells of the grid. */
const SOFT_CELLS = 8;

/** What is drawn into: the layer, the plane, and the grid by which keys move. */
@Injectable()
export class Target {
  private readonly editing = inject(Editing);
  private readonly viewports = inject(Viewports);

  /** The layer that was chosen in the list; null for that of the selection. */
  readonly chosenLayer = signal<Id | null>(null);

  /** The layer that is drawn on: the chosen one, else that of the selection, else the first that takes drawings. */
  readonly layer = computed((): Id => {
    const project = this.editing.project();
    if (!project) return 'sheet';
    const [item] = this.editing.selection().items;
    const takes = (id: Id | null | undefined): id is Id => {
      const layer = id ? project.layers[id] : undefined;
      return layer !== undefined && !layer.locked && !layer.reference && layer.visible;
    };
    const wanted = [this.chosenLayer(), item && project.items[item]?.layer, ...project.layerOrder];
    return wanted.find(takes) ?? project.layerOrder[0];
  });

  readonly planeId = signal<Id>(FRONT_ID).asReadonly();
  readonly plane = computed(() => this.planeOf(this.planeId()));

  /** Distance of the grid in mm: that of the sheet, or what the zoom suggests. */
  readonly grid = computed(() => gridOf(this.editing.project(), this.viewports.viewport()));

  /** How far a soft drag reaches unless told otherwise, in mm. */
  readonly softReach = computed(() => SOFT_CELLS * this.grid());

  planeOf(id: Id | null): Plane {
    return this.editing.project()?.planes[id ?? FRONT_ID] ?? FRONT;
  }
}
