import { Field, Flex, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { useWordDrawing } from '../../../store/wordDrawing';
import { CheckField } from '../../../ui/CheckField';
import { download } from '../../../ui/download';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';

const SVG = 'image/svg+xml';

/** Words as one drawing, kerned: copied for any program that draws, or saved as SVG. */
export function AsDrawing() {
  const [text, setText] = useState('');
  const [united, setUnited] = useState(true);
  const [copied, setCopied] = useState(false);
  const { svg, lacking, busy } = useWordDrawing(text, united ? 'united' : 'parted');
  const off = svg === null || busy;
  return (
    <>
      <GaugePart title="Words as a drawing" />
      <Field.Root>
        <Field.Label fontSize="sm" color="faded">
          For a logo or a sign
        </Field.Label>
        <Textarea
          size="xs"
          rows={2}
          bg="sheet"
          borderColor="rule"
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setCopied(false);
          }}
        />
      </Field.Root>
      <CheckField label="United into one outline" checked={united} onChange={setUnited} />
      {svg !== null && (
        <img
          src={`data:${SVG},${encodeURIComponent(svg)}`}
          alt={`${text} as a drawing`}
          style={{ width: '100%', maxHeight: 120, objectFit: 'contain', background: '#fff', padding: 6 }}
        />
      )}
      {lacking.length > 0 && (
        <Text fontSize="xs" color="snag" role="alert">
          The font has no {lacking.join(' ')}.
        </Text>
      )}
      <Flex gap="2">
        <InkButton
          flex="1"
          tip="Copy the drawing; it can be pasted into a letter here, too"
          disabled={off}
          onClick={() => void navigator.clipboard.writeText(svg!).then(() => setCopied(true))}
        >
          {copied ? 'Copied' : 'Copy'}
        </InkButton>
        <InkButton
          flex="1"
          tip="Save the drawing as an SVG file"
          disabled={off}
          onClick={() => download(new TextEncoder().encode(svg!), 'words.svg', SVG)}
        >
          Save SVG
        </InkButton>
      </Flex>
    </>
  );
}
