import { chromium } from '@playwright/test'
const [,, user, ...shots] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const c = await b.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
const r = await c.request.post('http://127.0.0.1:8471/api/sign-in', { data: { signIn: user, password: 'wet-cradle-demo' } })
if (!r.ok()) console.log('sign-in', r.status(), await r.text())
const p = await c.newPage()
p.on('console', m => m.type() === 'error' && console.log('ERR', m.text()))
for (const s of shots) {
  const [path, out, full, w] = s.split('|')
  if (w) await p.setViewportSize({ width: +w, height: 844 })
  await p.goto('http://127.0.0.1:8471' + path); await p.waitForLoadState('networkidle'); await p.waitForTimeout(600)
  await p.screenshot({ path: out, fullPage: full === 'full' })
}
await b.close()
