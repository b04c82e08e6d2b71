import { readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, normalize, relative } from 'node:path'
import { expect, test } from 'vitest'

/** The folders from the foundation up: each imports only from those before it. What puts all together stands beside them. */
const order =
  'words geometry api program painter shell signin live stores time sound walk values fields acts stage details timeline handoff desk roster bench rack measure'.split(
    ' ',
  )

const root = import.meta.dirname

const files = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? files(path) : /\.tsx?$/.test(name) ? [path] : []
  })

const folderOf = (path: string): string | undefined => {
  const parts = relative(root, path).split('/')
  return parts.length > 1 ? parts[0] : undefined
}

const arrows = files(root).flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/(?:from|import)\s*\(?\s*'(\.{1,2}\/[^']*)'/g)].map((found) => ({
    from: folderOf(file),
    to: folderOf(normalize(join(dirname(file), found[1]!))) ?? '',
    at: `${relative(root, file)} imports ${found[1]!}`,
  })),
)

test('every folder has a place in the order', () => {
  const folders = [...new Set(files(root).map(folderOf))].filter((f) => f !== undefined)
  expect(folders.filter((f) => !order.includes(f))).toEqual([])
  expect(arrows.length).toBeGreaterThan(500)
})

test('each folder imports only from those before it', () => {
  const upward = arrows.filter((a) => a.from && order.indexOf(a.to) > order.indexOf(a.from))
  expect(upward.map((a) => a.at)).toEqual([])
})

/** Who makes a layer of a kind must name it; nobody asks for one: what may be asked stands in live/kinds.gen.ts. */
const NAMED = 6

test('kinds of content are named by those that make them only', () => {
  const asked = /content\??\.kind (===|!==) '/
  const made = /kind: '(type|placed|sound|path|lamp|hook|group|picture|plate)'/
  const sources = files(root).filter((file) => !/\.(test|gen|d)\.ts$/.test(file))
  const lines = sources.flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .map((line) => `${relative(root, file)}: ${line.trim()}`),
  )
  expect(lines.filter((line) => asked.test(line))).toEqual([])
  expect(lines.filter((line) => made.test(line)).length).toBeLessThanOrEqual(NAMED)
})
