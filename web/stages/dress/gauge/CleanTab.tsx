import { counted } from '../../../../core/foundations/problems/counted';
import { Box, Flex, SimpleGrid, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  CLEAN_UP_NAMES,
  mayClean,
  mendOne,
  takeUpKept,
} from '../../../../core/project/document/commands/outline';
import { CLEAN_UPS, type CleanUp } from '../../../../core/outlines/dress/cleanUp';
import { findSnags, type Snag } from '../../../../core/outlines/dress/snags';
import { countNodes } from '../../../../core/foundations/geometry/contour';
import { dressBench, useDressBench } from '../../../store/dressBench';
import {
  cleanMany,
  dropTried,
  keepMany,
  lettersToClean,
  makeCleanUp,
  tryCleanUp,
  useCleaning,
  type ManyCleaned,
} from '../../../store/dressing';
import { useDoc, useProject } from '../../../store/projectStore';
import { drawnGlyphs } from '../../../store/selectors';
import { SNAG_TEXT } from '../../../text/snags';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { HowFar, OnlyLetters } from '../../../panels/ManyParts';
import { useDressTarget } from '../useDressTarget';

const TIPS: Record<CleanUp, string> = {
  neaten:
    'All the safe ones together: gaps, double points, specks, fewer points, kinks, straights, extremes, directions',
  simplify: 'As few points as the deviation allows; corners, straights and extremes stay',
  extremes: 'A point wherever a curve turns back to the left, right, up or down',
  directions: 'Outlines one way round, counters the other',
  overlaps: 'Overlapping contours become one; the parts are kept and can be taken up again',
  specks: 'Tiny contours, and small ones away from the letter, go',
  gaps: 'Open contours whose ends lie near each other are closed or joined',
  straighten: 'Nearly straight curves become straight, nearly level and upright lines exactly so',
  round: 'Every point and handle on whole units',
  handles: 'Handles of each curve in even shares of its turn',
  kinks: 'Joins that are all but smooth become smooth',
  bumps: 'Points that only make a curve wave are taken out',
  duplicates: 'Points that lie on each other become one',
};

export function CleanTab() {
  return (
    <>
      <Tolerance />
      <NeatenFirst />
      <Tried />
      <GaugePart title="Snags" />
      <Snags />
      <MoreCleanUps />
      <ManyLetters />
      <Kept />
    </>
  );
}

function Snags() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { contours, target, shift } = useDressTarget();
  const snags = target.of === 'outline' ? findSnags(contours) : [];
  const show = (s: Snag) => {
    if (s.node !== null) dressBench.select([{ contour: s.contour, node: s.node, part: 'node' }]);
    else
      dressBench.select(
        contours[s.contour]!.nodes.map((_, node) => ({ contour: s.contour, node, part: 'node' as const })),
      );
  };
  if (snags.length === 0)
    return (
      <Text fontSize="sm" color="faded">
        No snags in this letter.
      </Text>
    );
  return (
    <Box as="ul" listStyleType="none" aria-label="Snags of this letter">
      {snags.map((s, i) => (
        <Flex
          as="li"
          key={`${s.kind} ${s.contour} ${s.node} ${i}`}
          align="center"
          gap="2"
          py="1"
          borderBottomWidth="1px"
          borderColor="rule"
        >
          <Box
            as="button"
            flex="1"
            textAlign="left"
            minH="24px"
            fontSize="sm"
            title={`at ${(s.at.x - shift).toFixed(0)}, ${s.at.y.toFixed(0)} u`}
            onClick={() => show(s)}
          >
            {SNAG_TEXT[s.kind].text(s.amount)}
          </Box>
          <InkButton
            tip={SNAG_TEXT[s.kind].mend}
            aria-label={`Mend: ${SNAG_TEXT[s.kind].text(s.amount)}`}
            onClick={() => {
              commit(mendOne(doc, target, s));
              dressBench.select([]);
            }}
          >
            Mend
          </InkButton>
        </Flex>
      ))}
    </Box>
  );
}

/** What is being tried on the drawing as it is now. */
function useTried() {
  const { contours } = useDressTarget();
  const tried = useDressBench((s) => s.tried);
  return tried?.of === contours ? tried : null;
}

function Tolerance() {
  const { target } = useDressTarget();
  const tolerance = useDressBench((s) => s.tolerance);
  const tried = useTried();
  return (
    <NumberField
      label="Deviation allowed"
      unit="u"
      digits={1}
      step={0.5}
      min={0.1}
      max={20}
      value={tolerance}
      onChange={(v) => {
        useDressBench.setState({ tolerance: v });
        if (tried) void tryCleanUp(target, tried.kind, v);
      }}
    />
  );
}

function CleanUpButton({ kind, main }: { readonly kind: CleanUp; readonly main?: boolean }) {
  const { target } = useDressTarget();
  const tolerance = useDressBench((s) => s.tolerance);
  const tried = useTried();
  return (
    <InkButton
      tip={TIPS[kind] + (kind === 'neaten' ? ' (Y)' : '')}
      {...(main && { main })}
      aria-pressed={tried?.kind === kind}
      onClick={() => void tryCleanUp(target, kind, tolerance)}
    >
      {CLEAN_UP_NAMES[kind]}
    </InkButton>
  );
}

const NeatenFirst = () => <CleanUpButton kind="neaten" main />;

function MoreCleanUps() {
  return (
    <>
      <GaugePart title="One thing at a time" />
      <SimpleGrid columns={2} gap="1.5">
        {CLEAN_UPS.filter((k) => k !== 'neaten').map((kind) => (
          <CleanUpButton key={kind} kind={kind} />
        ))}
      </SimpleGrid>
    </>
  );
}

/** What the clean-up that is drawn over the letter would change, in numbers. */
function Tried() {
  const { target, contours } = useDressTarget();
  const tried = useTried();
  if (!tried) return null;
  const { kind, made, tolerance } = tried;
  return (
    <Box borderWidth="1px" borderColor="hand" borderRadius="sm" p="2" data-testid="clean-up-tried">
      <Text fontSize="sm" fontWeight="bold">
        {made.contours === contours ? `${CLEAN_UP_NAMES[kind]}: nothing to do` : CLEAN_UP_NAMES[kind]}
      </Text>
      <Fact label="Points">
        {made.pointsBefore} → {made.pointsAfter}
      </Fact>
      <Fact label="Greatest deviation">{made.deviation.toFixed(1)} u</Fact>
      {made.dropped > 0 && <Fact label="Specks dropped">{made.dropped}</Fact>}
      <Flex gap="2" mt="2">
        <InkButton
          tip="Make this clean-up"
          main
          disabled={made.contours === contours}
          onClick={() => void makeCleanUp(target, kind, tolerance)}
        >
          Keep it
        </InkButton>
        <InkButton tip="Leave the letter as it is (Escape)" onClick={dropTried}>
          Leave it
        </InkButton>
      </Flex>
    </Box>
  );
}

function ManyLetters() {
  const doc = useDoc();
  const { done, total, stop, found } = useCleaning();
  const { tried, tolerance } = useDressBench();
  const [only, setOnly] = useState('');
  const letters = drawnGlyphs(doc);
  const chosen = lettersToClean(doc, only).length;
  const byHand = letters.filter((g) => !mayClean(g)).length;
  const kind = tried?.kind ?? 'neaten';
  return (
    <>
      <GaugePart title="Many letters" />
      <OnlyLetters
        label="Only these letters"
        value={only}
        onChange={(next) => {
          setOnly(next);
          useCleaning.setState({ found: null });
        }}
      />
      <InkButton
        tip={`${CLEAN_UP_NAMES[kind]} for letters not worked on by hand; shown first, and one step to undo`}
        disabled={stop !== null || chosen === 0}
        onClick={() => void cleanMany(kind, tolerance, only)}
      >
        {CLEAN_UP_NAMES[kind]}: {counted(chosen, 'letter')}
      </InkButton>
      <HowFar done={done} total={total} stop={stop} />
      {found && <ManyFound found={found} />}
      <Text fontSize="xs" color="faded">
        {byHand} by hand stay as they are.
      </Text>
    </>
  );
}

/** What cleaning many letters would change, before it does. */
function ManyFound({ found }: { readonly found: ManyCleaned }) {
  return (
    <Box borderWidth="1px" borderColor="hand" borderRadius="sm" p="2" data-testid="many-cleaned">
      <Fact label="Letters changed">
        {found.letters.size} of {found.asked}
      </Fact>
      <Fact label="Points">
        {found.pointsBefore} → {found.pointsAfter}
      </Fact>
      <Fact label="Greatest deviation">{found.deviation.toFixed(1)} u</Fact>
      <Flex gap="2" mt="2">
        <InkButton tip="Change these letters" main disabled={found.letters.size === 0} onClick={keepMany}>
          Keep them
        </InkButton>
        <InkButton tip="Leave all letters as they are" onClick={() => useCleaning.setState({ found: null })}>
          Leave them
        </InkButton>
      </Flex>
    </Box>
  );
}

function Kept() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  if (glyph.kept.length === 0) return null;
  return (
    <>
      <GaugePart title="Outlines from before" />
      {glyph.kept.map((k, i) => (
        <Flex key={i} align="center" gap="2">
          <Text fontSize="sm" flex="1">
            before {k.label.toLowerCase()}, {countNodes(k.contours)} points
          </Text>
          <InkButton
            tip="Take this outline up again; the present one is put by in its place"
            aria-label={`Take up: before ${k.label.toLowerCase()}`}
            onClick={() => {
              commit(takeUpKept(doc, glyph.id, i));
              dressBench.select([]);
            }}
          >
            Take up
          </InkButton>
        </Flex>
      ))}
    </>
  );
}
