import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Message } from 'primeng/message';
import { Tooltip } from 'primeng/tooltip';
import { firstValueFrom, type Observable } from 'rxjs';
import { Choice } from '../ui/choice';
import { FileButton } from '../ui/fileButton';
import { Icon } from '../ui/icon';
import { NameField } from '../ui/nameField';
import { SmallPicture } from '../ui/smallPicture';
import { counted } from '../ui/labels';
import { WordMark } from '../ui/wordMark';
import type { ListedProject } from '@pencil-bend/document';
import { explain, ProjectsApi } from '../api/projectsApi';
import { listed, type Sorting, SORTINGS } from './sorting';
import { LinkButton, QuietButton } from '../ui/buttons';

/** Days that a project stays in the bin; the server empties it. */
const BIN_DAYS = 30;

/** All projects: open, make, rename, duplicate, bring in and save as a file; and the bin. */
@Component({
  selector: 'pb-projects-page',
  imports: [
    LinkButton,
    QuietButton,
    ButtonDirective,
    Choice,
    DatePipe,
    FileButton,
    Icon,
    InputText,
    Message,
    NameField,
    RouterLink,
    SmallPicture,
    Tooltip,
    WordMark,
  ],
  templateUrl: './projectsPage.html',
  styleUrl: './projectsPage.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProjectsPage {
  protected readonly api = inject(ProjectsApi);
  private readonly router = inject(Router);
  protected readonly sortings = SORTINGS;
  protected readonly counted = counted;
  private readonly projects = signal<readonly ListedProject[] | null>(null);
  private readonly binned = signal<readonly ListedProject[]>([]);
  protected readonly showsBin = signal(false);
  protected readonly search = signal('');
  protected readonly sorting = signal<Sorting>('changed');
  protected readonly renaming = signal<string | null>(null);
  /** A project that is asked about before it goes for good. */
  protected readonly asked = signal<string | null>(null);
  /** What went wrong, or what was done and can be taken back. */
  protected readonly notice = signal<string | null>(null);
  protected readonly justBinned = signal<ListedProject | null>(null);

  protected readonly inBin = computed(() => this.binned().length);
  protected readonly isReady = computed(() => this.projects() !== null);
  protected readonly isEmpty = computed(() => this.projects()?.length === 0);
  protected readonly shown = computed(() =>
    listed((this.showsBin() ? this.binned() : this.projects()) ?? [], this.search(), this.sorting()),
  );

  constructor() {
    void this.attempt('The projects cannot be listed', () => Promise.resolve());
  }

  protected create(): Promise<void> {
    const taken = new Set(this.projects()?.map(({ name }) => name));
    let number = 1;
    while (taken.has(`Sheet ${number}`)) number++;
    return this.openNew('No new sheet was made', this.api.create(`Sheet ${number}`));
  }

  protected createDemo(demo: 'kettle' | 'sampler'): Promise<void> {
    return this.openNew('The demo was not made', this.api.createDemo(demo));
  }

  protected bringIn(file: File): Promise<void> {
    return this.attempt(`\u2018${file.name}\u2019 was not brought in`, async () => {
      await firstValueFrom(this.api.bringIn(await file.text()));
      this.showsBin.set(false);
    });
  }

  protected rename({ id, name }: ListedProject, given: string): Promise<void> {
    this.renaming.set(null);
    return this.attempt(`${name} was not renamed`, () => firstValueFrom(this.api.rename(id, given)));
  }

  protected duplicate({ id, name }: ListedProject): Promise<void> {
    return this.attempt(`${name} was not duplicated`, () => firstValueFrom(this.api.duplicate(id)));
  }

  protected putIntoBin(project: ListedProject): Promise<void> {
    return this.attempt(`${project.name} was not put into the bin`, async () => {
      await firstValueFrom(this.api.putIntoBin(project.id));
      this.justBinned.set(project);
    });
  }

  protected restore({ id, name }: ListedProject): Promise<void> {
    return this.attempt(`${name} was not restored`, () => firstValueFrom(this.api.restore(id)));
  }

  protected destroy({ id, name }: ListedProject): Promise<void> {
    this.asked.set(null);
    return this.attempt(`${name} was not deleted`, () => firstValueFrom(this.api.destroy(id)));
  }

  protected show(bin: boolean): void {
    this.showsBin.set(bin);
    this.asked.set(null);
    this.justBinned.set(null);
  }

  /** When a binned project goes for good. */
  protected goes({ deletedAt }: ListedProject): Date {
    return new Date(new Date(deletedAt ?? 0).getTime() + BIN_DAYS * 24 * 3600 * 1000);
  }

  private openNew(failing: string, making: Observable<ListedProject>): Promise<void> {
    return this.attempt(failing, async () => {
      const { id } = await firstValueFrom(making);
      await this.router.navigate(['bench', id]);
    });
  }

  /** Does something and shows the projects as they are then. */
  private async attempt(failing: string, work: () => Promise<unknown>): Promise<void> {
    this.notice.set(null);
    this.justBinned.set(null);
    try {
      await work();
      const [projects, binned] = await Promise.all([this.api.list(), this.api.bin()].map((all) => firstValueFrom(all)));
      this.projects.set(projects);
      this.binned.set(binned);
      if (binned.length === 0) this.showsBin.set(false);
    } catch (error) {
      this.notice.set(`${failing}: ${explain(error).why}.`);
    }
  }
}
