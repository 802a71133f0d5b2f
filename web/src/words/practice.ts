import words from './en/practice.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
