import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { type Result, unpackCurve, type Vector3 } from '@pencil-bend/core';
import type { Project } from '@pencil-bend/document';
import type { ExportFormat, HandOverOptions, StandIn, Which } from '@pencil-bend/exchange';
import type { HandOverSettings } from '../api/savedView';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectHandOver } from '../state/selectors';
import { counted } from '../ui/labels';
import { toleranceInWords } from '../ui/length';
import { saveFile } from '../ui/saveFile';
import type { HandedFile } from '../work/exchangeJobs';
import { HandOverWorkService } from '../work/handOverWorkService';
import type { ShareOfWork } from '../work/jobs';
import { ReadingWorkService } from '../work/readingWorkService';
import { BringIn } from './bringIn';
import { Editing } from './editing';
import { Remarks } from './remarks';

/** Settings and drawing have come to rest when nothing has changed for so long. */
const REST_MS = 150;

/** What is handed over, and how. */
interface Asked {
  readonly project: Project;
  readonly formats: readonly ExportFormat[];
  readonly options: Omit<HandOverOptions, 'format' | 'time'>;
}

/** Files that were made, for all that was asked. */
export interface Made {
  readonly files: ReadonlyMap<ExportFormat, Result<HandedFile, string>>;
  /** What stands for curves in them. */
  readonly standIns: readonly StandIn[];
}

export type Making =
  | { readonly state: 'nothing'; readonly why: string }
  | { readonly state: 'making'; readonly share: number | null }
  | { readonly state: 'made' }
  | { readonly state: 'stopped' }
  | { readonly state: 'failed'; readonly why: string };

/**
 * Hands the drawing over in open formats: the files are made as soon as it is said how, so that what goes exactly, at
 * what price, or not at all is seen before anything is saved.
 */
@Injectable()
export class HandOver {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly bringIn = inject(BringIn);
  private readonly editing = inject(Editing);
  private readonly remarks = inject(Remarks);
  private readonly work = inject(HandOverWorkService);
  private readonly readingWork = inject(ReadingWorkService);
  private resting: ReturnType<typeof setTimeout> | undefined;

  readonly isOpen = signal(false);
  readonly settings = this.store.selectSignal(selectHandOver);
  readonly units = computed(() => this.settings().units ?? this.editing.project()?.units ?? 'mm');
  /** In mm. */
  readonly tolerance = computed(() => this.settings().tolerance ?? this.editing.project()?.tolerance ?? 0.01);
  readonly making = signal<Making>({ state: 'stopped' });
  /** Those of before stay in sight until new ones are there. */
  readonly made = signal<Made | null>(null);
  /** What stands for a curve, or a place, that is pointed at in the list. */
  readonly pointed = signal<StandIn | null>(null);
  readonly pointedPlace = signal<Vector3 | null>(null);

  private readonly asked = computed((): Asked | string | null => {
    const project = this.isOpen() ? this.editing.project() : null;
    if (!project) return null;
    const { formats } = this.settings();
    const which = this.which();
    if (typeof which === 'string') return which;
    if (formats.length === 0) return 'choose a format';
    return { project, formats, options: this.optionsFor(which) };
  });

  constructor() {
    effect(() => {
      const asked = this.asked();
      untracked(() => this.makeSoon(asked));
    });
    // One panel at a time lies over the sheet.
    effect(() => {
      if (this.bringIn.coming()) this.isOpen.set(false);
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(this.resting);
      this.work.cancel();
    });
  }

  toggle(): void {
    this.bringIn.close();
    this.isOpen.update((open) => !open);
  }

  set(settings: Partial<HandOverSettings>): void {
    this.store.dispatch(viewActions.handOverSet({ settings }));
  }

  /** Gives up what is being made. */
  stop(): void {
    clearTimeout(this.resting);
    this.work.cancel();
    this.making.set({ state: 'stopped' });
  }

  again(): void {
    this.makeSoon(this.asked());
  }

  /** The browser has the files then. */
  save(): void {
    const files = [...(this.made()?.files.values() ?? [])].flatMap((file) => (file.ok ? [file.value] : []));
    if (this.making().state !== 'made' || files.length === 0) return;
    // The bytes stay here: they may be saved again.
    for (const { name, mediaType, bytes } of files)
      saveFile(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mediaType }), name);
    const names = files.map(({ name }) => name);
    this.remarks.say(`${listed(names)} handed to the browser`);
  }

  /** What is selected as SVG, on the system's clipboard: other programs take it from there. */
  async copySvg(): Promise<void> {
    const [project, { items }] = [this.editing.project(), this.editing.selection()];
    if (!project || items.length === 0) return this.editing.notify('select what is to be copied first');
    const chosen = this.optionsFor({ kind: 'items', ids: items });
    const options = { ...chosen, form: 'as-drawn' as const, time: new Date().toISOString() };
    try {
      const outcome = await this.readingWork.ask('hand-over', () => ({ project, formats: ['svg'], options }));
      if (outcome.kind === 'given-up') return;
      const [file] = outcome.answer.files;
      if (!file.ok) return this.editing.notify(`it cannot be copied as SVG: ${file.failure}`);
      await navigator.clipboard.writeText(new TextDecoder().decode(file.value.bytes));
      const { approximated, leftOut } = file.value.report;
      const worst = Math.max(0, ...approximated.map(({ price }) => price?.max ?? 0));
      const said = [
        `${counted(items.length, 'item', 'items')} copied as SVG`,
        ...(worst > 0 ? [`within ${toleranceInWords(worst, this.editing.project()?.units ?? 'mm')}`] : []),
        ...leftOut.map((entry) => `${entry.count} left out: ${entry.why}`),
      ];
      this.remarks.say(said.join('; '));
    } catch {
      this.editing.notify('nothing was copied: this browser does not let the clipboard be written now');
    }
  }

  private makeSoon(asked: Asked | string | null): void {
    clearTimeout(this.resting);
    this.pointed.set(null);
    this.pointedPlace.set(null);
    this.work.cancel();
    if (asked === null || typeof asked === 'string') {
      this.made.set(null);
      return this.making.set(asked === null ? { state: 'stopped' } : { state: 'nothing', why: asked });
    }
    this.making.set({ state: 'making', share: null });
    this.resting = setTimeout(() => void this.make(asked), REST_MS);
  }

  private async make({ project, formats, options }: Asked): Promise<void> {
    const onProgress = (step: object) => this.making.set({ state: 'making', share: (step as ShareOfWork).share });
    try {
      const time = new Date().toISOString();
      const outcome = await this.work.run('hand-over', { project, formats, options: { ...options, time } }, onProgress);
      if (outcome.kind === 'given-up') return;
      const { files, standIns } = outcome.answer;
      this.made.set({
        files: new Map(formats.map((format, i) => [format, files[i]])),
        standIns: standIns.map((standIn) => ({ ...standIn, curve: unpackCurve(standIn.curve) })),
      });
      this.making.set({ state: 'made' });
    } catch (error) {
      this.made.set(null);
      this.making.set({ state: 'failed', why: error instanceof Error ? error.message : String(error) });
    }
  }

  private optionsFor(which: Which): Asked['options'] {
    const { form, paper, machine, places, decimal, mark, references } = this.settings();
    const [units, tolerance] = [this.units(), this.tolerance()];
    const table = { places: { count: places }, decimal, mark };
    return { which, references, units, tolerance, form, table, paper, machine };
  }

  private which(): Which | string {
    const { which, layers } = this.settings();
    switch (which) {
      case 'all':
        return { kind: 'all' };
      case 'layers': {
        const there = layers.filter((id) => Object.hasOwn(this.editing.project()?.layers ?? {}, id));
        return there.length > 0 ? { kind: 'layers', ids: there } : 'choose a layer';
      }
      case 'selected': {
        const { items } = this.editing.selection();
        return items.length > 0 ? { kind: 'items', ids: items } : 'nothing is selected';
      }
    }
  }
}

/** 'a', 'a and b', 'a, b and c'. */
const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
