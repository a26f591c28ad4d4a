export const appHelp = `orthoglyph app

Starts the app on this machine and says its address. PORT, when set, is the port to use.
`;

/** The server lies beside the command line; it goes on until it is stopped. */
export async function runApp(): Promise<number> {
  await import(new URL('./server.mjs', import.meta.url).href);
  return 0;
}
