import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'

interface DeckActs {
  next: () => void
  tagIn: () => void
  back: () => void
  undo: () => void
  note: () => void
  digit: (key: string) => void
  help: () => void
  record: () => void
  people: () => void
  other: () => void
  close: () => void
}

/**
 * The Deck by keyboard. While text is asked for, nothing else listens: not even before the field
 * has the focus.
 */
export function useDeckKeys(acts: DeckActs, asking: Ref<boolean>) {
  useEventListener(window, 'keydown', (event) => {
    const target = event.target as HTMLElement
    const key = event.key.toLowerCase()
    if (
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)
    )
      return
    if (asking.value) return void (key === 'escape' && acts.close())
    if (key === ' ') {
      // A focused button must not take the space bar for itself.
      event.preventDefault()
      if (!event.repeat) acts.next()
    } else if (/^\d$/.test(key)) acts.digit(key)
    else if (key === 'backspace') acts.digit('back')
    else if (key === 't') acts.tagIn()
    else if (key === 'b') acts.back()
    else if (key === 'u') acts.undo()
    else if (key === '?') acts.help()
    else if (key === 'm') acts.record()
    else if (key === 'h') acts.people()
    else if (key === 'o') acts.other()
    else if (key === 'escape') acts.close()
    else if (key === 'n') {
      event.preventDefault()
      acts.note()
    }
  })
  useEventListener(window, 'keyup', (event) => {
    if (event.key === ' ' && (event.target as HTMLElement).tagName === 'BUTTON')
      event.preventDefault()
  })
}
