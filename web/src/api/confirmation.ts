import { shallowRef } from 'vue'

/** Somebody waits for the password to be given once more; null while nobody does. */
export const waiting = shallowRef<((isGiven: boolean) => void) | null>(null)

/** Asks for it; false when the person would rather not. */
export const askForPassword = () =>
  new Promise<boolean>((settle) => {
    waiting.value = (isGiven) => {
      waiting.value = null
      settle(isGiven)
    }
  })
