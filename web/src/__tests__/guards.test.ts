import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { cruise, type ICruiseResult } from 'dependency-cruiser'
import { afterAll, describe, expect, it } from 'vitest'

const { options, forbidden } = (await import(join(process.cwd(), '.dependency-cruiser.mjs'))).default as {
  options: object
  forbidden: never[]
}

/** The rules that files in a folder of their own break. */
async function brokenBy(files: Record<string, string>): Promise<string[]> {
  const folder = mkdtempSync(join(tmpdir(), 'guards-'))
  made.push(folder)
  symlinkSync(join(process.cwd(), 'node_modules'), join(folder, 'node_modules'))
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), text)
  }
  const { tsConfig: _, ...rest } = options as { tsConfig?: unknown }
  const { output } = await cruise(['src'], { ...rest, baseDir: folder, validate: true, ruleSet: { forbidden } })
  return [...new Set((output as ICruiseResult).summary.violations.map(({ rule }) => rule.name))]
}
const made: string[] = []
afterAll(() => {
  for (const folder of made) rmSync(folder, { recursive: true })
})

describe('who may lean on whom', () => {
  it.each([
    ['only-what-is-here', { 'src/plan/A.ts': "import '../../server/src/B'", 'server/src/B.ts': '' }],
    ['only-what-is-here', { 'src/plan/A.ts': "export const a = () => import('../../demo/b')", 'demo/b.ts': '' }],
    ['only-what-is-here', { 'src/plan/A.ts': "export type { B } from '../../e2e/B'", 'e2e/B.ts': 'export type B = 1' }],
    ['nothing-unknown', { 'src/plan/A.ts': "import 'a-package-that-is-not-there'" }],
    ['no-cycles', { 'src/plan/A.ts': "import './B'", 'src/plan/B.ts': "import './A'" }],
    ['no-tests-in-the-app', { 'src/plan/A.ts': "import '../__tests__/b'", 'src/__tests__/b.ts': '' }],
    ['drawings-know-no-room', { 'src/drawings/A.ts': "import '../plan/B'", 'src/plan/B.ts': '' }],
    [
      'drawings-know-no-room',
      { 'src/drawings/A.ts': "import type { B } from '../bench/B'\nexport type A = B", 'src/bench/B.ts': 'export type B = 1' },
    ],
    ['forms-know-no-room', { 'src/forms/A.ts': "import '../wanted/B'", 'src/wanted/B.ts': '' }],
    ['the-contract-is-the-door', { 'src/plan/A.ts': "import 'openapi-fetch'" }],
  ] as [string, Record<string, string>][])('%s is seen when it is broken', async (rule, files) => {
    expect(await brokenBy(files)).toContain(rule)
  })

  it('holds for the app as it is', async () => {
    const { output } = await cruise(['src'], { ...options, validate: true, ruleSet: { forbidden } })
    expect((output as ICruiseResult).summary.violations.map(({ from, to, rule }) => `${rule.name}: ${from} → ${to}`)).toEqual([])
  }, 60_000)

  it('lets a room use drawings, forms and the door', async () => {
    const files = {
      'src/plan/A.ts': "import '../drawings/B'\nimport '../forms/C'\nimport '../api/D'",
      'src/drawings/B.ts': '',
      'src/forms/C.ts': '',
      'src/api/D.ts': "import 'openapi-fetch'",
    }
    expect(await brokenBy(files)).toEqual([])
  })
})
