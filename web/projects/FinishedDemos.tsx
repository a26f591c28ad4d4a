import { appPath } from '../text/appPath';
import { Box, Heading, SimpleGrid, Text } from '@chakra-ui/react';
import { openFinished } from '../store/projectFiles';
import { FINISHED, type FinishedDemo } from './demos';
import type { Enter } from './useEntering';
import { WayCard } from './WayCard';

/** Projects of the demo that are carried to their end, each shown in its own letters. */
export function FinishedDemos({ enter }: { readonly enter: Enter }) {
  return (
    <>
      <Heading as="h2" size="md" mt="7" mb="1">
        Or look into a finished one
      </Heading>
      <Text fontSize="sm" color="faded" mb="3">
        From the tide mill: open one, change what you like, cast it.
      </Text>
      <SimpleGrid columns={{ base: 2, md: 3, lg: 4 }} gap="3" role="list" aria-label="Finished projects">
        {FINISHED.map((demo) => (
          <WayCard
            key={demo.id}
            {...demo}
            direction="column"
            picture={<Letters demo={demo} />}
            onClick={() => void enter('Opening the demo', () => openFinished(demo.id))}
          />
        ))}
      </SimpleGrid>
    </>
  );
}

/** A word in the project's own letters, in the ink of the desk. */
const Letters = ({ demo }: { readonly demo: FinishedDemo }) => (
  <Box
    aria-hidden
    h="44px"
    bg="ink"
    style={{ mask: `url(${appPath(`finished/${demo.id}.svg`)}) left center / contain no-repeat` }}
  />
);
