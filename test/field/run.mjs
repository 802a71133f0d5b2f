// Runs compiled tests: prints a line of JSON with each one's name and failure.
import { pathToFileURL } from 'node:url'

const { default: Opal } = await import(pathToFileURL(process.argv[2]).href)
for (const result of Opal.Minitest.Test.$run_all()) {
  const name = Opal.hash_get(result, 'name')
  const failure = Opal.hash_get(result, 'failure')
  process.stdout.write(`${JSON.stringify({ name: String(name), failure: failure === Opal.nil ? null : String(failure) })}\n`)
}
