import { create } from 'zustand';
import type { FolderChange, FolderChanges } from '../../core/project/document/commands/icons/folderChanges';

/** A folder of icons that came again: what it brings, until somebody says which of it is taken. */
export interface FolderOffer {
  /** What was dropped; its files wait in storage until the offer is answered. */
  readonly itemId: string;
  readonly projectId: string;
  readonly found: FolderChanges;
  /** Takes these changes, as one step. */
  readonly take: (isTaken: (change: FolderChange) => boolean) => void;
  /** Takes all files as icons of their own beside those that are there. */
  readonly further: () => void;
  /** Leaves all icons as they are. */
  readonly leave: () => void;
}

export const useFolderOffers = create<{ readonly offers: readonly FolderOffer[] }>(() => ({ offers: [] }));

/** An offer is shown; the same files that were taken up again take the place of what they said before. */
export const offerFolder = (offer: FolderOffer): void =>
  useFolderOffers.setState(({ offers }) => ({ offers: [...without(offers, offer.itemId), offer] }));

/** Lets go of an offer that was answered. */
export const closeOffer = (itemId: string): void =>
  useFolderOffers.setState(({ offers }) => ({ offers: without(offers, itemId) }));

const without = (offers: readonly FolderOffer[], itemId: string) => offers.filter((o) => o.itemId !== itemId);

/** How a change is named, so that it is the same one after the project has changed meanwhile. */
export const changeKey = ({ kind, name }: FolderChange): string => `${kind} ${name}`;
