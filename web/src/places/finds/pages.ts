// Pages that are loaded when they are opened.
export const finds = () => import('./FindsPage.vue')
export const review = () => import('./ReviewPage.vue')
export const queries = () => import('./QueriesPage.vue')
export const otherTags = () => import('./OtherTagsPage.vue')
