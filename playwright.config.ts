import { defineConfig } from '@playwright/test';
import { chromiumPath } from './scripts/chromium.mjs';

const port = 5391;

/**
 * Pages of the browser's own address bar, which every new context would load (half of the work of opening ours), and what
 * Playwright switches off by itself: of two lists the browser takes the last.
 */
const WITHOUT = [
  ...['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'WebUIOmniboxFullPopup'],
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'DestroyProfileOnBrowserClose', 'HttpsUpgrades'],
  ...['HttpsFirstBalancedModeAutoEnable', 'LensOverlay', 'MediaRouter', 'PaintHolding'],
  ...['ThirdPartyStoragePartitioning', 'AvoidCorsURLLoaderRestartOnRedirect', 'OptimizationHints'],
  ...['NetworkTimeServiceQuerying', 'AimEnabled', 'PreconnectToSearch'],
];

/** Journeys through the built app in Debian's headless Chromium. */
export default defineConfig({
  testDir: 'e2e',
  timeout: 120_000,
  expect: { timeout: 30_000 },
  workers: 2,
  // Each journey has a browser of its own: they are shared out one by one, not file by file.
  fullyParallel: true,
  // Two browsers on two cores: a journey that a slow moment broke is tried once more, and told as flaky.
  retries: 1,
  reporter: [['line'], ['json', { outputFile: 'test-results/e2e.json' }]],
  outputDir: 'test-results/e2e',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // Each journey begins in a new browser: only those about working without a network keep the whole app first.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: chromiumPath(),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        `--disable-features=${WITHOUT.join(',')}`,
      ],
    },
  },
  webServer: {
    command: 'node scripts/demo.mjs',
    url: `http://127.0.0.1:${port}/projects`,
    env: { PORT: String(port) },
    reuseExistingServer: false,
    timeout: 180_000,
  },
});
