import words from './en/door.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
