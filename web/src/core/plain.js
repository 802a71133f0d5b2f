// Plain data in and out of core, which is compiled from Ruby: see bin/lib/compile_core.rb.

/** Objects become hashes, null becomes nil. */
function toRuby(Opal, value) {
  if (value === null || value === undefined) return Opal.nil
  if (Array.isArray(value)) return value.map((one) => toRuby(Opal, one))
  if (typeof value !== 'object') return value
  const hash = Opal.hash()
  for (const [key, one] of Object.entries(value))
    if (one !== undefined) Opal.hash_put(hash, key, toRuby(Opal, one))
  return hash
}

function toPlain(Opal, value) {
  if (value === Opal.nil || value === undefined) return null
  if (Array.isArray(value)) return value.map((one) => toPlain(Opal, one))
  if (value instanceof String) return value.toString()
  if (!value.$$is_hash) return value
  const plain = {}
  Opal.hash_each(value, false, (key, one) => {
    plain[String(key)] = toPlain(Opal, one)
    return [false, false]
  })
  return plain
}

/** ask(question, given) of an object of core, with plain data both ways. */
export function asker(Opal, door) {
  return (question, given) => toPlain(Opal, door.$ask(question, toRuby(Opal, given)))
}
export const given = (Opal, value) => toRuby(Opal, value)
