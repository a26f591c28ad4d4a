import { Box, Flex } from '@chakra-ui/react';
import { FitLine } from '../FitLine';
import { ProofBlock } from '../ProofBlock';

/** A letter on a sheet. */
export function LetterPage() {
  return (
    <>
      <ProofBlock place="letter/date" first="Skerry Lane, 3 March" fontSize="22px" textAlign="right" mb="8" />
      <ProofBlock place="letter/to" first="Dear Wren," fontSize="28px" mb="5" />
      <ProofBlock
        place="letter/text"
        first={
          'The gates shut behind the flood at seven and the wheel turned by half past nine. We ground fourteen sacks of barley before the water fell, and three of oats for the lane.\n\nYour eels came on Monday. Two are smoked, one is in the race again: the cat let go of it. Will you be here for the spring tide? Bring the long rope and a lamp.'
        }
        fontSize="28px"
        mb="8"
      />
      <ProofBlock place="letter/end" first={'Yours by the water,\nQuill'} fontSize="28px" />
    </>
  );
}

/** A poem in the middle of its page. */
export function PoemPage() {
  return (
    <Box textAlign="center" py="8">
      <ProofBlock place="poem/title" first="Low Water" fontSize="44px" mb="10" />
      <ProofBlock
        place="poem/text"
        first={
          'The mill lets go of its wheel at noon,\nthe mud begins to shine;\na heron counts the stones of the race\nand never comes to nine.\n\nThe gate stands open to grey and green,\nthe barley waits in the bin.\nWhoever is quick may cross on foot\nbefore the sea comes in.'
        }
        fontSize="27px"
      />
    </Box>
  );
}

/** Things to do, one under the other. */
export function MemoPage() {
  return (
    <>
      <ProofBlock place="memo/title" first="Before the spring tide" fontSize="38px" mb="6" />
      <ProofBlock
        place="memo/list"
        first={
          '– oil the pit wheel (2 cups)\n– mend the lane gate, again\n– 12 new sacks, 9 old ones patched\n– ask at no. 47 about the rope\n– eel trap: lift it by 6.30\n– lamp, wick, matches, bread'
        }
        fontSize="29px"
      />
    </>
  );
}

/** A label for a sack. */
export function LabelPage() {
  return (
    <Flex justify="center" py="6">
      <Box
        w="440px"
        borderWidth="3px"
        borderColor="currentColor"
        borderRadius="14px"
        p="2"
        textAlign="center"
      >
        <Box borderWidth="1px" borderColor="currentColor" borderRadius="9px" px="7" py="8">
          <ProofBlock place="label/maker" first="Skerry Lane Tide Mill" fontSize="26px" mb="6" />
          <FitLine most={150} place="label/name" first="Barley" />
          <ProofBlock place="label/kind" first="stone-ground at high water" fontSize="24px" mt="3" mb="8" />
          <Flex justify="space-between">
            <ProofBlock place="label/weight" first="3 kg" fontSize="22px" />
            <ProofBlock place="label/batch" first="No. 0147" fontSize="22px" />
          </Flex>
        </Box>
      </Box>
    </Flex>
  );
}

/** A board over a door. */
export function SignPage() {
  return (
    <Box py="10">
      <Box bg="currentColor" borderRadius="10px" px="8" py="9" textAlign="center">
        <Box css={{ color: 'var(--proof-ground)' }}>
          <FitLine most={200} place="sign/name" first="TIDE MILL" />
          <ProofBlock place="sign/line" first="open when the gates are shut" fontSize="34px" mt="2" />
        </Box>
      </Box>
      <Flex justify="center" gap="10" mt="14" align="center">
        <ProofBlock place="sign/way" first="this way to the wheel" fontSize="40px" />
        <ProofBlock place="sign/no" first="No. 7" fontSize="40px" />
      </Flex>
    </Box>
  );
}

/** A poster: one word, and what goes with it. */
export function PosterPage() {
  return (
    <Box textAlign="center" py="4">
      <FitLine most={420} place="poster/word" first="Eels" />
      <FitLine most={70} place="poster/line" first="at the mill gate, Saturday from six" />
      <ProofBlock
        place="poster/small"
        first="Bring your own pan. No dogs near the race."
        fontSize="24px"
        mt="8"
      />
    </Box>
  );
}

/** A page of a book. */
export function BookPage() {
  return (
    <Box px="6">
      <ProofBlock place="book/title" first="The tide book" fontSize="44px" mb="7" data-testid="proof-0" />
      <ProofBlock
        place="book/text"
        first={
          'Monday. Wind from the west, a thin rain till noon. High water at 7, the gates shut behind it; wheel in hand by half past 9. Ground 14 sacks of barley and 3 of oats for Skerry Lane.\n\nThe eels are running. Two in the race, one in the pantry; the cat says nothing. "Leave the sluice a hand open," said old Quill, "and the mill will feed you twice."\n\nLow water at 1. Swept the stones, oiled the pit wheel, mended the lane gate again. Will it hold? It held last winter (just).'
        }
        fontSize="26px"
      />
      <ProofBlock place="book/folio" first="17" fontSize="20px" textAlign="center" mt="10" />
    </Box>
  );
}

/** A page of a website. */
export function WebPage() {
  return (
    <>
      <Flex
        justify="space-between"
        align="baseline"
        borderBottomWidth="1px"
        borderColor="currentColor"
        pb="3"
      >
        <ProofBlock place="web/name" first="Tide Mill" fontSize="26px" />
        <ProofBlock place="web/links" first="Mill   Tides   Bread   The way here" fontSize="18px" />
      </Flex>
      <ProofBlock place="web/title" first="Flour by the tide" fontSize="64px" mt="12" mb="4" />
      <ProofBlock
        place="web/text"
        first="Twice a day the sea lifts the gates, and twice a day it turns the stones. We grind what the water allows: some days fourteen sacks, some days two."
        fontSize="21px"
        maxW="560px"
        mb="7"
      />
      <Box display="inline-block" bg="currentColor" borderRadius="6px" px="5" py="2.5">
        <ProofBlock
          place="web/button"
          first="High water today"
          fontSize="19px"
          css={{ color: 'var(--proof-ground)' }}
        />
      </Box>
    </>
  );
}

/** A screen of a phone. */
export function PhonePage() {
  return (
    <Flex justify="center">
      <Box
        w="360px"
        minH="620px"
        borderWidth="6px"
        borderColor="currentColor"
        borderRadius="34px"
        px="5"
        py="6"
      >
        <Flex justify="space-between">
          <ProofBlock place="phone/time" first="6:52" fontSize="15px" />
          <ProofBlock place="phone/place" first="Skerry Lane" fontSize="15px" />
        </Flex>
        <ProofBlock place="phone/title" first="High water" fontSize="34px" mt="8" />
        <ProofBlock place="phone/figure" first="07:04" fontSize="72px" />
        <ProofBlock
          place="phone/list"
          first={'low water 13:11\nhigh water 19:26\nmoon full, wind west 4'}
          fontSize="19px"
          mt="3"
        />
        <ProofBlock
          place="phone/text"
          first="Gates shut at half past seven. Bring sacks to the lower door; the upper one sticks."
          fontSize="16px"
          mt="8"
        />
      </Box>
    </Flex>
  );
}
