import { defineConfig } from '@playwright/test'
import { chromiumPath } from './chromium.mjs'

export default defineConfig({
  testDir: '.',
  globalSetup: './demoLoaded.ts',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // A runner has a server for all files that leave the demo as it is; the others have their own. Two go well on two cores.
  workers: 2,
  // A test that fails on a busy machine is tried once more where nobody looks on; the report calls it flaky.
  retries: process.env.CI ? 1 : 0,
  reporter: 'list',
  reportSlowTests: { max: 12, threshold: 60_000 },
  outputDir: '../../out/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath },
    acceptDownloads: true,
    trace: 'off',
    screenshot: 'only-on-failure',
    actionTimeout: 20_000,
  },
})
