import { Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { createPortal, flushSync } from 'react-dom';
import { counted } from '../../../../core/foundations/problems/counted';
import { makePictures, PICTURE_FONT, PICTURE_SIZES, type PictureSize } from '../../../store/proofPictures';
import { OtherFont } from '../../../panels/useTextFont';
import { currentSession } from '../../../store/projectStore';
import { download } from '../../../ui/download';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { PROOF_GROUPS, proofOf } from '../proofPages';
import { Sheet } from '../Sheet';

/** Pages that a shop shows: all that are in use, and the specimens. */
const PAGES = PROOF_GROUPS.filter(([group]) => group !== 'Looked at closely').flatMap(([, kinds]) => kinds);

const toggled = <T,>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((x) => x !== one) : [...list, one];

/** Pages beside the app while pictures are made of them; nobody sees them. */
function Offstage({
  kinds,
  hold,
}: {
  readonly kinds: readonly string[];
  readonly hold: (e: HTMLElement | null) => void;
}) {
  return createPortal(
    <div ref={hold} style={{ position: 'fixed', left: -20_000, top: 0 }} aria-hidden inert>
      <OtherFont value={PICTURE_FONT}>
        {kinds.map((kind) => (
          <Sheet key={kind} kind={kind} minH="0" leaves />
        ))}
      </OtherFont>
    </div>,
    document.body,
  );
}

interface PagesProps {
  /** The page that is shown. */
  readonly shown: string;
  readonly kinds: readonly string[];
  readonly onToggle: (kind: string) => void;
}

/** Which pages pictures are made of; the one that is shown always. */
function Pages({ shown, kinds, onToggle }: PagesProps) {
  return (
    <Flex gap="1.5" wrap="wrap" role="group" aria-label="Pages to make pictures of">
      {PAGES.map((p) => (
        <InkButton
          key={p.kind}
          tip={p.kind === shown ? 'The page that is shown' : 'A picture of this page as well'}
          aria-pressed={kinds.includes(p.kind)}
          onClick={() => onToggle(p.kind)}
        >
          {p.name}
        </InkButton>
      ))}
    </Flex>
  );
}

interface SizesProps {
  readonly sizes: readonly PictureSize[];
  readonly onToggle: (size: PictureSize) => void;
}

function Sizes({ sizes, onToggle }: SizesProps) {
  return (
    <Flex gap="1.5" wrap="wrap" role="group" aria-label="Sizes of pictures, px">
      {PICTURE_SIZES.map((size) => (
        <InkButton
          key={size.join()}
          tip={`${size[0]} px wide, ${size[1]} px high`}
          aria-pressed={sizes.includes(size)}
          onClick={() => onToggle(size)}
        >
          {size.join(' × ')}
        </InkButton>
      ))}
    </Flex>
  );
}

/** Pictures of pages for a shop, several pages and sizes at once. */
export function PicturesPart({ kind }: { readonly kind: string }) {
  const [more, setMore] = useState<readonly string[]>([]);
  const [sizes, setSizes] = useState<readonly PictureSize[]>(PICTURE_SIZES.slice(0, 1));
  const [drawing, setDrawing] = useState<readonly string[]>([]);
  const stage = useRef<HTMLElement | null>(null);
  const kinds = [...new Set([proofOf(kind).kind, ...more])];
  const make = async () => {
    const session = currentSession();
    if (!session) return;
    flushSync(() => setDrawing(kinds));
    try {
      const pages = [...(stage.current?.querySelectorAll<HTMLElement>('[data-proof]') ?? [])].map(
        (element) => ({
          kind: element.dataset.proof ?? '',
          element,
        }),
      );
      const made = await makePictures(session, { pages, sizes });
      if (made) download(made.bytes, made.name, made.type);
    } finally {
      setDrawing([]);
    }
  };
  const count = kinds.length * sizes.length;
  return (
    <>
      <GaugePart title="Pictures of pages" />
      <Pages shown={kind} kinds={kinds} onToggle={(k) => setMore((list) => toggled(list, k))} />
      <Sizes sizes={sizes} onToggle={(size) => setSizes((list) => toggled(list, size))} />
      <InkButton
        main
        tip="PNG, drawn by the browser with the very font"
        disabled={count === 0 || drawing.length > 0}
        onClick={() => void make()}
      >
        Make {counted(count, 'picture')}
      </InkButton>
      {drawing.length > 0 && <Offstage kinds={drawing} hold={(e) => (stage.current = e)} />}
    </>
  );
}
