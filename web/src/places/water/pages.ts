// Pages that are loaded when they are opened.
export const overview = () => import('./OverviewPage.vue')
export const map = () => import('./MapPage.vue')
export const exports = () => import('./ExportPage.vue')
export const topic = () => import('./TopicPage.vue')
