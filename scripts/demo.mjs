// npm run demo: installs what is missing, builds, starts the server and prints its address.
import { ensurePackages } from './setup.mjs';

ensurePackages();
const { ensureWeb } = await import('./buildWeb.mjs');
const { ensureBundle } = await import('./bundle.mjs');
await ensureWeb();
await import(await ensureBundle('server'));
