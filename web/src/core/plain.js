// Plain data in and out of core, which is compiled from Ruby: see bin/lib/compile_core.rb.

/** Objects become hashes, null becomes nil. */
export function toRuby(Opal, value) {
  if (value === null || value === undefined) return Opal.nil
  if (Array.isArray(value)) return value.map((item) => toRuby(Opal, item))
  if (typeof value !== 'object') return value
  const hash = Opal.hash()
  for (const [key, item] of Object.entries(value))
    if (item !== undefined) Opal.hash_put(hash, key, toRuby(Opal, item))
  return hash
}

function toPlain(Opal, value) {
  if (value === Opal.nil || value === undefined) return null
  if (Array.isArray(value)) return value.map((item) => toPlain(Opal, item))
  if (value instanceof String) return value.toString()
  if (!value.$$is_hash) return value
  const plain = {}
  Opal.hash_each(value, false, (key, item) => {
    plain[String(key)] = toPlain(Opal, item)
    return [false, false]
  })
  return plain
}

/** ask(question, asked) of an object of core, with plain data both ways. */
export function asker(Opal, door) {
  return (question, asked) => toPlain(Opal, door.$ask(question, toRuby(Opal, asked)))
}
