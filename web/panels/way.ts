import { createContext, use } from 'react';
import type { DataRouter } from 'react-router';
import { useNameBench } from '../store/nameBench';

/** Ways to other places of the app, the same for as long as it runs: whoever only leads somewhere needn't follow where one is. */
export interface Way {
  /** Takes a glyph in hand, by its id, on the stage that is open. */
  readonly take: (glyphId: string) => void;
  /** Takes a character of the ledger in hand that nobody drew. */
  readonly takeMissing: (char: string) => void;
  /** Leads to a stage, with a glyph in hand; the one that is in hand stays so when it isn't said. */
  readonly goTo: (stage: string, glyphId?: string) => void;
  /** Leads to where a character that the font hasn't is made. */
  readonly make: (char: string) => void;
  /** Leads to any address of the app. */
  readonly to: (address: string) => void;
}

/** What a way needs of a router. */
export type Leading = Pick<DataRouter, 'navigate' | 'state'>;

export function wayOf(router: Leading): Way {
  // The app may lie in a folder of its server, which comes first in the address.
  const project = () => /\/p\/([^/]+)/.exec(router.state.location.pathname)?.[1] ?? '';
  const inHand = () => new URLSearchParams(router.state.location.search).get('glyph');
  // At once: keys pressed one after the other must each find what the one before took.
  const search = (key: string, value: string) =>
    void router.navigate({ search: `?${new URLSearchParams({ [key]: value })}` }, { flushSync: true });
  return {
    take: (id) => search('glyph', id),
    takeMissing: (char) => search('char', char),
    goTo: (stage, id = inHand() ?? undefined) =>
      void router.navigate(`/p/${project()}/${stage}${id ? `?glyph=${encodeURIComponent(id)}` : ''}`),
    make: (char) => {
      useNameBench.setState({ tab: 'letter', pieceId: null });
      void router.navigate(`/p/${project()}/name?char=${encodeURIComponent(char)}`);
    },
    to: (address) => void router.navigate(address),
  };
}

export const WayContext = createContext<Way | null>(null);

export function useWay(): Way {
  const way = use(WayContext);
  if (!way) throw new Error('there is no way here');
  return way;
}
