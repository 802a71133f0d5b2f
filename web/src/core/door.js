// Plain data in and out of core, which is compiled from Ruby: see bin/lib/compile_core.rb.
import Opal from './core.generated.js'

const { nil } = Opal

/** Objects become hashes, null becomes nil. */
function toRuby(value) {
  if (value === null || value === undefined) return nil
  if (Array.isArray(value)) return value.map(toRuby)
  if (typeof value !== 'object') return value
  const hash = Opal.hash()
  for (const [key, one] of Object.entries(value))
    if (one !== undefined) Opal.hash_put(hash, key, toRuby(one))
  return hash
}

function toPlain(value) {
  if (value === nil || value === undefined) return null
  if (Array.isArray(value)) return value.map(toPlain)
  if (value instanceof String) return value.toString()
  if (!value.$$is_hash) return value
  const plain = {}
  Opal.hash_each(value, false, (key, one) => {
    plain[String(key)] = toPlain(one)
    return [false, false]
  })
  return plain
}

/** The door for one trip card, or for none: ask(question, given) gives plain data. */
export function openField(card) {
  const field = Opal.Core.Field.$new(toRuby(card))
  return (question, given) => toPlain(field.$ask(question, toRuby(given)))
}
