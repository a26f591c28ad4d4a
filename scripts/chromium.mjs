// Debian's Chromium, for journeys, unit tests, benches and screenshots.
import { existsSync } from 'node:fs';

/** The shell has the same engine without the browser's own windows, and opens a page with half of the work. */
const SHELL = '/usr/bin/chromium-headless-shell';
const WHOLE = '/usr/bin/chromium';

export const chromiumPath = () => (existsSync(SHELL) ? SHELL : WHOLE);
export const hasChromium = () => existsSync(SHELL) || existsSync(WHOLE);
export const hasShell = () => existsSync(SHELL);
