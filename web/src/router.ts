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

// The office's pages come from a file of their own, so that the Deck does not carry their names.
const office = (page: keyof typeof import('./places/office/pages')) => () =>
  import('./places/office/pages').then((pages) => pages[page]())

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
      component: () => import('./places/ready/LockerPage.vue'),
      meta: { title: 'Kit locker' },
    },
    {
      path: '/guide/:guild?',
      component: () => import('./places/ready/GuidePage.vue'),
      props: true,
      meta: { title: 'Handling guide' },
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
      component: () => import('./places/people/SignInPage.vue'),
      meta: { title: 'Sign in', open: true },
    },
    {
      path: '/new-password',
      component: () => import('./places/people/NewPasswordPage.vue'),
      meta: { title: 'New password', open: true },
    },
    {
      path: '/new-address',
      component: () => import('./places/people/NewAddressPage.vue'),
      meta: { title: 'New address', open: true },
    },
    {
      path: '/you',
      component: () => import('./places/people/YouPage.vue'),
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
      component: () => import('./places/dockside/TripsPage.vue'),
      meta: { title: 'Dockside' },
    },
    {
      path: '/dockside/season',
      component: () => import('./places/dockside/SeasonPage.vue'),
      meta: { title: 'How did I do' },
    },
    {
      path: '/dockside/sheet',
      component: () => import('./places/dockside/SheetPage.vue'),
      meta: { title: 'From paper' },
    },
    {
      path: '/dockside/:tripId',
      component: () => import('./places/dockside/TripPage.vue'),
      props: true,
      meta: { title: 'Dockside' },
    },
    {
      path: '/dockside/:tripId/bench/:photoId',
      component: () => import('./places/dockside/BenchPage.vue'),
      props: true,
      meta: { title: 'Photo bench' },
    },
    {
      path: '/finds',
      component: () => import('./places/finds/FindsPage.vue'),
      meta: { title: 'Finds' },
    },
    {
      path: '/finds/desk',
      component: () => import('./places/finds/DeskPage.vue'),
      meta: { title: 'Judgement desk', coordinator: true },
    },
    {
      path: '/finds/doubts',
      component: () => import('./places/finds/DoubtsPage.vue'),
      meta: { title: 'Doubts', coordinator: true },
    },
    {
      path: '/finds/others',
      component: () => import('./places/finds/OtherTagsPage.vue'),
      meta: { title: 'Tags of others', coordinator: true },
    },
    {
      path: '/water',
      component: () => import('./places/water/OverviewPage.vue'),
      meta: { title: 'Water' },
    },
    {
      path: '/water/map',
      component: () => import('./places/water/MapPage.vue'),
      meta: { title: 'Map of catches' },
    },
    {
      path: '/water/data',
      component: () => import('./places/water/DataPage.vue'),
      meta: { title: 'Take the data' },
    },
    {
      path: '/water/:topic(growth|movement|handling|tags|lengths|effort|health)',
      component: () => import('./places/water/TopicPage.vue'),
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
      component: () => import('./places/people/NowherePage.vue'),
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
