import { Box, Text } from '@chakra-ui/react';
import { NavLink, useParams, useSearchParams } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { stageStates } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';

const NONE: Record<string, string> = {};

/** The eight stages in order with their live state: the map of the job. */
export function Course() {
  // Drawn again only when one of the eight lines reads otherwise.
  const states = useProject(useShallow((s) => (s.doc ? stageStates(s.doc) : NONE)));
  const { projectId } = useParams();
  const [search] = useSearchParams();
  const glyph = search.get('glyph');
  return (
    <Box
      as="nav"
      aria-label="Course"
      w="188px"
      flexShrink={0}
      borderRightWidth="1px"
      borderColor="rule"
      py="3"
      overflowY="auto"
    >
      {STAGES.map((stage) => (
        <NavLink
          key={stage.path}
          to={`/p/${projectId}/${stage.path}${glyph ? `?glyph=${encodeURIComponent(glyph)}` : ''}`}
          title={`${stage.title} - ${stage.line} (${stage.key})`}
          style={{ textDecoration: 'none', display: 'block' }}
        >
          {({ isActive }) => (
            <Box
              display="flex"
              gap="3"
              px="4"
              py="2"
              borderLeftWidth="3px"
              borderLeftColor={isActive ? 'hand' : 'transparent'}
              bg={isActive ? 'handSoft' : 'transparent'}
              _hover={{ bg: 'handSoft' }}
            >
              <Box pt="1" color={isActive ? 'hand' : 'faded'}>
                <stage.icon size={17} aria-hidden />
              </Box>
              <Box minW="0">
                <Text fontWeight="bold" lineHeight="1.25">
                  {stage.title}
                </Text>
                <Text fontSize="xs" color="faded" lineHeight="1.3">
                  {stage.line}
                </Text>
                <Text
                  fontSize="xs"
                  color={isActive ? 'hand' : 'ink'}
                  lineHeight="1.35"
                  data-testid={`state-${stage.path}`}
                >
                  {states[stage.path]}
                </Text>
              </Box>
            </Box>
          )}
        </NavLink>
      ))}
    </Box>
  );
}
