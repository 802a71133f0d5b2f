import { createRouter, createWebHistory } from 'vue-router'
import { useSessionStore } from './stores/session'

declare module 'vue-router' {
  interface RouteMeta {
    title: string
    /** Open to everybody; all other pages ask for a sign-in. */
    open?: boolean
  }
}

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
  routes: [
    { path: '/', redirect: '/deck' },
    { path: '/sign-in', component: () => import('./places/people/SignInPage.vue'), meta: { title: 'Sign in', open: true } },
    { path: '/new-password', component: () => import('./places/people/NewPasswordPage.vue'), meta: { title: 'New password', open: true } },
    { path: '/you', component: () => import('./places/people/YouPage.vue'), meta: { title: 'You' } },
    { path: '/deck', component: () => import('./places/deck/DeckPage.vue'), meta: { title: 'Deck' } },
    { path: '/finds', component: () => import('./places/finds/FindsPage.vue'), meta: { title: 'Finds' } },
    { path: '/report', component: () => import('./places/finds/ReportPage.vue'), meta: { title: 'Report a tag', open: true } },
    { path: '/story/:storyKey', component: () => import('./places/finds/StoryPage.vue'), props: true, meta: { title: 'A fish’s story', open: true } },
    { path: '/:rest(.*)*', component: () => import('./places/people/NowherePage.vue'), meta: { title: 'Not here', open: true } },
  ],
})

router.beforeEach(async (to) => {
  const session = useSessionStore()
  if (!session.known) await session.load()
  if (!to.meta.open && !session.member) return { path: '/sign-in', query: { then: to.fullPath } }
})

router.afterEach((to) => {
  document.title = `${to.meta.title} · Voucher`
})
