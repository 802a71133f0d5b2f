// Pages that are loaded when they are opened.
export const trips = () => import('./TripsPage.vue')
export const myHandling = () => import('./MyHandlingPage.vue')
export const sheet = () => import('./SheetPage.vue')
export const trip = () => import('./TripPage.vue')
export const reportBench = () => import('./ReportBenchPage.vue')
export const flanks = () => import('./FlanksPage.vue')
export const bench = () => import('./BenchPage.vue')
