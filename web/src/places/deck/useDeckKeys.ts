import { useEventListener } from '@vueuse/core'

interface DeckActs {
  next: () => void
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

/** The Deck by keyboard; a field that is being typed into keeps its keys. */
export function useDeckKeys(acts: DeckActs) {
  useEventListener(window, 'keydown', (event) => {
    const target = event.target as HTMLElement
    if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return
    const key = event.key.toLowerCase()
    if (key === ' ') {
      // A focused button must not take the space bar for itself.
      event.preventDefault()
      if (!event.repeat) acts.next()
    } else if (/^\d$/.test(key)) acts.digit(key)
    else if (key === 'backspace') acts.digit('back')
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
    if (event.key === ' ' && (event.target as HTMLElement).tagName === 'BUTTON') event.preventDefault()
  })
}
