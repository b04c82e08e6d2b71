import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'

// Read by the test that holds the catalogue; no part of the application.

const own = /\.test\.tsx?$|\.gen\.ts$|schema\.d\.ts$|^(painter|measure|words)\//

/** Attributes that people read or hear. */
const read = new Set(['label', 'title', 'aria-label', 'placeholder', 'done', 'alt', 'data-hint', 'prefix'])

export interface Found {
  /** Where it is, as file:line. */
  at: string
  text: string
}

const hasWord = (text: string) => /\p{L}{2}/u.test(text)

function* files(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* files(path)
    else if (/\.tsx?$/.test(entry.name)) yield path
  }
}

/** The texts that the source says through the catalogue, and those that it says past it. */
export function textsIn(folder: string): { said: Found[]; past: Found[] } {
  const said: Found[] = []
  const past: Found[] = []
  for (const path of files(folder)) {
    const name = relative(folder, path)
    if (own.test(name)) continue
    const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true)
    const at = (node: ts.Node) => `${name}:${source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1}`
    const visit = (node: ts.Node) => {
      if (ts.isCallExpression(node) && node.expression.getText(source) === 't') {
        const [text] = node.arguments
        if (text && ts.isStringLiteralLike(text)) said.push({ at: at(node), text: text.text })
        else past.push({ at: at(node), text: node.getText(source) })
      }
      if (ts.isJsxText(node) && hasWord(node.text)) past.push({ at: at(node), text: node.text.trim() })
      if (
        ts.isJsxAttribute(node) &&
        read.has(node.name.getText(source)) &&
        node.initializer &&
        ts.isStringLiteral(node.initializer) &&
        hasWord(node.initializer.text)
      )
        past.push({ at: at(node), text: node.initializer.text })
      ts.forEachChild(node, visit)
    }
    visit(source)
  }
  return { said, past }
}
