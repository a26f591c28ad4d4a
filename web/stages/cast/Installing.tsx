import { Box, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { GaugeTabs } from '../../ui/GaugeTabs';

const SYSTEMS = [
  { value: 'windows', text: 'Windows' },
  { value: 'mac', text: 'macOS' },
  { value: 'linux', text: 'Linux' },
  { value: 'phone', text: 'Phone, tablet' },
] as const;

const STEPS: Readonly<Record<string, readonly string[]>> = {
  windows: [
    'Right-click the OTF or TTF and choose Install.',
    'It is listed under the family’s name in every program that is started after that.',
  ],
  mac: [
    'Open the OTF or TTF and press Install.',
    'It is listed under the family’s name in every program that is started after that.',
  ],
  linux: [
    'Open the OTF or TTF and press Install, or copy it to .local/share/fonts in your home.',
    'Programs that are started after that list it; the command fc-cache makes sure of it.',
  ],
  phone: [
    'Where the system takes fonts, open the file from your mail or files and follow what it says; some want a helper from their store.',
    'Some list new fonts only within the program that brought them.',
  ],
};

/** How the font gets onto machines, and why an old version may still be seen. */
export function Installing() {
  const [system, setSystem] = useState<string>('windows');
  return (
    <Box mt="6" data-testid="installing">
      <Heading as="h2" size="sm" mb="2">
        To install it
      </Heading>
      <GaugeTabs tabs={SYSTEMS} open={system} onOpen={setSystem}>
        {(STEPS[system] ?? []).map((step) => (
          <Text key={step} fontSize="sm">
            {step}
          </Text>
        ))}
        <Text fontSize="sm" color="faded">
          Still the old version? Close the programs that show it, remove the old font first where two have one
          name, and reload web pages without their stored files. Install either the OTF or the TTF, not both.
        </Text>
      </GaugeTabs>
    </Box>
  );
}
