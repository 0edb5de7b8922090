// Takes the pictures that the README shows, of a running demo: node pictures.mjs http://127.0.0.1:8080 ../docs/screenshots
import { chromium } from '@playwright/test'

const [, , base = 'http://127.0.0.1:8080', folder = '../docs/screenshots'] = process.argv
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox'] })

async function visit(size, shade, views) {
  const page = await browser.newPage({ viewport: size })
  await page.addInitScript((kept) => localStorage.setItem('wet-cradle-light', kept), shade)
  await page.goto(base)
  await page.getByLabel('Sign-in name').fill('ines')
  await page.getByLabel('Password').fill('wet-cradle-demo')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('slider').waitFor()
  const { batches } = await (await page.request.get(`${base}/api/batches`)).json()
  const { wanted } = await (await page.request.get(`${base}/api/wanted`)).json()
  const { lots } = await (await page.request.get(`${base}/api/lots`)).json()
  const rooting = batches.find((tag) => tag.state === 'part_rooted') ?? batches[0]
  const planned = batches.findLast((tag) => tag.state === 'planned') ?? batches[0]
  const check = batches.find((tag) => tag.state === 'rooting' && tag.stage !== 'nothing') ?? rooting
  const lot = lots.find((lot) => lot.batches.length > 1 && lot.potted > 100) ?? lots[0]
  const order = wanted.find((line) => line.state === 'unplanned') ?? wanted[0]
  const places = { lot: lot.code, check: check.code, planned: planned.code, batch: rooting.code, order: order.id }
  for (const [name, path, ...presses] of views) {
    await page.goto(base + path.replace(/\{(\w+)\}/, (_, key) => places[key]))
    await page.waitForLoadState('networkidle')
    await page.getByRole('heading').first().waitFor()
    for (const press of presses) await page.getByRole('button', { name: press }).first().click({ timeout: 5000 })
    await page.getByText(/^Looking/).waitFor({ state: 'hidden' })
    await page.waitForTimeout(400)
    await page.screenshot({ path: `${folder}/${name}.png` })
  }
  await page.close()
}

const desk = { width: 1280, height: 800 }
const phone = { width: 390, height: 844 }
await visit(desk, 'mist', [
  ['today', '/'],
  ['plan', '/wanted/{order}/plan'],
  ['mist', '/bench/mist'],
  ['season-plan', '/batches/season'],
  ['day-sheet', '/mixing?day=2027-08-26'],
  ['batch', '/batches/{batch}'],
  ['bench', '/bench'],
  ['fill', '/bench/fill', 'Fill again'],
  ['potting', '/potting/weeks'],
  ['lot', '/potting/lots/{lot}'],
  ['stock', '/stock'],
  ['crops', '/crops'],
  ['crop', '/crops/weigela-plum-harness', 'What differs'],
  ['results', '/results/drift'],
  ['take-sheet', '/stock/take?batches={planned}'],
  ['trace', '/trace/block/DA-1'],
])
await visit(phone, 'mist', [
  ['today-phone', '/'],
  ['check-phone', '/batches/{check}', /^Check/],
  ['round-phone', '/round'],
])
await browser.close()
