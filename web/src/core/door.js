import Opal from './core.generated.js'
import { asker, toRuby } from './plain.js'

/** The door for one trip card, or for none: ask(question, asked) gives plain data. */
export function openField(card) {
  return asker(Opal, Opal.Core.Doors.Deck.$new(toRuby(Opal, card)))
}
