import words from './en/ready.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
