import { chromium } from '@playwright/test'
const [, , base, out, ...views] = process.argv
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const page = await browser.newPage({ viewport: { width: Number(process.env.W ?? 1280), height: Number(process.env.H ?? 800) } })
await page.goto(base)
await page.getByLabel('Sign-in name').fill('ines')
await page.getByLabel('Password').fill('wet-cradle-demo')
await page.getByRole('button', { name: 'Sign in' }).click()
await page.getByRole('slider').waitFor()
for (const v of views) {
  const [path, press] = v.split('@')
  await page.goto(base + path)
  await page.waitForLoadState('networkidle')
  if (press) await page.getByRole('button', { name: press }).first().click()
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${out}/${path.replace(/\W+/g, '_')}${press ? '_p' : ''}.png` })
}
await browser.close()
