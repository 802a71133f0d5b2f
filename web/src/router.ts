import type { Component } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import { t } from '@/words/text'
import { useSessionStore } from './stores/session'

declare module 'vue-router' {
  interface RouteMeta {
    title: string
    /** For coordinators; others are sent to the rules they may read. */
    coordinator?: boolean
    /** Open to everybody; all other pages ask for a sign-in. */
    open?: boolean
  }
}

// Pages of a place come from a file of their own, so that the Deck does not carry their names.
type Pages<Name extends string> = Record<Name, () => Promise<{ default: Component }>>
const from =
  <Name extends string>(place: () => Promise<Pages<Name>>) =>
  (page: Name) =>
  () =>
    place().then((pages) => pages[page]())
const office = from(() => import('./places/office/pages'))
const water = from(() => import('./places/water/pages'))
const finds = from(() => import('./places/finds/pages'))
const dockside = from(() => import('./places/dockside/pages'))
const people = from(() => import('./places/people/pages'))
const ready = from(() => import('./places/ready/pages'))
const door = from(() => import('./places/door/pages'))
const trainer = from(() => import('./places/practice/pages'))

/** Addresses that pages had before; links in letters and bookmarks still lead on. */
const MOVED = {
  '/finds/desk': '/finds/review',
  '/finds/doubts': '/finds/queries',
  '/finds/others': '/finds/other-tags',
  '/office/old-records': '/office/import',
  '/office/old-records/:id([0-9]+)': '/office/import/:id',
  '/office/keys': '/office/api-keys',
  '/office/changes': '/office/change-history',
  '/water/data': '/water/export',
  '/dockside/season': '/dockside/my-handling',
}

export const router = createRouter({
  history: createWebHistory(),
  // A report's address has its key there, which is no place on the page.
  scrollBehavior: (to, _from, saved) =>
    saved ?? (document.getElementById(to.hash.slice(1)) ? { el: to.hash } : { top: 0 }),
  routes: [
    { path: '/', redirect: '/ready' },
    {
      path: '/ready',
      component: () => import('./places/ready/ReadyPage.vue'),
      meta: { title: t('common.router.ready') },
    },
    {
      path: '/ready/locker',
      component: ready('locker'),
      meta: { title: t('common.router.kitLocker') },
    },
    {
      path: '/guide/:guild?',
      component: ready('guide'),
      props: true,
      meta: { title: t('common.router.handlingGuide'), open: true },
    },
    { path: '/practice', component: trainer('hub'), meta: { title: t('common.router.practice') } },
    ...(['place', 'measure', 'read', 'judge', 'pack'] as const).map((page) => ({
      path: `/practice/${page}`,
      component: trainer(page),
      meta: { title: t('common.router.practice') },
    })),
    {
      path: '/practice/scene/:scene',
      component: trainer('scene'),
      meta: { title: t('common.router.fishOnTheClock') },
    },
    {
      path: '/practice/cards/:card?',
      component: trainer('cards'),
      meta: { title: t('common.router.techniqueCards') },
    },
    {
      path: '/office',
      component: office('today'),
      meta: { title: t('common.router.office'), coordinator: true },
    },
    {
      path: '/office/house-rules',
      component: office('houseRules'),
      meta: { title: t('common.router.houseRules') },
    },
    {
      path: '/office/tags',
      component: office('tags'),
      meta: { title: t('common.router.tags') },
    },
    {
      path: '/office/members',
      component: office('members'),
      meta: { title: t('common.router.members'), coordinator: true },
    },
    {
      path: '/office/members/:id/practice',
      component: office('memberPractice'),
      meta: { title: t('common.router.practiceOfAMember'), coordinator: true },
    },
    {
      path: '/office/species',
      component: office('species'),
      meta: { title: t('common.router.speciesAndLaw'), coordinator: true },
    },
    {
      path: '/office/waters',
      component: office('waters'),
      meta: { title: t('common.router.programmeAndWaters'), coordinator: true },
    },
    {
      path: '/office/sign-ins',
      component: office('signIns'),
      meta: { title: t('common.router.signIns'), coordinator: true },
    },
    {
      path: '/office/letters',
      component: office('letters'),
      meta: { title: t('common.router.letters'), coordinator: true },
    },
    {
      path: '/office/import',
      component: office('imports'),
      meta: { title: t('common.router.import'), coordinator: true },
    },
    {
      path: '/office/import/:id([0-9]+)',
      component: office('importedTable'),
      meta: { title: t('common.router.importATable'), coordinator: true },
    },
    {
      path: '/office/camera-check',
      component: office('cameraCheck'),
      meta: { title: t('common.router.cameraCheck'), coordinator: true },
    },
    {
      path: '/office/api-keys',
      component: office('apiKeys'),
      meta: { title: t('common.router.apiKeys'), coordinator: true },
    },
    {
      path: '/office/change-history',
      component: office('changeHistory'),
      meta: { title: t('common.router.changeHistory'), coordinator: true },
    },
    {
      path: '/office/notices',
      component: door('notices'),
      meta: { title: t('common.router.notices'), coordinator: true },
    },
    {
      path: '/office/stock',
      component: door('stock'),
      meta: { title: t('common.router.stock'), coordinator: true },
    },
    {
      path: '/join',
      component: door('join'),
      meta: { title: t('common.router.join'), open: true },
    },
    {
      path: '/letters/stop/:stopKey',
      component: door('stopLetters'),
      props: true,
      meta: { title: t('common.router.stopLetters'), open: true },
    },
    {
      path: '/join/consent/:consentKey',
      component: door('consent'),
      props: true,
      meta: { title: t('common.router.consent'), open: true },
    },
    {
      path: '/meets',
      component: door('meets'),
      meta: { title: t('common.router.meets') },
    },
    {
      path: '/meets/:meetId',
      component: door('board'),
      props: true,
      meta: { title: t('common.router.meet') },
    },
    {
      path: '/sign-in',
      component: people('signIn'),
      meta: { title: t('common.router.signIn'), open: true },
    },
    {
      path: '/new-password',
      component: people('newPassword'),
      meta: { title: t('common.router.newPassword'), open: true },
    },
    {
      path: '/new-address',
      component: people('newAddress'),
      meta: { title: t('common.router.newAddress'), open: true },
    },
    {
      path: '/you',
      component: people('you'),
      meta: { title: t('common.router.you') },
    },
    {
      path: '/deck',
      component: () => import('./places/deck/DeckPage.vue'),
      meta: { title: t('common.router.deck') },
    },
    {
      path: '/crew/:crewKey',
      component: () => import('./places/deck/CrewPage.vue'),
      props: true,
      meta: { title: t('common.router.crew'), open: true },
    },
    {
      path: '/dockside',
      component: dockside('trips'),
      meta: { title: t('common.router.dockside') },
    },
    {
      path: '/dockside/my-handling',
      component: dockside('myHandling'),
      meta: { title: t('common.router.myHandling') },
    },
    {
      path: '/dockside/sheet',
      component: dockside('sheet'),
      meta: { title: t('common.router.enterAPaperSheet') },
    },
    {
      path: '/dockside/:tripId',
      component: dockside('trip'),
      props: true,
      meta: { title: t('common.router.dockside') },
    },
    {
      path: '/dockside/:tripId/bench/:photoId',
      component: dockside('bench'),
      props: true,
      meta: { title: t('common.router.photoBench') },
    },
    {
      path: '/finds/flanks/:photoId',
      component: dockside('flanks'),
      props: true,
      meta: { title: t('common.router.compareFlanks'), coordinator: true },
    },
    {
      path: '/finds/review/:reportId/bench/:photoId',
      component: dockside('reportBench'),
      props: true,
      meta: { title: t('common.router.photoBench') },
    },
    {
      path: '/finds',
      component: finds('finds'),
      meta: { title: t('common.router.finds') },
    },
    {
      path: '/finds/review',
      component: finds('review'),
      meta: { title: t('common.router.review'), coordinator: true },
    },
    {
      path: '/finds/queries',
      component: finds('queries'),
      meta: { title: t('common.router.queries'), coordinator: true },
    },
    {
      path: '/finds/other-tags',
      component: finds('otherTags'),
      meta: { title: t('common.router.otherProgrammesTags'), coordinator: true },
    },
    {
      path: '/water',
      component: water('overview'),
      meta: { title: t('common.router.water') },
    },
    {
      path: '/water/map',
      component: water('map'),
      meta: { title: t('common.router.mapOfCatches') },
    },
    {
      path: '/water/export',
      component: water('exports'),
      meta: { title: t('common.router.export') },
    },
    {
      path: '/water/:topic(growth|movement|handling|tags|lengths|effort|health)',
      component: water('topic'),
      props: true,
      meta: { title: t('common.router.water') },
    },
    {
      path: '/report/:reportId?',
      component: () => import('./places/finds/ReportPage.vue'),
      props: true,
      meta: { title: t('common.router.reportATag'), open: true },
    },
    {
      path: '/story/:storyKey',
      component: () => import('./places/finds/StoryPage.vue'),
      props: true,
      meta: { title: t('common.router.aFishsStory'), open: true },
    },
    ...Object.entries(MOVED).map(([path, to]) => ({ path, redirect: to })),
    {
      path: '/:rest(.*)*',
      component: people('nowhere'),
      meta: { title: t('common.router.pageNotFound'), open: true },
    },
  ],
})

router.beforeEach(async (to) => {
  const session = useSessionStore()
  // A finder's page does not wait until it is known who is signed in.
  const known = session.known ? null : session.load()
  if (to.meta.open) return
  await known
  if (!to.meta.open && !session.member && !(to.path === '/deck' && session.last))
    return { path: '/sign-in', query: { then: to.fullPath } }
  if (to.meta.coordinator && !session.isCoordinator) return '/office/house-rules'
})

router.afterEach((to) => {
  document.title = t('common.router.voucher', { title: to.meta.title })
})
