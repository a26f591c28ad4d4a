import { Box } from '@chakra-ui/react';
import { use, type CSSProperties, type ReactNode } from 'react';
import { colourKey } from '../../../core/foundations/geometry/paint';
import { PageLookContext } from '../../panels/pageLook';
import { useProofBench, type Ground } from '../../store/proofBench';
import { Leaving } from './leaving';
import { proofOf } from './proofPages';
import { usePageLook } from './usePageLook';

/** Width of the page, CSS px: that of an A4 sheet (ISO 216, 210 mm), so that it prints at its true size. */
const PAGE_PX = 794;

interface Look {
  readonly ground: string;
  readonly ink: string;
}

/** Colours that are named are the app's, by day and by night. */
const NAMED: Readonly<Record<Exclude<Ground, 'colours'>, Look>> = {
  paper: { ground: 'var(--chakra-colors-sheet)', ink: 'var(--chakra-colors-ink)' },
  dark: { ground: 'var(--chakra-colors-ink)', ink: 'var(--chakra-colors-paper)' },
  picture: { ground: 'var(--chakra-colors-sunk)', ink: 'var(--chakra-colors-ink)' },
};

/** What leaves the app is on white, by night as well. */
const WHITE: Look = { ground: '#ffffff', ink: '#1c1a17' };

/** How the page looks that lies on a ground. */
function useLook(leaves: boolean): CSSProperties {
  const { ground, paper, ink, picture } = useProofBench();
  const own = ground === 'colours' || ground === 'picture';
  const named = ground === 'colours' || (leaves && ground === 'paper') ? WHITE : NAMED[ground];
  const colours = own ? { ground: colourKey(paper), ink: colourKey(ink) } : named;
  const behind = ground === 'picture' && picture !== null;
  return {
    background: behind ? `center / cover url("${picture}")` : colours.ground,
    color: colours.ink,
    ['--proof-ground' as string]: colours.ground,
  };
}

interface Props {
  readonly kind: string;
  /** Height at least, as CSS says it. */
  readonly minH?: string;
  /** Printed or made a picture of. */
  readonly leaves?: boolean;
  /** What lies over the page. */
  readonly children?: ReactNode;
}

/** A page of the proof on its ground, set as was chosen for it. */
export function Sheet({ kind, minH = '90%', leaves = false, children }: Props) {
  const Page = proofOf(kind).page;
  const look = usePageLook(kind);
  const outer = use(PageLookContext);
  return (
    <Box
      data-proof={kind}
      w={`${PAGE_PX}px`}
      maxW="100%"
      px="12"
      py="10"
      minH={minH}
      position="relative"
      style={{ ...useLook(leaves), printColorAdjust: 'exact' }}
    >
      <PageLookContext value={outer ?? look}>
        <Leaving value={leaves}>
          <Page />
        </Leaving>
      </PageLookContext>
      {children}
    </Box>
  );
}
