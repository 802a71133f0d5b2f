import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from '@vue/compiler-sfc'
import ts from 'typescript'
import { expect, test } from 'vitest'

interface Use {
  file: string
  key: string
  /** Names of its values; n where a count chooses the form. */
  values: string[]
}

const SOURCE = new URL('../src', import.meta.url).pathname
const files = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.(vue|ts)$/.test(file) && !/generated|\.d\.ts$/.test(file),
)
const catalogue = Object.assign(
  {},
  ...readdirSync(join(SOURCE, 'words/en'))
    .filter((file) => file.endsWith('.json'))
    .map((file) => flat(JSON.parse(readFileSync(join(SOURCE, 'words/en', file), 'utf8')))),
) as Record<string, string>

function flat(entry: object, path = ''): Record<string, string> {
  return Object.assign(
    {},
    ...Object.entries(entry).map(([key, value]) =>
      typeof value === 'string' ? { [path + key]: value } : flat(value, `${path}${key}.`),
    ),
  )
}

/** The code of a file: its script, and each expression of its template. */
function code(file: string): string[] {
  const source = readFileSync(join(SOURCE, file), 'utf8')
  if (file.endsWith('.ts')) return [source]
  const { descriptor } = parse(source)
  const parts = [descriptor.scriptSetup?.content ?? '']
  // The compiler's own tree, of which only this much matters here.
  interface Node {
    content?: { loc?: { source: string } }
    props?: { exp?: { loc?: { source: string } } }[]
    children?: Node[]
  }
  const walk = (node: Node) => {
    const expressions = [node.content, ...(node.props ?? []).map((prop) => prop.exp)]
    for (const expression of expressions)
      if (expression?.loc) parts.push(`(${expression.loc.source})`)
    node.children?.forEach(walk)
  }
  if (descriptor.template?.ast) walk(descriptor.template.ast as unknown as Node)
  return parts
}

function visit(source: string, look: (node: ts.Node) => void) {
  const walk = (node: ts.Node) => {
    look(node)
    ts.forEachChild(node, walk)
  }
  walk(ts.createSourceFile('page.ts', source, ts.ScriptTarget.Latest, true))
}

function uses(file: string): Use[] {
  const calls: Use[] = []
  for (const part of code(file))
    visit(part, (node) => {
      if (!ts.isCallExpression(node) || node.expression.getText() !== 't') return
      const [key, ...values] = node.arguments
      if (!key || !ts.isStringLiteral(key)) throw new Error(`${file}: a key is not a plain text`)
      const named = values.filter(ts.isObjectLiteralExpression)
      const counted = values.length > named.length ? ['n'] : []
      const names = named.flatMap((values) =>
        values.properties.map((value) => value.name!.getText()),
      )
      calls.push({ file, key: key.text, values: [...counted, ...names] })
    })
  return calls
}

const used = files.flatMap(uses)
const placeholders = (text: string) =>
  [...new Set([...text.matchAll(/\{(\w+)\}/g)].map((match) => match[1]!))].sort()

test('every key that a page asks for has a text', () => {
  expect(used.filter((use) => !(use.key in catalogue))).toEqual([])
})

test('every text is asked for', () => {
  const asked = new Set(used.map((use) => use.key))
  expect(Object.keys(catalogue).filter((key) => !asked.has(key))).toEqual([])
})

test('values fit the placeholders of their text', () => {
  const wrong = used.filter((use) => {
    const wanted = placeholders(catalogue[use.key] ?? '')
    const filled = use.values.filter((name) => name !== 'n' || wanted.includes('n'))
    return JSON.stringify([...filled].sort()) !== JSON.stringify(wanted)
  })
  expect(wrong).toEqual([])
})

test('no page has a sentence of its own', () => {
  const sentences: string[] = []
  for (const file of files.filter((name) => !name.startsWith('words/')))
    for (const part of code(file))
      visit(part, (node) => {
        const text = ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)
        if (text && /^[A-Z][a-z]+ [a-z]+ .*[.!?]$/.test(node.text)) sentences.push(node.text)
      })
  expect(sentences).toEqual([])
})

test('no sentence on a screen is longer than twenty words', () => {
  const long = Object.values(catalogue)
    .flatMap((text) => text.split(/(?<=[.!?])\s+|\s\|\s/))
    .filter((sentence) => (sentence.match(/[\w’'{}]+/g) ?? []).length > 20)
  expect(long).toEqual([])
})
