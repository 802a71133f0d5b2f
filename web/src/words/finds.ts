import words from './en/finds.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
