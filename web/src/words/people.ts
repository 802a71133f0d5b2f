import words from './en/people.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
