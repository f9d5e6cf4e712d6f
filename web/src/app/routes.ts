import type { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    title: 'Projects · Pencil Bend',
    loadComponent: () => import('../projects/projectsPage').then((projects) => projects.ProjectsPage),
  },
  {
    path: 'bench/:id',
    data: { ahead: true },
    loadChildren: () => import('../bench/benchRoutes').then(({ benchRoutes }) => benchRoutes),
  },
  { path: '**', redirectTo: '' },
];
