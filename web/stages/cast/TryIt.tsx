import { Box, Flex, Heading, Text, Textarea } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';
import { tryPage } from '../../../core/fonts/compile/casts/tryPage';
import { iconsOf } from '../../../core/project/document/queries/glyphs';
import type { Doc } from '../../../core/project/document/schema';
import { glyphByCodePoint } from '../../store/selectors';
import { useDoc } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';

/** What letters are tried with at first. */
const LINE = 'Barley, oats & eels at half past 9';
/** Icons that are shown where a font has nothing else. */
const FIRST_ICONS = 16;

/** What a font is tried with at first: words, or its icons where it has no letters. */
function firstLine(doc: Doc): string {
  if (glyphByCodePoint(doc).has(0x61)) return LINE;
  const icons = iconsOf(doc).flatMap((g) => (g.codePoints[0] === undefined ? [] : [g.codePoints[0]]));
  return icons.length === 0
    ? LINE
    : icons
        .slice(0, FIRST_ICONS)
        .map((cp) => String.fromCodePoint(cp))
        .join(' ');
}

/** A cast file as the page knows it: its family once it is loaded, or why the browser refuses it. */
function useTried(file: CastFile | null) {
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
  return { family, failed };
}

/** A field set in the very bytes of a cast file, before anything is installed. */
export function TryIt({ file, name }: { readonly file: CastFile | null; readonly name: string }) {
  const { family, failed } = useTried(file);
  const doc = useDoc();
  const line = useMemo(() => firstLine(doc), [doc]);
  if (!file) return null;
  const openPage = () => {
    const page = new Blob([tryPage(name, file, line)], { type: 'text/html' });
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
          key={line}
          defaultValue={line}
          style={{ fontFamily: family ? `'${family}', sans-serif` : undefined }}
        />
      )}
    </Box>
  );
}
