import Opal from './core.generated.js'
import { asker, given } from './plain.js'

/** The door for one trip card, or for none: ask(question, given) gives plain data. */
export function openField(card) {
  return asker(Opal, Opal.Core.Field.$new(given(Opal, card)))
}
