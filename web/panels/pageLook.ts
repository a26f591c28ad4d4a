import { createContext } from 'react';

/** How the text of a page is set that isn't set as the running line is. */
export interface PageLook {
  /** What the page knows its font by; null = the live one. */
  readonly family: string | null;
  /** On the weight axis; null = as the running line. */
  readonly weight: number | null;
  /** Features switched on or off beyond what is switched on the running line. */
  readonly features: Readonly<Record<string, boolean>>;
  /** Which style's letters it shows; null = those of the one in hand. */
  readonly styleId: string | null;
}

export const PageLookContext = createContext<PageLook | null>(null);
