import { createContext } from 'react';

/** Whether a page is printed or made a picture of: then all of it is there at once. */
export const Leaving = createContext(false);
