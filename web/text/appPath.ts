/** Where the app lies on its server: "/" or the folder it was built for. */
const BASE = import.meta.env?.BASE_URL ?? '/';

/** The address of something that lies beside the app, without the server: "/notices.txt", "/fonts/notices.txt". */
export const appPath = (path: string): string => `${BASE}${path}`;
