import words from './en/deck.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
