import { Box, Heading, Text, Textarea } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';

/** A field set in the very bytes of a cast file, before anything is installed. */
export function TryIt({ file }: { file: CastFile | null }) {
  const [family, setFamily] = useState<string | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (!file) return;
    const name = `cast-${file.name}-${file.bytes.length}`.replace(/[^\w-]/g, '-');
    const face = new FontFace(name, file.bytes.buffer as ArrayBuffer);
    let gone = false;
    face.load().then(
      () => {
        if (gone) return;
        document.fonts.add(face);
        setFamily(name);
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
  return (
    <Box mt="6">
      <Heading as="h2" size="sm">
        Try it
      </Heading>
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
          defaultValue="Barley, oats & eels at half past 9"
          style={{ fontFamily: family ? `'${family}', sans-serif` : undefined }}
        />
      )}
    </Box>
  );
}
