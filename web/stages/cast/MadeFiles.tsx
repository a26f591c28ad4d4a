import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { Fragment } from 'react';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';
import { CAST_FORMATS, MEDIA_TYPES } from '../../../core/fonts/compile/casts/formats';
import { download } from '../../ui/download';
import { InkButton } from '../../ui/InkButton';
import { BundleTree } from './BundleTree';

const typeOf = (name: string): string => {
  const format = CAST_FORMATS.find((f) => name.endsWith(`.${f}`));
  return format ? MEDIA_TYPES[format] : 'application/zip';
};

/** All files in one zip; fonts are packed already or hardly get smaller. */
async function saveAll(files: readonly CastFile[], family: string): Promise<void> {
  const { zipSync } = await import('fflate');
  const zip = zipSync(Object.fromEntries(files.map((f) => [f.name, f.bytes])), { level: 6 });
  download(zip, `${family}.zip`, 'application/zip');
}

/** The files as they were made, with their sizes, to be saved one by one or all at once. */
export function MadeFiles({
  files,
  family,
}: {
  readonly files: readonly CastFile[];
  readonly family: string;
}) {
  return (
    <Box mb="6">
      <Flex align="center" gap="3">
        <Heading as="h2" size="sm" flex="1">
          Files
        </Heading>
        {files.length > 1 && (
          <InkButton tip="All of them in one zip" onClick={() => void saveAll(files, family)}>
            Save all
          </InkButton>
        )}
      </Flex>
      {files.map((f) => (
        <Fragment key={f.name}>
          <Flex align="center" gap="3" py="2" borderBottomWidth="1px" borderColor="rule">
            <Text flex="1" fontSize="sm">
              {f.name}
            </Text>
            <Text fontSize="sm" color="faded">
              {(f.bytes.length / 1000).toFixed(1)} kB
            </Text>
            <InkButton tip={`Save ${f.name}`} onClick={() => download(f.bytes, f.name, typeOf(f.name))}>
              Download
            </InkButton>
          </Flex>
          {/-Bundle[-.]/.test(f.name) && <BundleTree file={f} />}
        </Fragment>
      ))}
      <Text fontSize="xs" color="faded" mt="2">
        Open an OTF or TTF and choose Install. Programs that were running see a new font after a restart.
      </Text>
    </Box>
  );
}
