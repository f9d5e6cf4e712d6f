import type { TracedPicture } from '../api/savedView';
import { computed, inject, Injectable, signal } from '@angular/core';
import { LARGEST_PICTURE, pictureSizeProblem, type Id } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { explain, ProjectsApi } from '../api/projectsApi';
import { drawingActions, viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectDrawing, selectPictures } from '../state/selectors';
import { newPicture } from '../trace/tracedPicture';

/** Pictures to trace over: brings them onto the sheet, and changes how they lie there. */
@Injectable()
export class Tracing {
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly drawing = this.store.selectSignal(selectDrawing);
  /** Those that were taken out too: they can come back. */
  readonly known = this.store.selectSignal(selectPictures);
  /** Pictures that lie on the sheet. */
  readonly pictures = computed(() => this.known().filter(({ removed }) => !removed));
  private readonly chosen = signal<Id | null>(null);
  /** The one in hand: that was chosen, else the newest. */
  readonly picture = computed(() => {
    const all = this.pictures();
    return all.find(({ id }) => id === this.chosen()) ?? all.at(-1) ?? null;
  });

  choose(id: Id): void {
    this.chosen.set(id);
  }

  /** Takes a file in; what is no picture, or too large a one, is said, and nothing changes. */
  async bring(file: File, middle: TracedPicture['at'], sheetWidth: number): Promise<void> {
    const { id: project } = this.drawing();
    if (!project) return;
    const why = await this.wrong(file);
    if (why !== null) return this.say(why);
    try {
      const size = await sizeOf(file);
      if (!size) return this.say(`${file.name} is no picture that can be shown: a PNG or JPEG file is needed`);
      const tooLarge = pictureSizeProblem(size);
      if (tooLarge !== null) return this.say(`${file.name} has ${tooLarge}`);
      const { id } = await firstValueFrom(this.api.savePicture(project, file));
      // The same picture again is brought back as it lay.
      const known = this.known().find((each) => each.id === id);
      this.place(known ? { ...known, removed: false } : newPicture(id, file.name, size, middle, sheetWidth));
      this.choose(id);
    } catch (error) {
      this.say(`${file.name} was not kept: ${explain(error).why}`);
    }
  }

  /** Lays a picture where and how it says. */
  place(picture: TracedPicture): void {
    this.store.dispatch(viewActions.picturePlaced({ picture }));
  }

  addressOf({ id }: TracedPicture): string {
    return this.api.pictureBytes(this.drawing().id ?? '', id);
  }

  private async wrong(file: File): Promise<string | null> {
    if (!['image/png', 'image/jpeg'].includes(file.type))
      return `${file.name} is no picture: a PNG or JPEG file is needed`;
    const size = (file.size / 1e6).toFixed(1);
    return file.size > LARGEST_PICTURE.bytes
      ? `${file.name} has ${size} MB; a picture may have ${LARGEST_PICTURE.words}`
      : null;
  }

  private say(message: string): void {
    this.store.dispatch(drawingActions.noticeGiven({ message }));
  }
}

/** Width and height in pixels; null for what cannot be decoded. */
async function sizeOf(file: Blob): Promise<{ width: number; height: number } | null> {
  try {
    const bitmap = await createImageBitmap(file);
    const { width, height } = bitmap;
    bitmap.close();
    return { width, height };
  } catch {
    return null;
  }
}
