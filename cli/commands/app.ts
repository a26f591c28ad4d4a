import { USAGE } from '../usage';

export const appHelp = `${USAGE.app}

Starts the app on this machine and says its address. PORT, when set, is the port to use.
`;

/** The server lies beside the command line's folder; it goes on until it is stopped. */
export async function runApp(): Promise<number> {
  await import(new URL('../server.mjs', import.meta.url).href);
  return 0;
}
