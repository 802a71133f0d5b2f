import words from './en/water.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
