import { writeFileSync, readFileSync } from 'node:fs'
import { expect, test, visit } from './staying'
import { hang, sharedServer } from './server'

const server = sharedServer()
test.beforeAll(() => server.start())
test.afterAll(() => server.stop())

const W = 320
const H = 240

interface Case {
  name: string
  content: Record<string, unknown>
  /** Of the layer besides its content. */
  layer?: Record<string, unknown>
  /** The same as an SVG 2 element, in the layer's coordinates unless it says otherwise. */
  svg: string
}

const plate = (values: object) => ({ kind: 'plate', size: [200, 140], fill: '#C7851F', ...values })
const ellipse = (values: object) => ({ kind: 'ellipse', size: [200, 140], fill: '#C7851F', ...values })
const path = (points: object[], values: object) => ({ kind: 'path', points, fill: '#C7851F', ...values })
const gradient = (kind: string, values: object) => ({
  gradient: kind,
  stops: [
    { at: 0, colour: '#C7851F' },
    { at: 0.4, colour: '#17324A' },
    { at: 1, colour: '#F6E7C8' },
  ],
  ...values,
})
const stops = '<stop offset="0" stop-color="#C7851F"/><stop offset=".4" stop-color="#17324A"/><stop offset="1" stop-color="#F6E7C8"/>'
const zigzag = [{ at: [0, 120] }, { at: [60, 0] }, { at: [120, 120] }, { at: [180, 20] }]
const zig = 'M0 120L60 0L120 120L180 20'
const bow = [
  { at: [0, 100], out: [40, -140] },
  { at: [200, 100], in: [-40, 140] },
]
const bowPath = 'M0 100C40 -40 160 240 200 100'
const star = (n: number, inner: number, w: number, h: number) =>
  Array.from({ length: 2 * n }, (_, i) => {
    const r = i % 2 === 0 ? 1 : inner
    return `${w / 2 + (w / 2) * r * Math.sin((i * Math.PI) / n)},${h / 2 - (h / 2) * r * Math.cos((i * Math.PI) / n)}`
  }).join(' ')
const oval = 'M100 0A100 70 0 0 1 100 140A100 70 0 0 1 100 0Z'

// Second painter: the browser's own SVG 2 (shapes, arcs, joins, caps, dashes, trims by pathLength, gradients, transforms).
const cases: Case[] = [
  { name: 'box', content: plate({}), svg: '<rect width="200" height="140" fill="#C7851F"/>' },
  { name: 'round corners', content: plate({ corners: [30, 30, 30, 30] }), svg: '<rect width="200" height="140" rx="30" fill="#C7851F"/>' },
  {
    name: 'corners of their own',
    content: plate({ corners: [50, 0, 20, 70] }),
    svg: '<path d="M50 0H200V120A20 20 0 0 1 180 140H70A70 70 0 0 1 0 70V50A50 50 0 0 1 50 0Z" fill="#C7851F"/>',
  },
  {
    name: 'cut corners',
    content: plate({ corners: [40, 20, 0, 30], cornerCut: 'cut' }),
    svg: '<path d="M40 0H180L200 20V140H30L0 110V40Z" fill="#C7851F"/>',
  },
  { name: 'leaning', content: plate({ lean: [60, 60] }), svg: '<path d="M30 0H230L170 140H-30Z" fill="#C7851F"/>' },
  { name: 'tips', content: plate({ tips: [0, 50] }), svg: '<path d="M0 0H200L250 70L200 140H0Z" fill="#C7851F"/>' },
  { name: 'ellipse', content: ellipse({}), svg: '<ellipse cx="100" cy="70" rx="100" ry="70" fill="#C7851F"/>' },
  {
    name: 'ring',
    content: { kind: 'ring', size: [180, 180], hole: 0.6, fill: '#C7851F' },
    svg: '<path fill-rule="evenodd" d="M90 0A90 90 0 0 1 90 180A90 90 0 0 1 90 0ZM90 36A54 54 0 0 1 90 144A54 54 0 0 1 90 36Z" fill="#C7851F"/>',
  },
  {
    name: 'wedge',
    content: { kind: 'ring', size: [180, 180], hole: 0, begin: 0, sweep: 135, fill: '#C7851F' },
    svg: '<path d="M90 90V0A90 90 0 0 1 153.6396 153.6396Z" fill="#C7851F"/>',
  },
  {
    name: 'star',
    content: { kind: 'star', size: [200, 180], points: 5, depth: 0.5, fill: '#C7851F' },
    svg: `<polygon points="${star(5, Math.cos(Math.PI / 5) * 0.5, 200, 180)}" fill="#C7851F"/>`,
  },
  {
    name: 'polygon',
    content: { kind: 'star', size: [180, 180], points: 6, depth: 0, fill: '#C7851F' },
    svg: `<polygon points="${star(6, Math.cos(Math.PI / 6), 180, 180)}" fill="#C7851F"/>`,
  },
  { name: 'curve', content: path(bow, {}), svg: `<path d="${bowPath}Z" fill="#C7851F"/>` },
  {
    name: 'even-odd',
    content: path([{ at: [100, 0] }, { at: [160, 180] }, { at: [5, 68] }, { at: [195, 68] }, { at: [40, 180] }], { rule: 'evenodd' }),
    svg: '<path fill-rule="evenodd" d="M100 0L160 180L5 68L195 68L40 180Z" fill="#C7851F"/>',
  },
  ...['miter', 'round', 'bevel'].map((join) => ({
    name: `join ${join}`,
    content: path(zigzag, { closed: false, fill: '#00000000', stroke: 24, strokeFill: '#C7851F', strokeJoin: join, strokeMiter: 10 }),
    svg: `<path d="${zig}" fill="none" stroke="#C7851F" stroke-width="24" stroke-linejoin="${join}" stroke-miterlimit="10"/>`,
  })),
  ...['butt', 'round', 'square'].map((cap) => ({
    name: `cap ${cap}`,
    content: path(bow, { closed: false, fill: '#00000000', stroke: 30, strokeFill: '#C7851F', strokeCap: cap }),
    svg: `<path d="${bowPath}" fill="none" stroke="#C7851F" stroke-width="30" stroke-linecap="${cap}"/>`,
  })),
  {
    name: 'miter limit',
    content: path(zigzag, { closed: false, fill: '#00000000', stroke: 24, strokeFill: '#C7851F', strokeMiter: 1.5 }),
    svg: `<path d="${zig}" fill="none" stroke="#C7851F" stroke-width="24" stroke-miterlimit="1.5"/>`,
  },
  {
    name: 'dashes',
    content: ellipse({ fill: '#00000000', stroke: 16, strokeFill: '#C7851F', dashes: [40, 22], dashPhase: 13 }),
    svg: `<path d="${oval}" fill="none" stroke="#C7851F" stroke-width="16" stroke-dasharray="40 22" stroke-dashoffset="13"/>`,
  },
  {
    name: 'drawn share',
    content: ellipse({ fill: '#00000000', stroke: 20, strokeFill: '#C7851F', drawnFrom: 0.1, drawnTo: 0.6, strokeCap: 'round' }),
    svg: `<path pathLength="100" d="${oval}" fill="none" stroke="#C7851F" stroke-width="20" stroke-linecap="round" stroke-dasharray="50 100" stroke-dashoffset="-10"/>`,
  },
  {
    name: 'inside line',
    content: plate({ stroke: 12, strokeFill: '#17324A', strokePlace: 'inside' }),
    svg: '<rect width="200" height="140" fill="#C7851F"/><rect x="6" y="6" width="188" height="128" fill="none" stroke="#17324A" stroke-width="12"/>',
  },
  {
    name: 'outside line',
    content: plate({ stroke: 12, strokeFill: '#17324A', strokePlace: 'outside' }),
    svg: '<rect width="200" height="140" fill="#C7851F"/><rect x="-6" y="-6" width="212" height="152" fill="none" stroke="#17324A" stroke-width="12"/>',
  },
  {
    name: 'elbow',
    content: { kind: 'line', start: [0, 150], end: [220, 10], elbow: 0.5, width: 14, fill: '#C7851F' },
    svg: '<path d="M0 150L110 10L220 10" fill="none" stroke="#C7851F" stroke-width="14"/>',
  },
  {
    name: 'linear gradient',
    content: plate({ fill: gradient('linear', { from: [0, 0], to: [1, 0] }) }),
    svg: `<linearGradient id="g">${stops}</linearGradient><rect width="200" height="140" fill="url(#g)"/>`,
  },
  {
    name: 'slanting gradient',
    content: ellipse({ fill: gradient('linear', { from: [0.1, 0.2], to: [0.8, 0.9] }) }),
    svg: `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="20" y1="28" x2="160" y2="126">${stops}</linearGradient><ellipse cx="100" cy="70" rx="100" ry="70" fill="url(#g)"/>`,
  },
  {
    name: 'radial gradient',
    content: plate({ fill: gradient('radial', { from: [0.5, 0.5], to: [1, 0.5] }) }),
    svg: `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="100" cy="70" r="100">${stops}</radialGradient><rect width="200" height="140" fill="url(#g)"/>`,
  },
  {
    name: 'gradient line',
    content: path(bow, { closed: false, fill: '#00000000', stroke: 30, strokeFill: gradient('linear', { from: [0, 0], to: [1, 0] }) }),
    svg: `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="200" y2="0">${stops}</linearGradient><path d="${bowPath}" fill="none" stroke="url(#g)" stroke-width="30"/>`,
  },
  {
    name: 'turned',
    content: plate({ corners: [30, 30, 30, 30] }),
    layer: { turn: 25, scale: [0.8, 1.2] },
    svg: '<g transform="translate(100 70) rotate(25) scale(.8 1.2) translate(-100 -70)"><rect width="200" height="140" rx="30" fill="#C7851F"/></g>',
  },
  {
    name: 'faded',
    content: ellipse({}),
    layer: { opacity: 0.4 },
    svg: '<ellipse cx="100" cy="70" rx="100" ry="70" fill="#C7851F" opacity=".4"/>',
  },
]

test(`${cases.length} shapes, lines and gradients are those of the browser's own painter`, async ({ staying: page }) => {
  test.setTimeout(180_000)
  expect(cases.length).toBeGreaterThanOrEqual(30)
  // One graphic in which every shape has a frame of its own.
  const layers = cases.map((c, i) => ({ id: `l${i}`, name: c.name, in: i, out: i, position: [60, 45], ...c.layer, content: c.content }))
  const file = test.info().outputPath('shapes.hang')
  writeFileSync(
    file,
    JSON.stringify({
      hang: 2,
      name: 'Shapes',
      kind: 'bug',
      width: W,
      height: H,
      rate: '25',
      phases: { arrive: 0, hold: cases.length, leave: 0 },
      layers,
      assets: {},
    }),
  )
  hang('frame', file, '--at', ...cases.map((_, i) => String(i)), '-o', test.info().outputPath('shape.png'))
  await visit(page, server.url)
  for (const [i, c] of cases.entries()) {
    const png = readFileSync(test.info().outputPath(`shape-${i}.png`)).toString('base64')
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}"><g transform="translate(60 45)">${c.svg}</g></svg>`
    const found = await page.evaluate(
      async ([ours, theirs, w, h]) => {
        const read = async (source: string) => {
          const image = new Image()
          image.src = source
          await image.decode()
          const context = new OffscreenCanvas(w as number, h as number).getContext('2d')!
          context.drawImage(image, 0, 0)
          return context.getImageData(0, 0, w as number, h as number).data
        }
        const a = await read(`data:image/png;base64,${ours as string}`)
        const b = await read(`data:image/svg+xml,${encodeURIComponent(theirs as string)}`)
        const [width, height] = [w as number, h as number]
        /** At an edge of what the browser paints: its alpha changes from here to a neighbour. */
        const isEdge = (x: number, y: number) => {
          const at = b[(y * width + x) * 4 + 3]!
          for (let dy = -1; dy <= 1; dy++)
            for (let dx = -1; dx <= 1; dx++) if (Math.abs(b[((y + dy) * width + x + dx) * 4 + 3]! - at) > 2) return true
          return false
        }
        let [sum, inside, edges, far, painted] = [0, 0, 0, 0, 0]
        for (let y = 1; y + 1 < height; y++) {
          for (let x = 1; x + 1 < width; x++) {
            const i = (y * width + x) * 4
            const edge = isEdge(x, y)
            if (b[i + 3]! > 0) painted++
            for (let k = 0; k < 4; k++) {
              const weight = (p: Uint8ClampedArray) => (k === 3 ? p[i + 3]! : (p[i + k]! * p[i + 3]!) / 255)
              const off = Math.abs(weight(a) - weight(b))
              if (edge) {
                edges++
                if (off > 80) far++
              } else {
                inside++
                sum += off
              }
            }
          }
        }
        return { mean: sum / inside, far: far / Math.max(1, edges), painted }
      },
      [png, svg, W, H] as const,
    )
    expect(found.painted, `${c.name} is painted`).toBeGreaterThan(1000)
    expect(found.mean, `${c.name}: mean away from edges`).toBeLessThanOrEqual(1)
    expect(found.far, `${c.name}: share of edge values off by more than 80`).toBeLessThanOrEqual(0.01)
  }
})
