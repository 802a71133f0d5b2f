// Pages that are loaded when they are opened.
export const finds = () => import('./FindsPage.vue')
export const desk = () => import('./DeskPage.vue')
export const doubts = () => import('./DoubtsPage.vue')
export const otherTags = () => import('./OtherTagsPage.vue')
