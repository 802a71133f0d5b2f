import { registerSW } from 'virtual:pwa-register'

let kept = false

/**
 * Keeps the pages themselves on this device, so that they open with no signal; a new version takes
 * over by itself.
 */
export function keepShell() {
  if (kept || !('serviceWorker' in navigator)) return
  kept = true
  registerSW({ immediate: true })
}
