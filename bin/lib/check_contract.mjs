// The contract as two validators see it that nobody here wrote, and no object of which nothing is
// said: node bin/lib/check_contract.mjs
import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'

const from = createRequire(new URL('../../web/package.json', import.meta.url))
const contract = fileURLToPath(new URL('../../openapi/voucher.yaml', import.meta.url))
const { Validator } = await import(from.resolve('@seriousme/openapi-schema-validator'))
const parser = await import(from.resolve('@readme/openapi-parser'))
const SAYS = ['properties', 'additionalProperties', 'patternProperties', 'allOf', 'oneOf']

const faults = []
const validator = new Validator()
const bySchema = await validator.validate(contract)
if (!bySchema.valid)
  for (const error of [bySchema.errors].flat())
    faults.push(`schema: ${error.instancePath ?? ''} ${error.message ?? error}`)
const byParser = await parser.validate(contract)
if (!byParser.valid) for (const { message } of byParser.errors) faults.push(`parser: ${message}`)

function look(node, at) {
  if (node === null || typeof node !== 'object') return
  if (node.type === 'object' && !SAYS.some((name) => name in node))
    faults.push(`${at}: an object, and nothing is said of what is in it`)
  for (const [name, inner] of Object.entries(node)) look(inner, `${at}/${name}`)
}
look(validator.specification, '')

for (const fault of faults) console.error(fault)
console.log(`openapi ${validator.specification?.openapi}: ${faults.length} faults`)
process.exit(faults.length ? 1 : 0)
