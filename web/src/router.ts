import type { Component } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
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
const trainer = from(() => import('./places/practice/pages'))

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: '/', redirect: '/ready' },
    {
      path: '/ready',
      component: () => import('./places/ready/ReadyPage.vue'),
      meta: { title: 'Ready' },
    },
    {
      path: '/ready/locker',
      component: ready('locker'),
      meta: { title: 'Kit locker' },
    },
    {
      path: '/guide/:guild?',
      component: ready('guide'),
      props: true,
      meta: { title: 'Handling guide' },
    },
    { path: '/practice', component: trainer('hub'), meta: { title: 'Practice' } },
    ...(['place', 'measure', 'read', 'judge', 'pack'] as const).map((page) => ({
      path: `/practice/${page}`,
      component: trainer(page),
      meta: { title: 'Practice' },
    })),
    {
      path: '/practice/scene/:scene',
      component: trainer('scene'),
      meta: { title: 'Fish on the clock' },
    },
    {
      path: '/practice/cards/:card?',
      component: trainer('cards'),
      meta: { title: 'Technique cards' },
    },
    { path: '/office', redirect: '/office/house-rules' },
    {
      path: '/office/house-rules',
      component: office('houseRules'),
      meta: { title: 'House rules' },
    },
    {
      path: '/office/tags',
      component: office('tags'),
      meta: { title: 'Tags' },
    },
    {
      path: '/office/members',
      component: office('members'),
      meta: { title: 'Members', coordinator: true },
    },
    {
      path: '/office/members/:id/practice',
      component: office('memberPractice'),
      meta: { title: 'Practice of a member', coordinator: true },
    },
    {
      path: '/office/species',
      component: office('species'),
      meta: { title: 'Species and law', coordinator: true },
    },
    {
      path: '/office/waters',
      component: office('waters'),
      meta: { title: 'Programme and waters', coordinator: true },
    },
    {
      path: '/office/sign-ins',
      component: office('signIns'),
      meta: { title: 'Sign-ins', coordinator: true },
    },
    {
      path: '/office/letters',
      component: office('letters'),
      meta: { title: 'Letters', coordinator: true },
    },
    {
      path: '/office/old-records',
      component: office('oldRecords'),
      meta: { title: 'Old records', coordinator: true },
    },
    {
      path: '/office/old-records/:id([0-9]+)',
      component: office('oldTable'),
      meta: { title: 'Old records: a table', coordinator: true },
    },
    {
      path: '/office/keys',
      component: office('keys'),
      meta: { title: 'Keys for programs', coordinator: true },
    },
    {
      path: '/office/changes',
      component: office('changes'),
      meta: { title: 'Who changed what', coordinator: true },
    },
    {
      path: '/sign-in',
      component: people('signIn'),
      meta: { title: 'Sign in', open: true },
    },
    {
      path: '/new-password',
      component: people('newPassword'),
      meta: { title: 'New password', open: true },
    },
    {
      path: '/new-address',
      component: people('newAddress'),
      meta: { title: 'New address', open: true },
    },
    {
      path: '/you',
      component: people('you'),
      meta: { title: 'You' },
    },
    {
      path: '/deck',
      component: () => import('./places/deck/DeckPage.vue'),
      meta: { title: 'Deck' },
    },
    {
      path: '/crew/:crewKey',
      component: () => import('./places/deck/CrewPage.vue'),
      props: true,
      meta: { title: 'Crew', open: true },
    },
    {
      path: '/dockside',
      component: dockside('trips'),
      meta: { title: 'Dockside' },
    },
    {
      path: '/dockside/season',
      component: dockside('season'),
      meta: { title: 'How did I do' },
    },
    {
      path: '/dockside/sheet',
      component: dockside('sheet'),
      meta: { title: 'From paper' },
    },
    {
      path: '/dockside/:tripId',
      component: dockside('trip'),
      props: true,
      meta: { title: 'Dockside' },
    },
    {
      path: '/dockside/:tripId/bench/:photoId',
      component: dockside('bench'),
      props: true,
      meta: { title: 'Photo bench' },
    },
    {
      path: '/finds',
      component: finds('finds'),
      meta: { title: 'Finds' },
    },
    {
      path: '/finds/desk',
      component: finds('desk'),
      meta: { title: 'Judgement desk', coordinator: true },
    },
    {
      path: '/finds/doubts',
      component: finds('doubts'),
      meta: { title: 'Doubts', coordinator: true },
    },
    {
      path: '/finds/others',
      component: finds('otherTags'),
      meta: { title: 'Tags of others', coordinator: true },
    },
    {
      path: '/water',
      component: water('overview'),
      meta: { title: 'Water' },
    },
    {
      path: '/water/map',
      component: water('map'),
      meta: { title: 'Map of catches' },
    },
    {
      path: '/water/data',
      component: water('data'),
      meta: { title: 'Take the data' },
    },
    {
      path: '/water/:topic(growth|movement|handling|tags|lengths|effort|health)',
      component: water('topic'),
      props: true,
      meta: { title: 'Water' },
    },
    {
      path: '/report/:reportId?',
      component: () => import('./places/finds/ReportPage.vue'),
      props: true,
      meta: { title: 'Report a tag', open: true },
    },
    {
      path: '/story/:storyKey',
      component: () => import('./places/finds/StoryPage.vue'),
      props: true,
      meta: { title: 'A fish’s story', open: true },
    },
    {
      path: '/:rest(.*)*',
      component: people('nowhere'),
      meta: { title: 'Not here', open: true },
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
  document.title = `${to.meta.title} · Voucher`
})
