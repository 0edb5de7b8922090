import { chromium } from 'playwright-core'
const [url, out, ...paths] = process.argv.slice(2)
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const phone = process.env.PHONE
const c = await b.newContext({ viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 } })
const p = await c.newPage()
await c.request.post(url + '/api/sign-in', { data: { signIn: process.env.WHO ?? 'ines', password: 'wet-cradle-demo' }, headers: { 'Content-Type': 'application/json', Origin: url } })
let i = 0
for (const path of paths) {
  const [where, ...acts] = path.split('|')
  await p.goto(url + where); await p.waitForLoadState('networkidle'); await p.waitForTimeout(500)
  for (const act of acts) {
    if (act.startsWith('see:')) await p.getByText(act.slice(4)).first().scrollIntoViewIfNeeded()
    else if (act.startsWith('btn:')) await p.getByRole('button', { name: act.slice(4) }).first().click()
    else await p.getByText(act).first().click()
    await p.waitForTimeout(700)
  }
  await p.screenshot({ path: `${out}${i++}.png`, fullPage: !!process.env.FULL })
}
await b.close()
