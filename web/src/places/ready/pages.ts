// Pages that are loaded when they are opened.
export const locker = () => import('./LockerPage.vue')
export const guide = () => import('./GuidePage.vue')
