import words from './en/dockside.json'
import { addCatalogue } from './text'

addCatalogue(words)
export { t } from './text'
