import { Box } from '@chakra-ui/react';
import { memo } from 'react';
import { NavLink, useParams, useSearchParams } from 'react-router';
import { STAGES } from '../text/stages';
import { NARROW } from '../ui/narrow';
import { useStageStates } from './useStageStates';

/** Not seen, but read. */
const READ_ONLY_ALOUD = {
  position: 'absolute',
  width: '1px',
  height: '1px',
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
};

/** Looks of the stages, given once: they are drawn again with everything that is taken in hand. */
const STAGE_CSS = {
  '& a': {
    display: 'flex',
    gap: '12px',
    paddingX: '16px',
    paddingY: '8px',
    borderLeft: '3px solid transparent',
    textDecoration: 'none',
    lineHeight: '1.3',
  },
  // A border that isn't seen becomes one that is in colours of the system.
  '@media (forced-colors: active)': { '& a': { borderLeftColor: 'Canvas' } },
  '& a:hover': { background: 'handSoft' },
  '& a[aria-current=page]': { background: 'handSoft', borderLeftColor: 'hand' },
  '& a svg': { flexShrink: 0, marginTop: '4px', color: 'faded' },
  '& a[aria-current=page] svg, & a[aria-current=page] .state': { color: 'hand' },
  '& a span': { display: 'block', fontSize: '12px' },
  '& a .title': { fontSize: '16px', fontWeight: 'bold', lineHeight: '1.25' },
  '& a .line': { color: 'faded' },
  [NARROW.rail]: {
    width: '72px',
    '& a': {
      flexDirection: 'column',
      alignItems: 'center',
      gap: '2px',
      paddingX: '2px',
      paddingRight: '5px',
    },
    '& a svg': { marginTop: 0 },
    '& a .title': { fontSize: '12px' },
    '& a .line, & a .state': READ_ONLY_ALOUD,
  },
  [NARROW.signs]: {
    width: '46px',
    '& a .title': READ_ONLY_ALOUD,
  },
};

/** The eight stages in order with their live state: the map of the job. */
export const Course = memo(function Course() {
  const states = useStageStates();
  const { projectId } = useParams();
  const [search] = useSearchParams();
  const glyph = search.get('glyph');
  return (
    <Box
      as="nav"
      aria-label="Course"
      w="188px"
      position="relative"
      flexShrink={0}
      borderRightWidth="1px"
      borderColor="rule"
      py="3"
      overflowY="auto"
      css={STAGE_CSS}
    >
      {STAGES.map((stage) => (
        <NavLink
          key={stage.path}
          to={`/p/${projectId}/${stage.path}${glyph ? `?glyph=${encodeURIComponent(glyph)}` : ''}`}
          title={`${stage.title} - ${stage.line} (${stage.key})`}
        >
          <stage.icon size={17} aria-hidden />
          <span>
            <span className="title">{stage.title}</span>
            <span className="line">{stage.line}</span>
            <span className="state" data-testid={`state-${stage.path}`}>
              {states[stage.path]}
            </span>
          </span>
        </NavLink>
      ))}
    </Box>
  );
});
