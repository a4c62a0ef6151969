import { chromium } from '@playwright/test';
import { launchOptions } from './scripts/browser.mjs';
import fs from 'node:fs';
const b = await chromium.launch(launchOptions);
const cpu = () => { let t=0; for (const p of fs.readdirSync('/proc')) { if(!/^\d+$/.test(p)) continue; try { const c=fs.readFileSync(`/proc/${p}/cmdline`,'utf8'); if(!c.includes('--type=renderer')) continue; const s=fs.readFileSync(`/proc/${p}/stat`,'utf8'); const f=s.slice(s.lastIndexOf(')')+2).split(' '); t+=(+f[11]+ +f[12])/100; } catch{} } return t; };
const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
let c0=cpu(), t0=Date.now();
const lap = (n) => { const c=cpu(); console.log(n, 'cpu', (c-c0).toFixed(2), 'wall', ((Date.now()-t0)/1000).toFixed(2)); c0=c; t0=Date.now(); };
await page.goto('http://127.0.0.1:4791/');
await page.locator('[data-ready]:not([data-fetching]):not([data-learning])').waitFor();
lap('open');
await page.waitForTimeout(5000); lap('idle 5');
await page.waitForTimeout(5000); lap('idle 5');
for (const k of ['x','v','m','l','c','b']) { await page.keyboard.press(k); await page.waitForTimeout(300); lap('key '+k); await page.waitForTimeout(3000); lap('  after 3 s'); }
for (const k of ['b']) { await page.reload(); await page.locator('[data-ready]:not([data-fetching]):not([data-learning])').waitFor(); lap('reload'); }
await b.close();
