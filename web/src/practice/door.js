import Opal from './practice.generated.js'
import { asker, toRuby } from '../core/plain.js'

/** The door of the trainer: ask(question, asked) gives plain data. See core/doors/trainer.rb. */
export function openPractice(card) {
  return asker(Opal, Opal.Core.Doors.Trainer.$new(toRuby(Opal, card)))
}
