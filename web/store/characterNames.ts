import useSWR from 'swr';
import { readNames, type NamedCharacter } from '../../core/names/characters';

async function load(): Promise<readonly NamedCharacter[]> {
  const { UNICODE_NAMES } = await import('../../core/names/data/unicodeNames');
  return readNames(UNICODE_NAMES);
}

/** Names of characters, loaded when first asked for; none until then. */
export function useCharacterNames(): readonly NamedCharacter[] {
  const { data } = useSWR('names of characters', load, {
    revalidateOnFocus: false,
    revalidateIfStale: false,
  });
  return data ?? [];
}
