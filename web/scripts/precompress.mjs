// Puts a brotli twin beside every larger asset, so that the server sends it without compressing each time.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { brotliCompressSync, constants } from 'node:zlib'

const folder = new URL('../dist/assets/', import.meta.url)
for (const name of readdirSync(folder)) {
  const file = new URL(name, folder)
  if (/\.(js|css|wasm|svg)$/.test(name) && statSync(file).size > 4096) {
    const quality = name.endsWith('.wasm') ? 6 : 9
    writeFileSync(
      new URL(`${name}.br`, folder),
      brotliCompressSync(readFileSync(file), { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }),
    )
  }
}
