import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import {
  type Affine,
  along,
  type Curve,
  packVectors,
  scaling,
  transform,
  unpackCurve,
  type Vector3,
} from '@pencil-bend/core';
import { newPointSet, selectionOf } from '@pencil-bend/document';
import type { FileUnit, ImportReport, IncomingItem } from '@pencil-bend/exchange';
import { newId } from '../state/ids';
import { BringInWorkService } from '../work/bringInWorkService';
import type { ShareOfWork } from '../work/jobs';
import { Editing } from './editing';
import { PointImport } from './pointImport';
import { Remarks } from './remarks';
import { StepLoader } from './stepLoader';
import { Target } from './target';
import { TidyUp } from './tidyUp';

/** More curves than these make the sheet slow: that they are all meant is asked first. */
export const MANY_CURVES = 2000;
/** What a file is, is seen by so many of its bytes. */
const START = 1 << 16;
/** More of them at once are not selected: their handles would be all that is seen. */
const MOST_SELECTED = 500;

/** A file that is looked at before it is taken in. */
export interface ComingFile {
  readonly name: string;
  /** How much of it has been read; null where it is not being read. */
  readonly share: number | null;
  readonly report: ImportReport | null;
  readonly items: readonly IncomingItem[];
  /** Of each item that is one its curve, as the file has it. */
  readonly curves: readonly (Curve | null)[];
  /** Where the middle of all of it lies in the file. */
  readonly middle: Vector3;
}

/** How it is to be taken in. */
export interface TakingIn {
  /** What a length is, where the user says so and the file does not. */
  readonly assumed: FileUnit | null;
  readonly scale: number;
  /** On the layers that the file names, or on the one that is drawn on. */
  readonly layers: 'as-in-file' | 'on-one';
  /** Layers of the file that stay away, as `layerOf` calls them. */
  readonly without: ReadonlySet<string>;
  /** Where its middle is set down; null where it lies as in the file. */
  readonly place: Vector3 | null;
}

const AS_IT_IS: TakingIn = { assumed: null, scale: 1, layers: 'as-in-file', without: new Set(), place: null };

/** The layer of an item as it stands in the list: what has none, and edges that are to work to, have names of their own. */
export const layerOf = ({ isReference, layer }: IncomingItem): string =>
  isReference ? 'Edges, to work to' : (layer ?? 'No layer');

/** Brings curves of other programs in: a file in an open format, looked at first, then one step. */
@Injectable()
export class BringIn {
  private readonly editing = inject(Editing);
  private readonly points = inject(PointImport);
  private readonly remarks = inject(Remarks);
  private readonly loader = inject(StepLoader);
  private readonly target = inject(Target);
  private readonly tidyUp = inject(TidyUp);
  private readonly work = inject(BringInWorkService);
  private bytes = new Uint8Array();
  private droppedAt: Vector3 | null = null;
  /** Goes up with every file, and when one is left: what comes later of an earlier one counts no more. */
  private run = 0;

  readonly coming = signal<ComingFile | null>(null);
  readonly how = signal<TakingIn>(AS_IT_IS);
  /** It is being made a step of. */
  readonly isTaking = signal(false);
  /** There are many curves: whether all of them are meant is asked. */
  readonly isAsking = signal(false);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.work.cancel());
  }

  /** What of it is taken in: indices of its items. */
  private readonly kept = computed(() => {
    const { without } = this.how();
    return (this.coming()?.items ?? []).flatMap((item, i) => (without.has(layerOf(item)) ? [] : [i]));
  });
  readonly count = computed(() => this.kept().length);

  /** From the file's coordinates to where it will lie; null where they are kept. */
  private readonly map = computed((): Affine | null => {
    const { scale, place } = this.how();
    const coming = this.coming();
    if (!coming || (scale === 1 && !place)) return null;
    const scaled = scaling(scale);
    return place ? { ...scaled, origin: along(place, coming.middle, -scale) } : scaled;
  });

  /** Its curves as they will lie. */
  readonly curves = computed((): readonly Curve[] => {
    const [coming, map] = [this.coming(), this.map()];
    if (!coming) return [];
    return this.kept().flatMap((i) => {
      const curve = coming.curves[i];
      return curve ? [map ? transform(curve, map) : curve] : [];
    });
  });

  /** Its points as they will lie, as a set to be drawn. */
  readonly shownPoints = computed(() => {
    const [coming, map] = [this.coming(), this.map()];
    const places = this.kept().flatMap((i) => {
      const item = coming?.items[i];
      return item?.kind === 'point' ? [map ? along(map.origin, item.at, this.how().scale) : item.at] : [];
    });
    if (places.length === 0) return null;
    const points = packVectors(places);
    return { pointSet: newPointSet('', points), points };
  });

  /** The next click on the sheet says where it is set down. */
  readonly isPlacing = computed(() => this.how().place !== null && !this.isTaking());

  /**
   * Looks at a file, by its content whatever it is called: curves are shown on the sheet with what is said of them,
   * tables of points go to where they are looked at. What cannot be read is said, and nothing changes.
   */
  async bring(file: File, at: Vector3 | null = null): Promise<void> {
    if (!this.editing.project() || this.editing.isRefused()) return;
    this.close();
    this.droppedAt = at;
    const coming: ComingFile = { name: file.name, share: 0, report: null, items: [], curves: [], middle: [0, 0, 0] };
    this.coming.set(coming);
    const isCurrent = this.begun();
    try {
      const start = new Uint8Array(await file.slice(0, START).arrayBuffer());
      const found = await this.work.run('file-kind', { start });
      if (found.kind === 'given-up' || !isCurrent()) return;
      const { kind, most } = found.answer;
      if (kind.kind === 'points') {
        this.close();
        return await this.points.bring(file);
      }
      if (kind.kind === 'refused') return this.refuse(file.name, kind.why);
      if (file.size > most) {
        const [size, limit] = [file.size, most].map((count) => `${Math.ceil(count / 1e6)} MB`);
        return this.refuse(file.name, `it has ${size}; up to ${limit} are read`);
      }
      const bytes = new Uint8Array(await file.arrayBuffer());
      if (!isCurrent()) return;
      this.bytes = bytes;
      await this.read();
    } catch {
      // The file is gone, or the worker cannot be had.
      if (isCurrent()) this.refuse(file.name, 'it cannot be read now');
    }
  }

  set(how: Partial<TakingIn>): void {
    this.isAsking.set(false);
    this.how.update((before) => ({ ...before, ...how }));
  }

  /** Reads it as if its lengths were in another unit. */
  async assume(assumed: FileUnit): Promise<void> {
    this.set({ assumed });
    const isCurrent = this.begun();
    await this.read().catch(() => {
      if (isCurrent()) this.refuse(this.coming()?.name ?? '', 'it cannot be read now');
    });
  }

  /** Sets it down at a place, or where it was dropped; null leaves it where the file has it. */
  setDown(place: Vector3 | null | 'somewhere'): void {
    const { middle = [0, 0, 0] as Vector3 } = this.coming() ?? {};
    this.set({ place: place === 'somewhere' ? (this.droppedAt ?? middle) : place });
  }

  /** Takes it in as one step; many curves only when that is asked again. Whether it was done. */
  async take(): Promise<boolean> {
    const [coming, project] = [this.coming(), this.editing.project()];
    if (!coming?.report || !project || this.count() === 0 || this.isTaking()) return false;
    if (this.count() > MANY_CURVES && !this.isAsking()) {
      this.isAsking.set(true);
      return false;
    }
    const isCurrent = this.begun();
    this.isTaking.set(true);
    try {
      const { layers, layerOrder } = project;
      const isOne = this.how().layers === 'on-one';
      const items = this.kept().map((i) => (isOne ? { ...coming.items[i], layer: null } : coming.items[i]));
      const map = this.map();
      const where = { layer: this.target.layer(), plane: this.target.planeId() };
      const options = { file: nameOf(coming.name), ...where, id: newId(), ...(map && { map }) };
      const outcome = await this.work.run('brought-in', { items, project: { layers, layerOrder }, options });
      if (outcome.kind === 'given-up' || !isCurrent()) return false;
      if (!outcome.answer.ok) {
        this.refuse(coming.name, outcome.answer.failure);
        return false;
      }
      const args = outcome.answer.value;
      if (!this.editing.do({ command: 'bringIn', args })) return false;
      this.close();
      if (items.length <= MOST_SELECTED) this.editing.select(selectionOf(args.items.map(({ id }) => id)));
      // The step may still wait for its code.
      this.loader.whenReady(() => void this.tidyUp.begin(args.items.map(({ id }) => id)));
      this.remarks.say(`${items.length.toLocaleString('en')} taken in from ${coming.name}`);
      return true;
    } catch {
      if (isCurrent()) this.refuse(coming.name, 'it cannot be read now');
      return false;
    } finally {
      this.isTaking.set(false);
    }
  }

  /** Leaves it, also in the middle of reading. */
  close(): void {
    if (this.coming()) this.work.cancel();
    this.run++;
    this.coming.set(null);
    this.how.set(AS_IT_IS);
    this.isAsking.set(false);
    this.bytes = new Uint8Array();
  }

  /** Something is begun with the file: what is given back says whether it still counts. */
  private begun(): () => boolean {
    const run = ++this.run;
    return () => this.run === run;
  }

  private async read(): Promise<void> {
    const { bytes } = this;
    const { assumed } = this.how();
    const update = (change: Partial<ComingFile>) => this.coming.update((coming) => coming && { ...coming, ...change });
    update({ share: 0 });
    const onProgress = (step: object) => this.bytes === bytes && update({ share: (step as ShareOfWork).share });
    // What is asked is handed over.
    const outcome = await this.work.run('bring-in', { bytes: bytes.slice(), assumed }, onProgress);
    const coming = this.coming();
    if (outcome.kind === 'given-up' || !coming || this.bytes !== bytes) return;
    if (!outcome.answer.ok) return this.refuse(coming.name, outcome.answer.failure);
    const { items, report, curves } = outcome.answer.value;
    const unpacked = curves.map((curve) => curve && unpackCurve(curve));
    update({ share: null, report, items, curves: unpacked, middle: middleOf(items) });
  }

  private refuse(name: string, why: string): void {
    this.close();
    this.editing.notify(`${name} cannot be brought in: ${why}`);
  }
}

/** What comes from a file is called after it. */
const nameOf = (file: string): string => file.replace(/(\.curves)?\.[a-z0-9]{1,5}$/i, '');

/** The middle of the box around control points and points. */
function middleOf(items: readonly IncomingItem[]): Vector3 {
  if (items.length === 0) return [0, 0, 0];
  const [x, y, z] = [0, 1, 2].map((c) => {
    let [least, largest] = [Infinity, -Infinity];
    const take = (value: number) => {
      least = Math.min(least, value);
      largest = Math.max(largest, value);
    };
    for (const item of items) {
      if (item.kind !== 'curve') take(item.at[c]);
      else for (let i = c; i < item.nurbs.points.length; i += 3) take(item.nurbs.points[i]);
    }
    return (least + largest) / 2;
  });
  return [x, y, z];
}
