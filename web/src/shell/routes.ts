import { inject } from '@angular/core';
import type { Routes } from '@angular/router';
import { PieceList } from '../services/piece-list';
import { atHome, visiting } from '../services/visit';

const trainer: Routes[number] = {
  path: 'trainer',
  title: 'Finger trainer · Kettle Step',
  loadComponent: () => import('../trainer/trainer').then((place) => place.Trainer),
};

const practice: Routes[number] = {
  path: 'practice',
  title: 'Practice sheet · Kettle Step',
  loadComponent: () => import('../practice/practice').then((place) => place.Practice),
};

const player: Routes[number] = {
  path: 'player',
  title: 'Player · Kettle Step',
  loadComponent: () => import('../player/player').then((place) => place.PlayerPlace),
};

/** Places of one piece: it is open before any of them is shown. */
const withPiece = (places: Routes): Routes[number] => ({
  path: 'pieces/:id',
  loadComponent: () => import('./open-piece').then((gate) => gate.OpenPiece),
  children: places,
});

/** The teacher's studio. */
const studio: Routes = [
  {
    path: '',
    pathMatch: 'full',
    title: 'Shelf · Kettle Step',
    // The list is fetched while the shelf's own code is.
    resolve: { list: () => inject(PieceList).begin() },
    loadComponent: () => import('../shelf/shelf').then((place) => place.Shelf),
  },
  withPiece([
    {
      path: '',
      pathMatch: 'full',
      title: 'Bench · Kettle Step',
      loadComponent: () => import('../bench/bench').then((place) => place.Bench),
    },
    {
      path: 'print',
      title: 'On paper · Kettle Step',
      loadComponent: () => import('../print/print').then((place) => place.Print),
    },
    practice,
    player,
    {
      path: 'listen',
      title: 'Listen · Kettle Step',
      loadComponent: () => import('../listen/listen').then((place) => place.Listen),
    },
  ]),
  {
    path: 'type',
    title: 'Type it in · Kettle Step',
    loadComponent: () => import('../typing/type-in').then((place) => place.TypeIn),
  },
  {
    path: 'scales',
    title: 'Scale room · Kettle Step',
    loadComponent: () => import('../scales/scales').then((place) => place.Scales),
  },
  {
    path: 'scales/paper',
    title: 'Scales on paper · Kettle Step',
    loadComponent: () => import('../scales/booklet/booklet').then((place) => place.Booklet),
  },
  {
    path: 'reach',
    title: 'Reach · Kettle Step',
    loadComponent: () => import('../reach/reach').then((place) => place.Reach),
  },
  {
    path: 'rules',
    title: 'House rules · Kettle Step',
    loadComponent: () => import('../rules/rules').then((place) => place.Rules),
  },
  trainer,
  {
    path: 'lessons',
    title: 'Lessons · Kettle Step',
    loadComponent: () => import('../lessons/lessons').then((place) => place.Lessons),
  },
  {
    path: 'students',
    title: 'Students · Kettle Step',
    loadComponent: () => import('../students/students').then((place) => place.Students),
  },
  {
    path: 'students/ruler',
    title: 'A ruler for hands · Kettle Step',
    loadComponent: () => import('../students/ruler-sheet').then((place) => place.RulerSheet),
  },
  {
    path: 'students/:id',
    title: 'Students · Kettle Step',
    loadComponent: () => import('../students/students').then((place) => place.Students),
  },
];

/** A student's own page, by a link. */
const ownPage: Routes = [
  {
    path: '',
    title: 'This week · Kettle Step',
    loadComponent: () => import('../own-page/own-page').then((place) => place.OwnPage),
  },
  trainer,
  withPiece([practice, player]),
];

export const routes: Routes = [
  { path: 'my/:token', canActivate: [visiting], children: ownPage },
  { path: '', canActivate: [atHome], children: studio },
  { path: '**', redirectTo: '' },
];
