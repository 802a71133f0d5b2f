// Pages of the open door, each loaded when it is opened.
export const join = () => import('./JoinPage.vue')
export const consent = () => import('./ConsentPage.vue')
export const stopLetters = () => import('./StopLettersPage.vue')
export const meets = () => import('./MeetsPage.vue')
export const board = () => import('./BoardPage.vue')
export const notices = () => import('./NoticesPage.vue')
export const stock = () => import('./StockPage.vue')
