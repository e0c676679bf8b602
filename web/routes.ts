import type { RouteRecordRaw } from 'vue-router'

/** The technician's areas in the order of the rail. */
export const areas = ['rack', 'bench', 'lanes', 'trials', 'coverage', 'events', 'shop'] as const
export type Area = (typeof areas)[number]

export const routes: readonly RouteRecordRaw[] = [
  { path: '/', redirect: '/rack' },
  { path: '/rack/:customerId?', name: 'rack', component: () => import('./balls/RackView.vue') },
  { path: '/bench', name: 'bench', component: () => import('./bench/BenchView.vue') },
  { path: '/bench/:jobId', name: 'job', component: () => import('./bench/JobView.vue'), meta: { area: 'bench' } },
  { path: '/plan', name: 'plan', component: () => import('./plan/PlanView.vue'), meta: { area: 'bench' } },
  {
    path: '/supplies',
    name: 'supplies',
    component: () => import('./supplies/SuppliesView.vue'),
    meta: { area: 'bench' },
  },
  { path: '/upkeep', name: 'upkeep', component: () => import('./upkeep/UpkeepView.vue'), meta: { area: 'bench' } },
  {
    path: '/upkeep/ahead',
    name: 'upkeep-ahead',
    component: () => import('./upkeep/AheadView.vue'),
    meta: { area: 'bench' },
  },
  {
    path: '/surface/:ballId',
    name: 'surface',
    component: () => import('./surface/SurfaceView.vue'),
    meta: { area: 'rack' },
  },
  // A customer's page behind a link, without an account.
  {
    path: '/u/:secret',
    name: 'open-upkeep',
    component: () => import('./upkeep/OpenUpkeep.vue'),
    props: true,
    meta: { open: true },
  },
  {
    path: '/lanes/what-if',
    name: 'what-if',
    component: () => import('./lanes/WhatIfView.vue'),
    meta: { area: 'lanes' },
  },
  { path: '/lanes/map', name: 'map', component: () => import('./lanes/MapView.vue'), meta: { area: 'lanes' } },
  { path: '/lanes/:patternId?', name: 'lanes', component: () => import('./lanes/LanesView.vue') },
  { path: '/balls', name: 'balls', component: () => import('./balls/BallsView.vue'), meta: { area: 'rack' } },
  { path: '/intake', name: 'intake', component: () => import('./fitting/IntakeView.vue'), meta: { area: 'rack' } },
  { path: '/stock', name: 'stock', component: () => import('./fitting/StockView.vue'), meta: { area: 'shop' } },
  {
    path: '/layouts/:ballId?',
    name: 'layouts',
    component: () => import('./fitting/LayoutBench.vue'),
    meta: { area: 'rack' },
  },
  { path: '/journal', name: 'journal', component: () => import('./journal/JournalView.vue'), meta: { area: 'shop' } },
  { path: '/trials', name: 'trials', component: () => import('./trials/TrialsView.vue') },
  {
    path: '/trials/:trialId/lane',
    name: 'lane',
    component: () => import('./trials/LaneView.vue'),
    // A phone shows nothing else.
    meta: { area: 'trials', alone: true },
  },
  {
    path: '/trials/:trialId',
    name: 'trial',
    component: () => import('./trials/TrialView.vue'),
    meta: { area: 'trials' },
  },
  {
    path: '/diagnosis',
    name: 'diagnoses',
    component: () => import('./diagnosis/DiagnosesView.vue'),
    meta: { area: 'trials' },
  },
  {
    path: '/diagnosis/:diagnosisId',
    name: 'diagnosis',
    component: () => import('./diagnosis/DiagnosisView.vue'),
    meta: { area: 'trials' },
  },
  {
    path: '/fits/:ballId',
    name: 'fits',
    component: () => import('./calibration/CalibrationView.vue'),
    meta: { area: 'trials' },
  },
  { path: '/coverage/:customerId?', name: 'coverage', component: () => import('./coverage/CoverageView.vue') },
  { path: '/events', name: 'events', component: () => import('./events/EventsView.vue') },
  {
    path: '/events/rules',
    name: 'rules',
    component: () => import('./events/RuleSetsView.vue'),
    meta: { area: 'events' },
  },
  {
    path: '/events/:eventId',
    name: 'event',
    component: () => import('./events/EventView.vue'),
    meta: { area: 'events' },
  },
  {
    path: '/events/:eventId/bag/:customerId',
    name: 'bag',
    component: () => import('./bags/BagView.vue'),
    meta: { area: 'events' },
  },
  // Where they stood before.
  {
    path: '/bag/:eventId?',
    redirect: (to) => ({ name: to.params['eventId'] ? 'event' : 'events', params: to.params, query: to.query }),
  },
  { path: '/first', name: 'first', component: () => import('./first/FirstView.vue'), meta: { area: 'shop' } },
  { path: '/shop', name: 'shop', component: () => import('./shop/ShopView.vue') },
  { path: '/:lost(.*)*', name: 'lost', component: () => import('./shell/LostView.vue') },
]
