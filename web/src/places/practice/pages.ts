// The trainer's pages, each loaded when it is opened.
export const hub = () => import('./PracticePage.vue')
export const place = () => import('./PlacePage.vue')
export const measure = () => import('./MeasurePage.vue')
export const read = () => import('./ReadPage.vue')
export const judge = () => import('./JudgePage.vue')
export const pack = () => import('./PackPage.vue')
export const scene = () => import('./ScenePage.vue')
export const cards = () => import('./CardsPage.vue')
