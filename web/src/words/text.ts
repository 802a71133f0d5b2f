import { createI18n } from 'vue-i18n'
import common from './en/common.json'

type Catalogue = Record<string, Record<string, unknown>>

const i18n = createI18n({ legacy: false, locale: 'en', messages: { en: common as Catalogue } })

/** The text of a key, with its values filled in. */
export const t = i18n.global.t

/** Each place adds its own catalogue, so that a page loads no words of another place. */
export const addCatalogue = (words: Catalogue) => i18n.global.mergeLocaleMessage('en', words)
