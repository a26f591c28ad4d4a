import { Stack, Text } from '@chakra-ui/react';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { MAY } from '../../core/foundations/problems/sentences/openedFont';

function Fact({ title, children }: { title: string; children: string }) {
  return (
    <Stack gap="0.5">
      <Text fontSize="xs" color="faded">
        {title}
      </Text>
      <Text fontSize="sm" maxH="8rem" overflowY="auto" whiteSpace="pre-wrap">
        {children}
      </Text>
    </Stack>
  );
}

/** What is in it, what may be done with it, and what is lost. */
export function FontFacts({ seen: { licence, glyphs, leftOut } }: { readonly seen: FontSeen }) {
  return (
    <>
      <Fact title="What is in it">{`${glyphs} glyphs`}</Fact>
      <Fact title="In documents">{MAY[licence.embedding]}</Fact>
      <Fact title="Its licence">
        {[licence.copyright, licence.licence, licence.licenceUrl].filter((t) => t !== '').join('\n') ||
          'It says nothing of a licence: ask whoever made it.'}
      </Fact>
      {licence.reserved.length > 0 && (
        <Fact title="Names it keeps for itself">{licence.reserved.join(', ')}</Fact>
      )}
      {leftOut.length > 0 && <Fact title="Not taken along">{`${leftOut.join('; ')}.`}</Fact>}
      <Text fontSize="sm">
        Whether this font may be changed and passed on is for you to know and to answer for.
      </Text>
    </>
  );
}
