// Puts the contract's rooms together, so that types can be made from one document.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { load } from 'js-yaml'

const folder = new URL('../server/contract/', import.meta.url)
const read = (file) => load(readFileSync(new URL(file, folder), 'utf8'))
const parts = { paths: {}, schemas: {}, parameters: {}, responses: {} }
for (const file of readdirSync(folder).filter((name) => name.endsWith('.yaml') && name !== 'openapi.yaml')) {
  for (const [kind, entries] of Object.entries(read(file))) {
    for (const name of Object.keys(entries)) if (name in parts[kind]) throw new Error(`${name} stands in the contract twice.`)
    Object.assign(parts[kind], entries)
  }
}
const { paths, ...components } = parts
mkdirSync(new URL('./.contract/', import.meta.url), { recursive: true })
writeFileSync(new URL('./.contract/openapi.json', import.meta.url), JSON.stringify({ ...read('openapi.yaml'), paths, components }))
