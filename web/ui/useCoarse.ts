import { useSyncExternalStore } from 'react';

const query = typeof matchMedia === 'undefined' ? null : matchMedia('(pointer: coarse)');

const follow = (told: () => void): (() => void) => {
  query?.addEventListener('change', told);
  return () => query?.removeEventListener('change', told);
};

/** Whether fingers are what the device is mainly used by (Media Queries 4, 4.1): what is taken hold of has to be larger then. */
export const useCoarse = (): boolean => useSyncExternalStore(follow, () => query?.matches ?? false);
