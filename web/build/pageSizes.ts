import { readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import type { Manifest, Plugin } from 'vite'

interface PageBudget {
  entry: string
  /** Chunks loaded a moment later that the page cannot do without. */
  with: string[]
  /** Names of workers it cannot do without; the manifest knows none of them. */
  workers?: string[]
  limitKb: number
}

const COMPRESSIBLE = /\.(js|css|html|svg|json|geojson)$/

/**
 * Compresses the built files once, prints what each page costs on its first load, and fails beyond
 * its limit.
 */
export function pageSizes(pages: Record<string, PageBudget>): Plugin {
  let outDir = ''
  return {
    name: 'page-sizes',
    apply: 'build',
    configResolved: (config) => void (outDir = join(config.root, config.build.outDir)),
    closeBundle() {
      const sizes = compress(outDir)
      const manifest = JSON.parse(
        readFileSync(join(outDir, '.vite/manifest.json'), 'utf8'),
      ) as Manifest
      for (const [name, page] of Object.entries(pages)) {
        const files = new Set<string>()
        for (const entry of ['index.html', page.entry, ...page.with])
          collect(manifest, entry, files)
        for (const worker of page.workers ?? []) files.add(workerFile([...sizes.keys()], worker))
        const kb = [...files].reduce((sum, file) => sum + (sizes.get(file) ?? 0), 0) / 1000
        console.log(
          `page ${name}: ${kb.toFixed(0)} kB of script and style compressed (limit ${page.limitKb})`,
        )
        if (kb > page.limitKb) throw new Error(`page ${name} is larger than its limit`)
      }
    },
  }
}

function collect(manifest: Manifest, key: string, files: Set<string>) {
  const chunk = manifest[key]
  if (!chunk) throw new Error(`the manifest has no ${key}`)
  if (files.has(chunk.file)) return
  files.add(chunk.file)
  chunk.css?.forEach((file) => files.add(file))
  chunk.imports?.forEach((inner) => collect(manifest, inner, files))
}

function workerFile(names: string[], worker: string): string {
  const [file, ...more] = names.filter(
    (name) => name.startsWith(`assets/${worker}-`) && name.endsWith('.js'),
  )
  if (!file || more.length)
    throw new Error(`${more.length ? 'several files are' : 'no file is'} the worker ${worker}`)
  return file
}

function compress(dir: string): Map<string, number> {
  const sizes = new Map<string, number>()
  for (const name of readdirSync(dir, { recursive: true, encoding: 'utf8' })) {
    const path = join(dir, name)
    if (!COMPRESSIBLE.test(name) || !statSync(path).isFile()) continue
    const zipped = gzipSync(readFileSync(path), { level: 9 })
    writeFileSync(`${path}.gz`, zipped)
    sizes.set(name, zipped.length)
  }
  return sizes
}
