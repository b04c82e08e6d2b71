import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

const root = resolve(import.meta.dirname, '../..')
const cluster = process.env.HANG_TEST_DATABASE ?? ''

export const demoFolder = join(root, 'demo')

// A test's processes live shortly: compiling again, and better, what was called 30 times costs them a third of their time and does not pay; 1024 (hex) does.
const runtime = { ...process.env, DOTNET_TC_CallCountThreshold: '400' }

/** Runs the shell's words and returns what they print. */
export const hang = (...words: string[]) =>
  execFileSync('dotnet', [join(root, 'src/Hang.Cli/bin/Release/net10.0/Hang.Cli.dll'), ...words], { encoding: 'utf8', env: runtime })

/** A server with a database and a folder of its own, as a process that can be killed and started again. */
export class HangServer {
  readonly url: string
  readonly database: string
  /** Its folder; there once it was started. */
  files = ''
  private process: ChildProcess | undefined

  constructor(
    private readonly port: number,
    private readonly settings: Record<string, string> = {},
  ) {
    if (!cluster) throw new Error('HANG_TEST_DATABASE is not set; run the tests with ./hang test.')
    this.url = `http://localhost:${port}`
    this.database = `e2e_${Date.now()}_${port}`
  }

  // Whoever only lists the tests needs none.
  private make() {
    const part = (name: string) => new RegExp(`${name}=([^;]*)`).exec(cluster)![1]!
    const env = { ...process.env, PGPASSWORD: part('Password') }
    const { HANG_E2E_DATABASE: like, HANG_E2E_FILES: filesLike } = process.env
    const make = `create database ${this.database}${like ? ` template ${like}` : ''}`
    execFileSync('psql', ['-q', '-h', part('Host'), '-p', part('Port'), '-U', part('Username'), '-d', 'postgres', '-c', make], { env })
    this.files = mkdtempSync(join(tmpdir(), 'hang-e2e-'))
    if (filesLike) cpSync(filesLike, this.files, { recursive: true })
  }

  async start() {
    if (!this.files) this.make()
    const env = {
      ...runtime,
      HANG_Database: cluster.replace(/Database=[^;]*/, `Database=${this.database}`),
      HANG_Files: this.files,
      HANG_Web: join(root, 'web/dist'),
      HANG_Demo: demoFolder,
      ...this.settings,
    }
    const dll = join(root, 'src/Hang.Server/bin/Release/net10.0/Hang.Server.dll')
    this.process = spawn('dotnet', [dll, '--urls', `http://127.0.0.1:${this.port}`], { env, stdio: 'ignore' })
    for (let i = 0; i < 300; i++) {
      if (
        await fetch(`${this.url}/health/ready`).then(
          (r) => r.ok,
          () => false,
        )
      )
        return
      await new Promise((again) => setTimeout(again, 100))
    }
    throw new Error('The server did not start.')
  }

  /** Ends it without warning, as a power cut would. */
  async kill() {
    const ended = new Promise((done) => this.process!.once('exit', done))
    this.process!.kill('SIGKILL')
    await ended
  }

  /** @param keepsFiles True: for others that begin as this one ended. */
  async stop(keepsFiles = false) {
    const ended = new Promise((done) => this.process!.once('exit', done))
    this.process!.kill('SIGTERM')
    await ended
    if (!keepsFiles) rmSync(this.files, { recursive: true, force: true })
  }

  /** Ends it when its runner ends, and nobody can wait. */
  protected atExit() {
    process.once('exit', () => {
      this.process?.kill('SIGKILL')
      rmSync(this.files, { recursive: true, force: true })
    })
  }

  async json<T>(path: string): Promise<T> {
    return (await fetch(this.url + path)).json() as Promise<T>
  }

  /** Puts a document on the rack and returns its graphic's id. */
  async addDocument(document: object): Promise<string> {
    const [shelf] = await this.json<{ id: string }[]>('/api/packages')
    const response = await fetch(`${this.url}/api/packages/${shelf!.id}/documents`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(document),
    })
    if (!response.ok) throw new Error(await response.text())
    return (await response.json()) as string
  }

  /** The demo's lower third. */
  async demoGraphic(name = 'Lower third'): Promise<string> {
    const [shelf] = await this.json<{ graphics: { id: string; name: string }[] }[]>('/api/packages')
    return shelf!.graphics.find((g) => g.name === name)!.id
  }

  /** A graphic's document, each layer with all that it says by address. */
  async document<T>(id: string): Promise<T> {
    const document = await this.json<{ layers: PlainLayer[] }>(`/api/graphics/${id}/document`)
    const layers = document.layers.map((layer) => ({ ...layer, values: { ...layer, ...layer.content, ...effectsOf(layer) } }))
    return { ...document, layers } as T
  }
}

/** One that goes on for the next file of the same runner. */
class SharedServer extends HangServer {
  private started: Promise<void> | undefined

  override start() {
    return (this.started ??= super.start().then(() => this.atExit()))
  }

  override async stop() {}
}

let shared: SharedServer | undefined

/** The server of all files that leave the demo as it is: a runner starts one, which is warm for the files after the first. */
export const sharedServer = (): HangServer => (shared ??= new SharedServer(5400 + Number(process.env.TEST_WORKER_INDEX ?? 0)))

interface PlainLayer {
  content: object
  effects?: { id: string; [name: string]: unknown }[]
}

const effectsOf = (layer: PlainLayer) =>
  Object.fromEntries((layer.effects ?? []).flatMap((e) => Object.entries(e).map(([name, value]) => [`effects/${e.id}/${name}`, value])))
