import { defineConfig } from '@playwright/test';

const port = Number(process.env.RQ_TEST_PORT ?? 4179);

/**
 * What the browser does beside showing the page. A later switch of this name replaces an earlier one, so that what
 * Playwright itself turns off stands here too. The parts of the address bar are pages of their own that every new window
 * loads, which takes it half as long again as ours.
 */
const OFF = [
	'AvoidUnnecessaryBeforeUnloadCheckSync',
	'DestroyProfileOnBrowserClose',
	'HttpsUpgrades',
	'HttpsFirstBalancedModeAutoEnable',
	'LensOverlay',
	'MediaRouter',
	'PaintHolding',
	'ThirdPartyStoragePartitioning',
	'AvoidCorsURLLoaderRestartOnRedirect',
	'OptimizationHints',
	'NetworkTimeServiceQuerying',
	'AimEnabled',
	'PreconnectToSearch',
	'WebUIOmniboxPopup',
	'WebUIOmniboxAimPopup',
	'WebUIOmniboxFullPopup'
];

export default defineConfig({
	testDir: 'e2e',
	// after which a test gives up, and no measure of speed: a machine that is busy with others may take twenty times as long
	timeout: 600_000,
	expect: { timeout: 60_000 },
	fullyParallel: true,
	// a good part of a test is waiting for what a person would wait for
	workers: 3,
	forbidOnly: Boolean(process.env.CI),
	reporter: [['line'], ['./e2e/failures-last.ts']],
	use: {
		baseURL: `http://127.0.0.1:${port}`,
		viewport: { width: 1280, height: 800 },
		// what answers a request must be seen by the tests that hold it up; offline.spec.ts is about the worker
		serviceWorkers: 'block',
		launchOptions: {
			executablePath: '/usr/bin/chromium',
			args: [
				'--no-sandbox',
				'--disable-dev-shm-usage',
				'--disable-gpu',
				'--disable-software-rasterizer',
				'--disable-background-networking',
				'--no-first-run',
				`--disable-features=${OFF.join(',')}`
			]
		}
	},
	webServer: {
		command: 'node scripts/serve.mjs',
		env: { HOST: '127.0.0.1', PORT: String(port) },
		url: `http://127.0.0.1:${port}/`,
		reuseExistingServer: false
	}
});
