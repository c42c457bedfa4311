import type { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    title: 'page.yard',
    loadComponent: () => import('./yard/yard-page').then((m) => m.YardPage),
  },
  {
    path: 'tree/:treeId',
    loadComponent: () => import('./tree/tree-frame').then((m) => m.TreeFrame),
    children: [
      {
        path: '',
        title: 'page.bench',
        loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
      },
      {
        path: 'forms',
        title: 'page.forms',
        loadComponent: () => import('./forms/form-chooser-page').then((m) => m.FormChooserPage),
      },
      {
        path: 'schools',
        title: 'page.schools',
        loadComponent: () => import('./schools/schools-page').then((m) => m.SchoolsPage),
      },
      {
        path: 'figures',
        title: 'page.figures',
        loadComponent: () => import('./figures/figures-page').then((m) => m.FiguresPage),
      },
      {
        path: 'cut/:stemId',
        title: 'page.cut',
        loadComponent: () => import('./cut/cut-page').then((m) => m.CutPage),
      },
      {
        path: 'facts',
        title: 'page.facts',
        loadComponent: () => import('./facts/tree-facts-page').then((m) => m.TreeFactsPage),
      },
      {
        path: 'book',
        title: 'page.book',
        loadComponent: () => import('./entries/tree-book-page').then((m) => m.TreeBookPage),
      },
      {
        path: 'stake',
        title: 'page.stake',
        loadComponent: () => import('./stake/stake-page').then((m) => m.StakePage),
      },
      {
        path: 'card',
        title: 'page.card',
        loadComponent: () => import('./card/cards-page').then((m) => m.CardsPage),
      },
    ],
  },
  {
    path: 'site/:siteId',
    title: 'page.site',
    loadComponent: () => import('./sites/site-page').then((m) => m.SitePage),
  },
  {
    path: 'yards',
    title: 'page.yards',
    loadComponent: () => import('./yards/yards-page').then((m) => m.YardsPage),
  },
  {
    path: 'begin',
    title: 'page.begin',
    loadComponent: () => import('./yards/begin-page').then((m) => m.BeginPage),
  },
  {
    path: 'cards',
    title: 'page.cards',
    loadComponent: () => import('./card/cards-page').then((m) => m.CardsPage),
  },
  {
    path: 'kit',
    title: 'page.kit',
    loadComponent: () => import('./kit/kit-page').then((m) => m.KitPage),
  },
  {
    path: 'round',
    loadChildren: () => import('./round/round.routes').then((m) => m.ROUND_ROUTES),
  },
  {
    path: 'join',
    title: 'page.join',
    loadComponent: () => import('./join/join-page').then((m) => m.JoinPage),
  },
  {
    path: 'due',
    title: 'page.due',
    loadComponent: () => import('./due/due-page').then((m) => m.DuePage),
  },
  {
    path: 'year',
    title: 'page.year',
    loadComponent: () => import('./year/year-page').then((m) => m.YearPage),
  },
  {
    path: 'almanac',
    title: 'page.almanac',
    loadComponent: () => import('./almanac/almanac-page').then((m) => m.AlmanacPage),
  },
  { path: '**', redirectTo: '' },
];
