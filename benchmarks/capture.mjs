// A page with about the motion of the demo's lower third, captured picture by picture: prints the seconds that a picture takes.
// node capture.mjs PICTURES FOLDER
import { join } from 'node:path'
import { chromium } from '../tests/e2e/node_modules/@playwright/test/index.mjs'
import { chromiumPath } from '../tests/e2e/chromium.mjs'

const [count, folder] = [Number(process.argv[2]), process.argv[3]]
const page = `<!doctype html><style>
  body { margin: 0; background: transparent; font-family: sans-serif }
  div { position: absolute }
  #gold { left: 260px; top: 862px; width: 760px; height: 150px; background: linear-gradient(90deg, #f2a51e, #b86f0c) }
  #brown { left: 240px; top: 848px; width: 760px; height: 150px; background: #3b2412; box-shadow: 0 8px 24px #0008 }
  #badge { left: 112px; top: 848px; width: 168px; height: 168px; border-radius: 24px; background: #fff6e0 }
  #name { left: 300px; top: 868px; font-size: 56px; font-weight: 700; color: #fff6e0 }
  #second { left: 300px; top: 940px; font-size: 30px; color: #f2a51e }
</style><div id=gold></div><div id=brown></div><div id=badge></div><div id=name>Maren Oakhollow</div><div id=second>Keeper of the upper meadow</div>
<script>
  const ease = (t) => 1 - (1 - t) ** 3
  window.at = (n) => {
    const on = ease(Math.min(1, n / 60))
    for (const [i, id] of ['gold', 'brown', 'badge', 'name', 'second'].entries()) {
      const part = ease(Math.max(0, Math.min(1, (n - i * 6) / 50)))
      document.getElementById(id).style.transform = 'translateX(' + (-900 * (1 - part)) + 'px)'
      document.getElementById(id).style.opacity = on
    }
  }
</script>`
const browser = await chromium.launch({ executablePath: chromiumPath, args: ['--no-sandbox', '--disable-gpu'] })
const tab = await browser.newPage({ viewport: { width: 1920, height: 1080 } })
await tab.setContent(page)
await tab.evaluate(() => window.at(0))
await tab.screenshot({ omitBackground: true })
const begun = performance.now()
for (let n = 0; n < count; n++) {
  await tab.evaluate((frame) => window.at(frame), n)
  await tab.screenshot({ omitBackground: true, path: join(folder, `${n}.png`) })
}
console.log((performance.now() - begun) / 1000 / count)
await browser.close()
