import { Box, Flex, Heading, Text, Textarea } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';
import { tryPage } from '../../../core/fonts/compile/casts/tryPage';
import { InkButton } from '../../ui/InkButton';

/** What it is tried with at first. */
const LINE = 'Barley, oats & eels at half past 9';

/** A field set in the very bytes of a cast file, before anything is installed. */
export function TryIt({ file, name }: { readonly file: CastFile | null; readonly name: string }) {
  const [family, setFamily] = useState<string | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (!file) return;
    const known = `cast-${file.name}-${file.bytes.length}`.replace(/[^\w-]/g, '-');
    const face = new FontFace(known, file.bytes.buffer as ArrayBuffer);
    let gone = false;
    face.load().then(
      () => {
        if (gone) return;
        document.fonts.add(face);
        setFamily(known);
        setFailed(null);
      },
      (error: unknown) => setFailed(String(error)),
    );
    return () => {
      gone = true;
      document.fonts.delete(face);
    };
  }, [file]);
  if (!file) return null;
  const openPage = () => {
    const page = new Blob([tryPage(name, file, LINE)], { type: 'text/html' });
    // The page holds what it needs once it is open; its address is let go with this tab.
    window.open(URL.createObjectURL(page));
  };
  return (
    <Box mt="6">
      <Flex align="center" gap="3">
        <Heading as="h2" size="sm" flex="1">
          Try it
        </Heading>
        <InkButton
          tip="The same file in a page of its own, to type in and in falling sizes"
          onClick={openPage}
        >
          In a page of its own
        </InkButton>
      </Flex>
      {failed ? (
        <Text color="snag" fontSize="sm">
          The browser refuses this file: {failed}
        </Text>
      ) : (
        <Textarea
          mt="2"
          rows={4}
          aria-label={`Text set in ${file.name}`}
          data-testid="try-it"
          bg="sheet"
          borderColor="rule"
          fontSize="28px"
          lineHeight="1.3"
          defaultValue={LINE}
          style={{ fontFamily: family ? `'${family}', sans-serif` : undefined }}
        />
      )}
    </Box>
  );
}
