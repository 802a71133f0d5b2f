import Opal from './practice.generated.js'
import { asker, given } from '../core/plain.js'

/** The door of the trainer: ask(question, given) gives plain data. See core/practice/door.rb. */
export function openPractice(card) {
  return asker(Opal, Opal.Core.Practice.Door.$new(given(Opal, card)))
}
