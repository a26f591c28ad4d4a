import { Heading, Stack } from '@chakra-ui/react';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import { BUNDLE_PARTS } from '../../../core/project/document/rows/casting';
import type { BundlePart, CastingRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';

const PARTS: Readonly<Record<BundlePart, string>> = {
  otf: 'OTF of each style',
  ttf: 'TTF of each style',
  variable: 'Variable TTF',
  web: 'WOFF2 and WOFF with a style sheet',
  'letters-svg': 'Each letter as SVG',
  'letters-png': 'Each letter as PNG',
  'letters-dxf': 'Each letter as DXF',
  proofs: 'Pictures that show the font',
};

interface Props {
  readonly casting: CastingRow;
}

/** What the bundle for a shop holds; licence and read-me always go along. At least one part. */
export function BundleChoice({ casting }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const choose = (part: BundlePart, wanted: boolean) => {
    const bundle = BUNDLE_PARTS.filter((p) => (p === part ? wanted : casting.bundle.includes(p)));
    if (bundle.length > 0) commit(changeCasting(doc, { bundle }));
  };
  return (
    <Stack gap="1.5" mt="6" role="group" aria-label="In the bundle">
      <Heading as="h2" size="sm">
        In the bundle
      </Heading>
      {BUNDLE_PARTS.map((part) => (
        <CheckField
          key={part}
          label={PARTS[part]}
          checked={casting.bundle.includes(part)}
          onChange={(wanted) => choose(part, wanted)}
        />
      ))}
    </Stack>
  );
}

/** Whether a new version lies beside the old one or takes its place. */
export function FileNames({ casting }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <Stack gap="1.5" mt="3">
      <CheckField
        label={`Version in file names (${casting.version}), so that a new one lies beside the old`}
        checked={casting.versioned}
        onChange={(versioned) => commit(changeCasting(doc, { versioned }))}
      />
    </Stack>
  );
}
