import { chromium } from '@playwright/test'
const [,, port, theme, size, ...jobs]=process.argv
const [w,h]=size.split('x').map(Number)
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox']}); const p=await b.newPage({viewport:{width:w,height:h}})
p.on('console',m=>{if(m.type()==='error')console.log('ERR',m.text())}); p.on('pageerror',e=>console.log('PAGEERR',e.message))
await p.addInitScript(t=>localStorage.setItem('wet-cradle-light',t),theme)
await p.goto(`http://127.0.0.1:${port}/`)
await p.getByLabel('Sign-in name').fill('ines'); await p.getByLabel('Password').fill('wet-cradle-demo'); await p.getByRole('button',{name:'Sign in'}).click()
await p.getByRole('slider').waitFor()
for(const j of jobs){const [path,file,full,...clicks]=j.split('|'); await p.goto(`http://127.0.0.1:${port}${path}`); await p.waitForLoadState('networkidle'); for(const c of clicks){ await p.locator(c).first().click(); await p.waitForTimeout(400)} await p.waitForTimeout(300); const sw=await p.evaluate(()=>document.documentElement.scrollWidth); if(sw>w)console.log(path,'scrolls sideways',sw); await p.screenshot({path:`/tmp/sk/${file}.png`,fullPage:full==='full'})}
await b.close()
