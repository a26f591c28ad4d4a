import { Box, Text } from '@chakra-ui/react';
import { LiveText } from '../../../panels/LiveText';
import { useInWords } from '../../../store/formWords';

interface Props {
  readonly formId: string;
  /** Tags of features that have to be switched on for it. */
  readonly asked?: readonly string[];
  readonly onPick: (glyphId: string) => void;
}

const NONE: readonly string[] = [];
const BIG = { fontSize: '26px', lineHeight: '1.35' } as const;

/** Common words in the font itself: those in which a form stands, and those in which its letter stays. */
export function InWordsLines({ formId, asked = NONE, onPick }: Props) {
  const found = useInWords(formId, asked);
  if (!found) return null;
  const settings = asked.map((tag) => `"${tag}"`).join(', ');
  return (
    <Box data-testid="in-words">
      <Text fontSize="xs" color="faded">
        {found.stands.length > 0 ? 'It stands in' : 'It stands in no common word.'}
      </Text>
      {found.stands.length > 0 && (
        <Box
          aria-label="Words in which it stands"
          role="group"
          css={settings ? { '& > div': { fontFeatureSettings: settings } } : undefined}
        >
          <LiveText text={found.stands.join('  ')} onPick={onPick} {...BIG} />
        </Box>
      )}
      {found.stays.length > 0 && (
        <>
          <Text fontSize="xs" color="faded">
            The letter stays in
          </Text>
          <Box aria-label="Words in which the letter stays" role="group" color="faded">
            <LiveText text={found.stays.slice(0, 5).join('  ')} onPick={onPick} {...BIG} />
          </Box>
        </>
      )}
    </Box>
  );
}
