// Pages that are loaded when they are opened.
export const signIn = () => import('./SignInPage.vue')
export const newPassword = () => import('./NewPasswordPage.vue')
export const newAddress = () => import('./NewAddressPage.vue')
export const you = () => import('./YouPage.vue')
export const nowhere = () => import('./NowherePage.vue')
