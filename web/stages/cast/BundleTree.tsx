import { Box, Flex, Text } from '@chakra-ui/react';
import { unzipSync } from 'fflate';
import { useMemo } from 'react';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';
import { counted } from '../../../core/foundations/problems/counted';

/** What lies in one folder of a zip. */
interface Folder {
  readonly path: string;
  readonly files: number;
  readonly bytes: number;
}

/** Folders of a zip in the order of their names, by its list alone: nothing is unpacked. */
function foldersOf(zip: Uint8Array): Folder[] {
  const found = new Map<string, Folder>();
  unzipSync(zip, {
    filter({ name, originalSize }) {
      // Letters have folders by style and size: what they are is said by the first three.
      const path = name.split('/').slice(0, -1).slice(0, 3).join('/');
      const { files, bytes } = found.get(path) ?? { files: 0, bytes: 0 };
      found.set(path, { path, files: files + 1, bytes: bytes + originalSize });
      return false;
    },
  });
  return [...found.values()].sort((a, b) => (a.path < b.path ? -1 : 1));
}

/** What a bundle holds, folder by folder with sizes. */
export function BundleTree({ file }: { readonly file: CastFile }) {
  const folders = useMemo(() => foldersOf(file.bytes), [file]);
  return (
    <Box pl="4" py="1" role="list" aria-label={`In ${file.name}`}>
      {folders.map(({ path, files, bytes }) => (
        <Flex key={path} role="listitem" gap="3" fontSize="xs" color="faded">
          <Text flex="1">{path}</Text>
          <Text>{counted(files, 'file')}</Text>
          <Text w="5rem" textAlign="right">
            {(bytes / 1000).toFixed(1)} kB
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
