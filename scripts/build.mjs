// Builds what the journeys need, if it isn't built: the app, the server and the command line.
import { ensureWeb } from './buildWeb.mjs';
import { ensureBundle } from './bundle.mjs';

await ensureWeb();
await ensureBundle('server');
await ensureBundle('cli');
