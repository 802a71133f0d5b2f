import { defineStore } from 'pinia'
import { ref, watchEffect } from 'vue'

export type Look = 'day' | 'dusk' | 'glare'
export const LOOKS: Look[] = ['day', 'dusk', 'glare']
const KEY = 'voucher.look'

/** Paper-light, dark, or black on white for the sun; kept on this device. */
export const useLookStore = defineStore('look', () => {
  const stored = localStorage.getItem(KEY) as Look | null
  const look = ref<Look>(
    stored && LOOKS.includes(stored)
      ? stored
      : matchMedia('(prefers-color-scheme: dark)').matches
        ? 'dusk'
        : 'day',
  )
  watchEffect(() => {
    document.documentElement.dataset.look = look.value
  })
  function choose(chosen: Look) {
    look.value = chosen
    localStorage.setItem(KEY, chosen)
  }
  return { look, choose }
})
