import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, expect } from '@playwright/test'
import { PNG } from 'pngjs'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

const [WIDE, HIGH] = [640, 480]

/** A picture as a camera would film it: grey, twice its size, in the middle; in the format that the browser takes for a camera. */
function film(picture: PNG): string {
  const luma = Buffer.alloc(WIDE * HIGH, 200)
  const [left, top] = [(WIDE - 2 * picture.width) / 2, (HIGH - 2 * picture.height) / 2].map((edge) => Math.max(0, Math.floor(edge))) as [number, number]
  for (let y = 0; y < Math.min(HIGH, 2 * picture.height); y++)
    for (let x = 0; x < Math.min(WIDE, 2 * picture.width); x++) luma[(top + y) * WIDE + left + x] = picture.data[4 * ((y >> 1) * picture.width + (x >> 1))] ?? 0
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, Buffer.alloc((WIDE * HIGH) / 2, 128)])
  const path = join(mkdtempSync(join(tmpdir(), 'wet-cradle-camera-')), 'tag.y4m')
  writeFileSync(path, Buffer.concat([Buffer.from(`YUV4MPEG2 W${WIDE} H${HIGH} F10:1 Ip A1:1 C420mpeg2\n`), ...Array(5).fill(frame)]))
  return path
}

test('a printed tag is held before the camera, and the walk goes to it', async ({ page, baseURL }) => {
  await signIn(page)
  const stops: { code: string; line: number; due: boolean }[] = (await (await page.request.get('/api/round')).json()).stops
  const due = stops.filter((stop) => stop.due)
  const code = due.at(-1)?.code ?? ''
  await page.goto(`/mixing/labels?batches=${code}`)
  const label = page.locator(`[data-label="${code}"]`).first()
  await expect(label).toBeVisible()
  const camera = film(PNG.sync.read(await label.screenshot()))

  const filming = ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', `--use-file-for-fake-video-capture=${camera}`]
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', ...filming] })
  try {
    const phone = await browser.newPage({ baseURL, viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })
    await signIn(phone, 'ines', '/round')
    const tag = phone.getByRole('article')
    await expect(tag).not.toHaveAttribute('aria-label', new RegExp(`^${code},`))
    await phone.getByRole('button', { name: 'Scan' }).click()
    await expect(tag).toHaveAttribute('aria-label', new RegExp(`^${code},`))
    await expect(phone.getByRole('region', { name: 'Scan a tag' })).toBeHidden()
  } finally {
    await browser.close()
  }
})

test('without a camera the characters are typed; a tag that is not due is found all the same', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page)
  const stops: { code: string; due: boolean }[] = (await (await page.request.get('/api/round')).json()).stops
  const once = stops.filter((stop) => stops.filter(({ code }) => code === stop.code).length === 1)
  const code = once.find((stop) => stop.due)?.code ?? ''
  await page.goto('/round')
  const tag = page.getByRole('article')
  await page.getByLabel('Code on the tag').fill(code)
  await page.getByRole('button', { name: 'Go', exact: true }).click()
  await expect(tag).toHaveAttribute('aria-label', new RegExp(`^${code},`))
  await tag.getByRole('button', { name: 'Looks fine' }).click()
  const isDue = async () => (await (await page.request.get('/api/round')).json()).stops.find((stop: { code: string }) => stop.code === code).due
  await expect.poll(isDue).toBe(false)
  await page.reload()
  await expect(tag).not.toHaveAttribute('aria-label', new RegExp(`^${code},`))
  await page.getByRole('button', { name: 'Scan' }).click()
  const scan = page.getByRole('region', { name: 'Scan a tag' })
  await expect(scan.getByRole('alert')).toContainText('Type the characters on the tag')
  await mustBeUsable(page, 'scanning without a camera')
  await scan.getByRole('button', { name: 'Close' }).click()
  await page.getByLabel('Code on the tag').fill(code.toLowerCase())
  await page.getByRole('button', { name: 'Go', exact: true }).click()
  await expect(tag).toHaveAttribute('aria-label', new RegExp(`^${code},`))
  await page.getByLabel('Code on the tag').fill('ZZZ')
  await page.getByRole('button', { name: 'Go', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('ZZZ is not on this walk')
})
