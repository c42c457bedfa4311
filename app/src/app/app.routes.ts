import type { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    title: 'Yard · Eager Bough',
    loadComponent: () => import('./yard/yard-page').then((m) => m.YardPage),
  },
  {
    path: 'tree/:treeId',
    title: 'Bench · Eager Bough',
    loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
  },
  {
    path: 'tree/:treeId/forms',
    title: 'Which form · Eager Bough',
    loadComponent: () => import('./forms/form-chooser-page').then((m) => m.FormChooserPage),
  },
  {
    path: 'tree/:treeId/schools',
    title: 'Schools · Eager Bough',
    loadComponent: () => import('./schools/schools-page').then((m) => m.SchoolsPage),
  },
  {
    path: 'tree/:treeId/figures',
    title: 'Figures · Eager Bough',
    loadComponent: () => import('./figures/figures-page').then((m) => m.FiguresPage),
  },
  {
    path: 'tree/:treeId/cut/:stemId',
    title: 'The cut · Eager Bough',
    loadComponent: () => import('./cut/cut-page').then((m) => m.CutPage),
  },
  {
    path: 'tree/:treeId/card',
    title: 'Work card · Eager Bough',
    loadComponent: () => import('./card/cards-page').then((m) => m.CardsPage),
  },
  {
    path: 'cards',
    title: 'Work cards · Eager Bough',
    loadComponent: () => import('./card/cards-page').then((m) => m.CardsPage),
  },
  {
    path: 'almanac',
    title: 'Almanac · Eager Bough',
    loadComponent: () => import('./almanac/almanac-page').then((m) => m.AlmanacPage),
  },
  { path: '**', redirectTo: '' },
];
