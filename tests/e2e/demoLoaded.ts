import { rmSync } from 'node:fs'
import { HangServer } from './server'

/** Loads the demo once; each file's server begins with a copy of that database and of its files. */
export default async function demoLoaded() {
  const first = new HangServer(5300)
  await first.start()
  await first.stop(true)
  process.env.HANG_E2E_DATABASE = first.database
  process.env.HANG_E2E_FILES = first.files
  return () => rmSync(first.files, { recursive: true, force: true })
}
