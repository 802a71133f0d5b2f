// Answers lines of JSON through the compiled door: { card } opens one, { question, asked } asks it.
import { createInterface } from 'node:readline'
import { pathToFileURL } from 'node:url'

const { openField } = await import(pathToFileURL(process.argv[2]).href)
let ask = openField(null)
for await (const line of createInterface({ input: process.stdin })) {
  const { card, question, asked } = JSON.parse(line)
  if (card !== undefined) ask = openField(card)
  process.stdout.write(`${JSON.stringify(question ? ask(question, asked) : null)}\n`)
}
