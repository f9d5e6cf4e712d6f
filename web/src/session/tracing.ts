import type { TracedPicture } from '../api/keptView';
import { inject, Injectable } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import { LARGEST_PICTURE, pictureSizeProblem } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Bench } from './bench';
import { explain, ProjectsApi } from '../api/projectsApi';
import { benchActions, viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectDrawing } from '../state/selectors';
import { laidPicture } from '../trace/tracedPicture';

/** Brings pictures onto the sheet, and changes how they lie there. */
@Injectable()
export class Tracing {
  private readonly bench = inject(Bench);
  private readonly api = inject(ProjectsApi);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly drawing = this.store.selectSignal(selectDrawing);

  /** Takes a file in; what is no picture, or too large a one, is said, and nothing changes. */
  async bring(file: File, middle: Vector3, sheetWidth: number): Promise<void> {
    const { id: project } = this.drawing();
    if (!project) return;
    const why = await this.wrong(file);
    if (why !== null) return this.say(why);
    try {
      const size = await sizeOf(file);
      if (!size) return this.say(`${file.name} is no picture that can be shown: a PNG or JPEG file is needed`);
      const tooLarge = pictureSizeProblem(size);
      if (tooLarge !== null) return this.say(`${file.name} has ${tooLarge}`);
      const { id } = await firstValueFrom(this.api.keepPicture(project, file));
      // The same picture again is brought back as it lay.
      const known = this.bench.view().pictures.find((each) => each.id === id);
      this.lay(known ? { ...known, removed: false } : laidPicture(id, file.name, size, middle, sheetWidth));
      this.bench.chosenPicture.set(id);
    } catch (error) {
      this.say(`${file.name} was not kept: ${explain(error).why}`);
    }
  }

  lay(picture: TracedPicture): void {
    this.store.dispatch(viewActions.pictureLaid({ picture }));
  }

  addressOf({ id }: TracedPicture): string {
    return this.api.pictureBytes(this.drawing().id ?? '', id);
  }

  private async wrong(file: File): Promise<string | null> {
    if (!['image/png', 'image/jpeg'].includes(file.type))
      return `${file.name} is no picture: a PNG or JPEG file is needed`;
    const size = (file.size / 1e6).toFixed(1);
    return file.size > LARGEST_PICTURE.bytes ? `${file.name} has ${size} MB; a picture may have ${LARGEST_PICTURE.words}` : null; // prettier-ignore
  }

  private say(words: string): void {
    this.store.dispatch(benchActions.noticeGiven({ words }));
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
