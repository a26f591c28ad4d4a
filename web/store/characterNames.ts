import useSWR from 'swr';
import { readNames, type NamedCharacter } from '../../core/type/names/characters';

async function load(): Promise<readonly NamedCharacter[]> {
  const packed = await import('../../core/type/names/data/unicodeNames.txt?raw');
  return readNames(packed.default);
}

export interface CharacterNames {
  readonly names: readonly NamedCharacter[];
  /** Not here yet, or not to be had: names are a file of their own, fetched when first asked for. */
  readonly state: 'coming' | 'here' | 'not to be had';
}

/** Names of characters, loaded when first asked for; none until then. */
export function useCharacterNames(): CharacterNames {
  const { data, error } = useSWR('names of characters', load, {
    revalidateOnFocus: false,
    revalidateIfStale: false,
  });
  return { names: data ?? [], state: data ? 'here' : error ? 'not to be had' : 'coming' };
}
