// Takes the pictures of docs/screenshots from a running application that holds the demo:
//   node scripts/pictures.mjs [http://127.0.0.1:4780] [folder]
import { chromium } from '@playwright/test';
import { headless } from './chromium.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4780';
const folder = process.argv[3] ?? 'docs/screenshots';
const views = [
  ['round-ups', '/'],
  ['brief', '/round-ups/1/brief'],
  ['line-up', '/round-ups/1/line-up?entry=cierzo-240'],
  ['rig', '/round-ups/1/rig'],
  ['plan', '/round-ups/1/plan'],
  ['logbook', '/round-ups/1/logbook'],
  ['run', '/round-ups/1/runs/33'],
  ['curves', '/round-ups/1/curves'],
  ['air', '/round-ups/3/curves/air'],
  ['pair', '/round-ups/1/curves/pair?one=tramontana&other=cierzo-240'],
  ['ways', '/round-ups/1/curves/ways'],
  ['beyond', '/round-ups/1/curves/beyond?one=tramontana'],
  ['sound', '/round-ups/3/curves/sound?clip=5'],
  ['verdict', '/round-ups/1/verdict'],
  [
    'fits',
    '/round-ups/1/verdict/fits?watts=150&room=26&height=165&memory=36&budget=160&case=Ba%C3%BAl%2C%20a%20middle-sized%20case&entry=galerna-twin',
  ],
  ['write', '/round-ups/1/verdict/write'],
  ['report', '/round-ups/1/verdict/versions/2/report'],
];
const browser = await chromium.launch(headless);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
for (const [name, path] of views) {
  await page.goto(base + path, { waitUntil: 'networkidle' });
  await page.waitForTimeout(name === 'beyond' ? 6000 : 1200);
  await page.screenshot({ path: `${folder}/${name}.png` });
}
await browser.close();
