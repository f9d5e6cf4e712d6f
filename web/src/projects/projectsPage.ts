import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { ButtonDirective } from 'primeng/button';
import { firstValueFrom } from 'rxjs';
import { WordMark } from '../parts/wordMark';
import { explain, type ListedProject, ProjectsApi } from './projectsApi';

@Component({
  selector: 'pb-projects-page',
  imports: [ButtonDirective, DatePipe, RouterLink, WordMark],
  templateUrl: './projectsPage.html',
  styleUrl: './projectsPage.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProjectsPage {
  protected readonly api = inject(ProjectsApi);
  private readonly router = inject(Router);
  protected readonly projects = signal<readonly ListedProject[] | null>(null);
  protected readonly notice = signal<string | null>(null);

  constructor() {
    void this.attempt('The projects cannot be listed', async () => {
      this.projects.set(await firstValueFrom(this.api.list()));
    });
  }

  protected create(): Promise<void> {
    return this.attempt('No new sheet was made', async () => {
      const taken = new Set(this.projects()?.map(({ name }) => name));
      let number = 1;
      while (taken.has(`Sheet ${number}`)) number++;
      const { id } = await firstValueFrom(this.api.create(`Sheet ${number}`));
      await this.router.navigate(['bench', id]);
    });
  }

  protected async bringIn(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    if (!file) return;
    await this.attempt(`'${file.name}' was not brought in`, async () => {
      await firstValueFrom(this.api.bringIn(await file.text()));
      this.projects.set(await firstValueFrom(this.api.list()));
    });
    // The same file can be chosen again once it is mended.
    field.value = '';
  }

  private async attempt(failing: string, work: () => Promise<void>): Promise<void> {
    this.notice.set(null);
    try {
      await work();
    } catch (error) {
      this.notice.set(`${failing}: ${explain(error).why}.`);
    }
  }
}
