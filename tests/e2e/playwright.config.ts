import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: '.',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 1,
  reporter: 'list',
  outputDir: '../../out/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium' },
    acceptDownloads: true,
    trace: 'off',
    screenshot: 'only-on-failure',
    actionTimeout: 20_000,
  },
})
