import { Box, Flex, Text } from '@chakra-ui/react';
import { useMemo, type ReactNode } from 'react';
import { PageLookContext } from '../../panels/pageLook';
import { useFontOf, type FontSource } from '../../store/otherFonts';
import { useProofBench } from '../../store/proofBench';
import { useSheetImage } from '../../store/pictures';
import { useDoc } from '../../store/projectStore';
import { LettersOver } from './LettersOver';
import { Sheet } from './Sheet';

interface Props {
  readonly kind: string;
  readonly minH: string;
}

/** The same page in another font. */
function InFont({ font, kind, minH }: Props & { readonly font: FontSource }) {
  const family = useFontOf(font);
  const styleId = font.kind === 'style' ? font.id : null;
  const look = useMemo(() => ({ family, weight: null, features: {}, styleId }), [family, styleId]);
  return (
    <PageLookContext value={look}>
      <Sheet kind={kind} minH={minH} />
    </PageLookContext>
  );
}

/** The sheet that letters were drawn on, as wide as the page. */
function Drawn({ sheetId }: { readonly sheetId: string }) {
  const sheet = useDoc().sheets[sheetId];
  const image = useSheetImage(sheet?.pictureId, false, sheet?.quarterTurns ?? 0);
  const address = useMemo(() => {
    if (!image) return null;
    if (image instanceof HTMLCanvasElement) return image.toDataURL('image/jpeg', 0.9);
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [image.naturalWidth, image.naturalHeight];
    canvas.getContext('2d')?.drawImage(image, 0, 0);
    return canvas.toDataURL('image/jpeg', 0.9);
  }, [image]);
  return address ? <img src={address} alt={`The sheet ${sheet?.name ?? ''}`} style={{ width: 794 }} /> : null;
}

const Named = ({ name, children }: { readonly name: string; readonly children: ReactNode }) => (
  <Box flexShrink={0}>
    <Text fontSize="lg" mb="2" color="faded">
      {name}
    </Text>
    {children}
  </Box>
);

/** A page by itself, beside another look of it, or under that, letter on letter. */
export function PageWithSecond({ kind, minH }: Props) {
  const { second, laid } = useProofBench();
  if (!second) return <Sheet kind={kind} minH={minH} />;
  if (laid === 'over' && 'font' in second)
    return (
      <Sheet kind={kind} minH={minH}>
        <LettersOver font={second.font} name={second.name} kind={kind} />
      </Sheet>
    );
  return (
    <Flex gap="8" align="flex-start" w="fit-content">
      <Named name="This one">
        <Sheet kind={kind} minH={minH} />
      </Named>
      <Named name={second.name}>
        {'font' in second ? (
          <InFont font={second.font} kind={kind} minH={minH} />
        ) : (
          <Drawn sheetId={second.sheetId} />
        )}
      </Named>
    </Flex>
  );
}
