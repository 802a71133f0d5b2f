import { defineStore } from 'pinia'
import { ref, watchEffect } from 'vue'

export type Look = 'day' | 'dusk' | 'glare'
export const LOOKS: Look[] = ['day', 'dusk', 'glare']
const KEY = 'voucher.look'
/** The hand that touches the Deck. */
export type Hand = 'right' | 'left'
const HAND_KEY = 'voucher.hand'

/** Paper-light, dark, or black on white for the sun, and the hand that taps; kept on this device. */
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
  const hand = ref<Hand>(localStorage.getItem(HAND_KEY) === 'left' ? 'left' : 'right')
  watchEffect(() => {
    document.documentElement.dataset.hand = hand.value
  })
  function chooseHand(chosen: Hand) {
    hand.value = chosen
    localStorage.setItem(HAND_KEY, chosen)
  }
  return { look, choose, hand, chooseHand }
})
