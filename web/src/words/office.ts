import words from './en/office.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
