import { Heading, Stack, Text } from '@chakra-ui/react';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import { CAST_FORMATS, type CastFormat } from '../../../core/fonts/compile/casts/formats';
import type { CastingRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';

/** Formats by what they are for. */
const USES: readonly [string, readonly (readonly [CastFormat, string])[]][] = [
  [
    'To install',
    [
      ['otf', 'OTF (for print and design programs)'],
      ['ttf', 'TTF (for office programs)'],
      ['variable', 'Variable TTF (all weights in one file)'],
    ],
  ],
  [
    'For websites',
    [
      ['woff2', 'WOFF2 (smallest)'],
      ['woff', 'WOFF (for old browsers)'],
      ['kit', 'Icon kit, zipped (styles, names, a page that copies)'],
    ],
  ],
  [
    'To go on with elsewhere',
    [
      ['ufo', 'UFO 3, zipped (for other font programs)'],
      ['designspace', 'Designspace with UFOs, zipped'],
      ['svg', 'SVG font (outlines, for embroidery)'],
      ['stroke', 'SVG font of single strokes (for plotters and engravers)'],
    ],
  ],
  [
    'To sell, cut and print',
    [
      ['bundle', 'Bundle for a shop, zipped (fonts, letters, proofs, licence)'],
      ['letters-svg', 'Letters as SVG drawings, zipped'],
      ['letters-png', 'Letters as PNG pictures, zipped'],
      ['letters-dxf', 'Letters as DXF drawings, zipped (for cutters)'],
    ],
  ],
];

/** Formats that there is nothing in with one style. */
const NEEDS_STYLES: ReadonlySet<CastFormat> = new Set(['variable', 'designspace']);

/** What will be made; at least one of them. */
export function Formats({ casting }: { readonly casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const oneStyle = Object.keys(doc.styles).length + casting.weights.length < 2;
  const choose = (format: CastFormat, wanted: boolean) => {
    const formats = CAST_FORMATS.filter((f) => (f === format ? wanted : casting.formats.includes(f)));
    if (formats.length > 0) commit(changeCasting(doc, { formats }));
  };
  return (
    <>
      <Heading as="h2" size="sm" mt="6">
        Formats
      </Heading>
      {USES.map(([use, formats]) => (
        <Stack key={use} gap="1.5" mt="2" role="group" aria-label={use}>
          <Text fontSize="xs" color="faded">
            {use}
          </Text>
          {formats.map(([format, text]) => {
            const empty = oneStyle && NEEDS_STYLES.has(format);
            return (
              <CheckField
                key={format}
                label={empty ? `${text}: needs two weights` : text}
                checked={casting.formats.includes(format)}
                disabled={empty && !casting.formats.includes(format)}
                onChange={(wanted) => choose(format, wanted)}
              />
            );
          })}
        </Stack>
      ))}
    </>
  );
}
